import { MAP_ANCHORS, MAP_MIDDLE } from '../face/map';
import { REGIONS, type Region } from '../face/regions';
import { MAP_FACE } from './face';
import type { FaceBox, Hands, Half } from './hands';
import type { Movement } from './movement';
import { around, CELLS, COLUMNS, meanPicture, Pictures, ROWS, steepnessOf } from './picture';
import type { Stretch } from './presence';
import { swingOf } from './repetitions';

/** Regions that lie on others, or everywhere: a fingertip is never told to be there. */
const NOWHERE: ReadonlySet<Region> = new Set(['whole_face', 'tongue', 'lips']);
/** A face is this much higher than wide: distances are told in its width. */
const TALL = MAP_FACE.height / MAP_FACE.width;
/** No hand reaches further from where its arm enters the head, in heights of the face. */
const REACH = 0.5;
/** The share of the cells of a hand that are its tip. */
const TIP = 0.04;

/**
 * Which region a hand works: the one nearest to the furthest, innermost cells of what came with it. A hand on skin
 * hardly differs from the skin, so it is what is unlike the pictures both before it came and after it went, or what
 * moves along with the arm.
 */
export function regionOf(
  film: Pictures,
  hands: Hands,
  face: FaceBox,
  half: Half,
  { from, to }: Stretch,
  movement: Movement | null,
): Region | null {
  const cells = handCells(film, hands, half, { from, to }, movement);
  if (cells.length === 0) return null;
  const [left, top, width, height] = face;
  const inward = half === 0 ? 1 : -1;
  const points = cells.map((cell) => ({
    cell,
    across: ((((cell % COLUMNS) + 0.5) / COLUMNS - left - width / 2) / width) * inward,
    down: ((Math.floor(cell / COLUMNS) + 0.5) / ROWS - top) / height,
  }));
  const rank = ({ across, down }: { across: number; down: number }): number => 0.4 * across - TALL * down;
  points.sort((a, b) => rank(b) - rank(a));
  const enters = points.find(({ cell }) => !hands.head[cell]);
  if (!enters) return null;
  const reached = points.filter(
    ({ across, down }) => Math.hypot((across - enters.across) / TALL, down - enters.down) <= REACH,
  );
  const tip = reached.slice(0, Math.max(3, Math.round(TIP * points.length)));
  const mean = (of: (point: (typeof tip)[number]) => number): number =>
    tip.reduce((sum, one) => sum + of(one), 0) / tip.length;
  return nearest(
    mean(({ across }) => across),
    mean(({ down }) => down),
  );
}

function nearest(across: number, down: number): Region {
  const far = REGIONS.filter((region) => !NOWHERE.has(region))
    .map((region) => {
      const [x, y] = MAP_ANCHORS[region];
      const off = [(x - MAP_MIDDLE) / MAP_FACE.width - across, (y - MAP_FACE.top) / MAP_FACE.height - down] as const;
      return { region, far: Math.hypot(off[0], TALL * off[1]) };
    })
    .sort((a, b) => a.far - b.far);
  return far[0]!.region;
}

/** Pictures before a hand comes and after it went, counted from its stretch. */
const BEFORE = [20, 8] as const;

function handCells(
  film: Pictures,
  hands: Hands,
  half: Half,
  { from, to }: Stretch,
  movement: Movement | null,
): number[] {
  const during = meanPicture(film, from, to);
  const before =
    meanPicture(film, from - BEFORE[0], from - BEFORE[1]) ?? meanPicture(film, to + BEFORE[1], to + BEFORE[0]);
  const after = meanPicture(film, to + BEFORE[1], to + BEFORE[0]) ?? before;
  if (!during || !before || !after) return [];
  const steepness = steepnessOf(before);
  const unlike = new Float32Array(CELLS);
  for (let cell = 0; cell < CELLS; cell++) {
    const doubt = Math.sqrt(0.36 + 0.25 * steepness[cell]! + hands.noise ** 2 / 9);
    const [a, b] = [(during[cell]! - before[cell]!) / doubt, (during[cell]! - after[cell]!) / doubt];
    unlike[cell] = a * b > 0 ? Math.min(Math.abs(a), Math.abs(b)) : 0;
  }
  const along = movement ? movesAlong(film, hands, half, { from, to }, movement) : null;
  const marked = new Uint8Array(CELLS);
  for (let row = 1; row < ROWS - 1; row++)
    for (let column = 1; column < COLUMNS - 1; column++) {
      const at = row * COLUMNS + column;
      if (hands.half[at] !== half) continue;
      marked[at] = around(unlike, at) / 9 > 1 || (along && around(along, at) >= 5) ? 1 : 0;
    }
  return largestOutside(marked, hands.head);
}

/** Cells that change with the movement, also within the head: a head does not nod in the rhythm of a hand. */
function movesAlong(
  film: Pictures,
  { half: halves, noise }: Hands,
  half: Half,
  { from, to }: Stretch,
  { course }: Movement,
): Float32Array {
  const swing = swingOf(course);
  const energy = course.reduce((sum, value) => sum + value * value, 0);
  const along = new Float32Array(CELLS);
  if (energy === 0) return along;
  const length = Math.min(course.length, to - from);
  const mean = meanPicture(film, from, from + length)!;
  const own = new Float64Array(CELLS);
  const common = new Float64Array(CELLS);
  for (let t = 0; t < length; t++) {
    const bytes = film.at(from + t);
    for (let cell = 0; cell < CELLS; cell++) {
      const off = bytes[cell]! - mean[cell]!;
      own[cell]! += off * off;
      common[cell]! += off * course[t]!;
    }
  }
  for (let cell = 0; cell < CELLS; cell++) {
    if (halves[cell] !== half) continue;
    const fits = common[cell]! ** 2 / (own[cell]! * energy + 1e-9) > 0.3;
    along[cell] = fits && (Math.abs(common[cell]!) / energy) * swing > 2 + 2 * noise ? 1 : 0;
  }
  return along;
}

const NEXT = [1, -1, COLUMNS, -COLUMNS, COLUMNS + 1, COLUMNS - 1, 1 - COLUMNS, -1 - COLUMNS];

/** Of the patches that hang together the one with most outside of the head: the one that the arm is part of. */
function largestOutside(marked: Uint8Array, head: Uint8Array): number[] {
  const seen = new Uint8Array(CELLS);
  let best: number[] = [];
  let most = 5;
  for (let start = 0; start < CELLS; start++) {
    if (!marked[start] || seen[start]) continue;
    const patch = [start];
    seen[start] = 1;
    for (const cell of patch)
      for (const by of NEXT) {
        const next = cell + by;
        if (next < 0 || next >= CELLS || !marked[next] || seen[next]) continue;
        seen[next] = 1;
        patch.push(next);
      }
    const outside = patch.filter((cell) => !head[cell]).length;
    if (outside > most) [best, most] = [patch, outside];
  }
  return best;
}
