import { CELLS, COLUMNS, Pictures, ROWS, STEP_MS } from './picture';

/** A grid of values over time, one byte a cell. */
export interface Grids {
  readonly stepMs: number;
  readonly columns: number;
  readonly rows: number;
  readonly data: Uint8Array;
}

const BLOCK = 3;
const PER_GRID = 13;
/** Grey levels of movement that are the most that is told apart, as 255. */
const MOST_MOTION = 32;

/** Mean light of blocks of nine cells, about once a second. */
export function lightOf(film: Pictures): Grids {
  return gridsOf(film, (now) => now);
}

/** Mean change of blocks of nine cells from picture to picture, about once a second. */
export function motionOf(film: Pictures, noise: number): Grids {
  const change = new Float32Array(CELLS);
  return gridsOf(film, (now, before) => {
    for (let cell = 0; cell < CELLS; cell++)
      change[cell] = (Math.max(0, Math.abs(now[cell]! - before[cell]!) - 2 * noise) * 255) / MOST_MOTION;
    return change;
  });
}

function gridsOf(film: Pictures, valueOf: (now: Uint8Array, before: Uint8Array) => ArrayLike<number>): Grids {
  const [columns, rows] = [COLUMNS / BLOCK, ROWS / BLOCK];
  const count = Math.ceil(film.length / PER_GRID);
  const data = new Uint8Array(count * columns * rows);
  const sums = new Float32Array(columns * rows);
  for (let grid = 0; grid < count; grid++) {
    sums.fill(0);
    const [from, to] = [grid * PER_GRID, Math.min(film.length, (grid + 1) * PER_GRID)];
    for (let at = from; at < to; at++) {
      const values = valueOf(film.at(at), film.at(Math.max(0, at - 1)));
      for (let cell = 0; cell < CELLS; cell++) {
        const block = Math.floor(cell / COLUMNS / BLOCK) * columns + Math.floor((cell % COLUMNS) / BLOCK);
        sums[block]! += values[cell]!;
      }
    }
    for (let block = 0; block < sums.length; block++)
      data[grid * sums.length + block] = Math.min(255, Math.round(sums[block]! / ((to - from) * BLOCK * BLOCK)));
  }
  return { stepMs: PER_GRID * STEP_MS, columns, rows, data };
}
