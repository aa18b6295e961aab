import { groundAt, groundsOf, type Ground } from './ground';
import { around, CELLS, COLUMNS, Pictures, ROWS, TOLD } from './picture';

/** A box as shares of the picture: from the left, from above, width, height. */
export type FaceBox = readonly [x: number, y: number, width: number, height: number];

/** The halves of a picture, told apart at the middle of the face: 0 at the left, 1 at the right. */
export type Half = 0 | 1;

/** What comes before the ground of a film, and how much of it lies in each half outside of the head. */
export interface Hands {
  /** Cells outside of the head that are covered, by half, a picture each. */
  readonly areas: readonly [left: Float32Array, right: Float32Array];
  /** Grey levels by which a cell differs from one picture to the next where nothing moves. */
  readonly noise: number;
  /** Which cells are covered in a picture. */
  readonly covered: (picture: number) => Uint8Array;
  readonly head: Uint8Array;
  readonly half: Uint8Array;
}

/** How far the head reaches beyond the face, in faces: hair at the sides and above, and the chin when it drops. */
const BESIDE = 0.22;
const ABOVE = 0.2;
const BELOW = 0.08;

/**
 * Finds hands and arms as what covers the ground. A head talks, nods and turns, so only what lies outside of it counts
 * for whether a hand is there: no hand reaches a face without an arm.
 *
 * @param film steady and soft, see {@link steady}.
 * @returns told on the way is the share that is done.
 */
export function* handsIn(film: Pictures, face: FaceBox): Generator<number, Hands> {
  const noise = noiseOf(film);
  const head = new Uint8Array(CELLS);
  const half = new Uint8Array(CELLS);
  const [x, y, width, height] = face;
  for (let cell = 0; cell < CELLS; cell++) {
    const across = ((cell % COLUMNS) + 0.5) / COLUMNS;
    const down = (Math.floor(cell / COLUMNS) + 0.5) / ROWS;
    const inside =
      across >= x - BESIDE * width &&
      across <= x + (1 + BESIDE) * width &&
      down >= y - ABOVE * height &&
      down <= y + (1 + BELOW) * height;
    head[cell] = inside ? 1 : 0;
    half[cell] = across < x + width / 2 ? 0 : 1;
  }
  const grounds = groundsOf(film, { head, half }, noise);
  const areas = [new Float32Array(film.length), new Float32Array(film.length)] as const;
  const covered = (picture: number): Uint8Array => coveredIn(film, grounds, noise, picture);
  for (let picture = 0; picture < film.length; picture++) {
    const cells = covered(picture);
    for (let cell = 0; cell < CELLS; cell++) if (cells[cell] && !head[cell]) areas[half[cell] as Half][picture]! += 1;
    if (picture % TOLD === 0) yield picture / film.length;
  }
  return { areas, noise, covered, head, half };
}

/** The middle difference of two pictures in a row, as the standard deviation of one. */
function noiseOf(film: Pictures): number {
  const counts = new Float64Array(256);
  let total = 0;
  for (let picture = 1; picture < film.length; picture += 3) {
    const [before, now] = [film.at(picture - 1), film.at(picture)];
    for (let cell = 0; cell < CELLS; cell += 7) {
      counts[Math.abs(now[cell]! - before[cell]!)]!++;
      total++;
    }
  }
  let below = 0;
  for (let level = 0; level < 256; level++) {
    if (below + counts[level]! >= total / 2)
      return Math.max(0.3, (level - 0.5 + (total / 2 - below) / counts[level]!) / 0.95);
    below += counts[level]!;
  }
  return 0.3;
}

const sums = new Float32Array(CELLS);

/** Cells whose mean difference to the ground, over their neighbours and the pictures before and after, is no chance. */
function coveredIn(film: Pictures, grounds: readonly Ground[], noise: number, picture: number): Uint8Array {
  sums.fill(0);
  for (let near = picture - 1; near <= picture + 1; near++) {
    const at = Math.max(0, Math.min(film.length - 1, near));
    const bytes = film.at(at);
    const ground = groundAt(grounds, at);
    for (let cell = 0; cell < CELLS; cell++)
      sums[cell]! += (bytes[cell]! - ground.picture[cell]!) / doubt(ground, cell, noise);
  }
  const covered = new Uint8Array(CELLS);
  for (let row = 1; row < ROWS - 1; row++)
    for (let column = 1; column < COLUMNS - 1; column++) {
      const at = row * COLUMNS + column;
      if (Math.abs(around(sums, at)) > 27) covered[at] = 1;
    }
  return covered;
}

/** What a cell may differ from its ground by itself: noise, what is left of the camera's shake, and light. */
const doubt = (ground: Ground, cell: number, noise: number): number =>
  Math.sqrt(4 * noise * noise + 0.0625 * ground.steepness[cell]! + 2.25);
