import type { Hands, Half } from './hands';
import { CELLS, COLUMNS, Pictures, ROWS } from './picture';

/** How the cells of a stretch change together: one number a picture. */
export interface Movement {
  readonly course: Float32Array;
  readonly cells: readonly number[];
}

/** Cells that arm and hand cover at least now and then, with their neighbours: where their movement is seen. */
export function cellsOf(hands: Hands, half: Half, from: number, to: number): number[] {
  const times = new Uint16Array(CELLS);
  for (let picture = from; picture < to; picture++) {
    const covered = hands.covered(picture);
    for (let cell = 0; cell < CELLS; cell++) if (covered[cell]) times[cell]!++;
  }
  const least = 0.05 * (to - from);
  const cells: number[] = [];
  const counts = (cell: number): boolean => !hands.head[cell] && hands.half[cell] === half;
  for (let row = 1; row < ROWS - 1; row++)
    for (let column = 1; column < COLUMNS - 1; column++) {
      const at = row * COLUMNS + column;
      if (!counts(at)) continue;
      let most = 0;
      for (let near = at - COLUMNS; near <= at + COLUMNS; near += COLUMNS)
        for (let cell = near - 1; cell <= near + 1; cell++) if (counts(cell)) most = Math.max(most, times[cell]!);
      if (most >= least) cells.push(at);
    }
  return cells;
}

const ROUNDS = 20;

/**
 * The first principal component of what some cells do: what a hand that goes to and fro changes most. Found by power
 * iteration (von Mises 1929), from a start that no movement is at right angles to.
 */
export function movementOf(film: Pictures, cells: readonly number[], from: number, to: number): Movement {
  const length = to - from;
  const width = cells.length;
  const values = new Float32Array(length * width);
  const means = new Float64Array(width);
  for (let t = 0; t < length; t++) {
    const bytes = film.at(from + t);
    for (let c = 0; c < width; c++) means[c]! += bytes[cells[c]!]! / length;
  }
  for (let t = 0; t < length; t++) {
    const bytes = film.at(from + t);
    for (let c = 0; c < width; c++) values[t * width + c] = bytes[cells[c]!]! - means[c]!;
  }
  const shares = new Float32Array(width);
  for (let c = 0; c < width; c++) {
    let sum = 0;
    for (let t = 0; t < length; t++) sum += values[t * width + c]! ** 2;
    shares[c] = Math.sqrt(sum) * (c % 2 === 0 ? 1 : 0.9);
  }
  const course = new Float32Array(length);
  for (let round = 0; round < ROUNDS; round++) {
    const next = new Float64Array(width);
    for (let t = 0; t < length; t++) {
      let sum = 0;
      for (let c = 0; c < width; c++) sum += values[t * width + c]! * shares[c]!;
      course[t] = sum;
      for (let c = 0; c < width; c++) next[c]! += sum * values[t * width + c]!;
    }
    const size = Math.sqrt(next.reduce((sum, one) => sum + one * one, 0)) || 1;
    for (let c = 0; c < width; c++) shares[c] = next[c]! / size;
  }
  return { course, cells };
}
