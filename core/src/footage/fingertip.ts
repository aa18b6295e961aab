import { MAP_ANCHORS, MAP_MIDDLE } from '../face/map';
import { REGIONS, type Region } from '../face/regions';
import type { FaceBox, Hands, Half } from './hands';
import type { Movement } from './movement';
import { CELLS, COLUMNS, Pictures, ROWS, slopesOf } from './picture';
import type { Stretch } from './presence';
import { swingOf } from './repetitions';

/** The face of the map in its own units: between the temples, and from the hairline to the chin. */
const MAP_FACE = { width: 150, top: 62, height: 197 } as const;
/** Regions that lie on others, or everywhere: a fingertip is never told to be there. */
const NOWHERE: ReadonlySet<Region> = new Set(['whole_face', 'tongue', 'lips']);
/** A face is this much higher than wide: distances are told in its width. */
const TALL = MAP_FACE.height / MAP_FACE.width;
/** No hand reaches further from where its arm enters the head, in heights of the face. */
const REACH = 0.5;
/** The share of the cells of a hand that are its tip. */
const TIP = 0.04;

export interface Place {
  readonly region: Region;
  /** How much nearer it lies than the next region, 0 to 1. */
  readonly clearness: number;
}

/**
 * Which region a hand works: the one nearest to the furthest, innermost cells of what came with it. A hand on skin
 * hardly differs from the skin, so it is what is unlike the pictures both before it came and after it went, or what
 * moves along with the arm.
 */
export function placeOf(
  film: Pictures,
  hands: Hands,
  face: FaceBox,
  half: Half,
  { from, to }: Stretch,
  movement: Movement | null,
): Place | null {
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

function nearest(across: number, down: number): Place {
  const far = REGIONS.filter((region) => !NOWHERE.has(region))
    .map((region) => {
      const [x, y] = MAP_ANCHORS[region];
      const off = [(x - MAP_MIDDLE) / MAP_FACE.width - across, (y - MAP_FACE.top) / MAP_FACE.height - down] as const;
      return { region, far: Math.hypot(off[0], TALL * off[1]) };
    })
    .sort((a, b) => a.far - b.far);
  return { region: far[0]!.region, clearness: Math.min(1, (far[1]!.far - far[0]!.far) / 0.2) };
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
  const during = meanOf(film, from, to);
  const before = meanOf(film, from - BEFORE[0], from - BEFORE[1]) ?? meanOf(film, to + BEFORE[1], to + BEFORE[0]);
  const after = meanOf(film, to + BEFORE[1], to + BEFORE[0]) ?? before;
  if (!during || !before || !after) return [];
  const { right, down } = slopesOf(before);
  const unlike = new Float32Array(CELLS);
  for (let cell = 0; cell < CELLS; cell++) {
    const doubt = Math.sqrt(0.36 + 0.25 * (right[cell]! ** 2 + down[cell]! ** 2) + hands.noise ** 2 / 9);
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

function meanOf(film: Pictures, from: number, to: number): Float32Array | null {
  const [first, last] = [Math.max(0, from), Math.min(film.length, to)];
  if (last <= first) return null;
  const mean = new Float32Array(CELLS);
  for (let at = first; at < last; at++) {
    const bytes = film.at(at);
    for (let cell = 0; cell < CELLS; cell++) mean[cell]! += bytes[cell]!;
  }
  return mean.map((sum) => sum / (last - first));
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
  for (let cell = 0; cell < CELLS; cell++) {
    if (halves[cell] !== half) continue;
    let mean = 0;
    for (let t = 0; t < length; t++) mean += film.at(from + t)[cell]!;
    mean /= length;
    let [own, common] = [0, 0];
    for (let t = 0; t < length; t++) {
      const off = film.at(from + t)[cell]! - mean;
      own += off * off;
      common += off * course[t]!;
    }
    const fits = (common * common) / (own * energy + 1e-9) > 0.3;
    along[cell] = fits && (Math.abs(common) / energy) * swing > 2 + 2 * noise ? 1 : 0;
  }
  return along;
}

function around(values: Float32Array, at: number): number {
  let sum = 0;
  for (let near = at - COLUMNS; near <= at + COLUMNS; near += COLUMNS)
    sum += values[near - 1]! + values[near]! + values[near + 1]!;
  return sum;
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
