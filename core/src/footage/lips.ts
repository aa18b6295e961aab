import type { TakeMs } from '../time/clocks';
import type { Analysis } from './analysis.document';
import { faceAt } from './face-at';

/** Values of a grid over time, one byte a cell, rows from above. */
export interface CellGrid extends Pick<Analysis['motion'], 'stepMs' | 'columns' | 'rows'> {
  readonly cells: Uint8Array;
}

/** Where lips are in the box of a face, as shares of it (common practice, no source). */
const LIPS = { left: 0.3, right: 0.7, top: 0.66, bottom: 0.9 } as const;
/**
 * Lips move where the cells about them change by more than this on the average, of 255. Measured on drawn clips only, two
 * seconds each: 7.5 to 27 while somebody talks, 0 to 2.9 while hands work, near the mouth too.
 */
const MOVES = 5;

/** Whether lips are seen to move in a stretch; where no face was found nobody knows, and it is said that they do not. */
export function lipsMove(
  grid: CellGrid,
  seen: Pick<Analysis, 'faces' | 'sceneChangesMs'>,
  fromMs: TakeMs,
  toMs: TakeMs,
): boolean {
  const { stepMs, columns, rows, cells } = grid;
  const steps = Math.min(Math.floor(cells.length / (columns * rows)), Math.ceil(toMs / stepMs));
  for (let step = Math.max(0, Math.floor(fromMs / stepMs)); step < steps; step++)
    if (aboutLips(grid, seen, step) > MOVES) return true;
  return false;
}

/** How much the cells about the lips change at a step, on the average. */
function aboutLips(
  { stepMs, columns, rows, cells }: CellGrid,
  seen: Pick<Analysis, 'faces' | 'sceneChangesMs'>,
  step: number,
): number {
  const face = faceAt(seen, step * stepMs);
  if (!face) return 0;
  const [x, y, width, height] = face.box;
  const [left, right] = between(x + LIPS.left * width, x + LIPS.right * width, columns);
  const [top, bottom] = between(y + LIPS.top * height, y + LIPS.bottom * height, rows);
  let [sum, n] = [0, 0];
  for (let row = top; row < bottom; row++)
    for (let column = left; column < right; column++, n++) sum += cells[(step * rows + row) * columns + column]!;
  return n > 0 ? sum / n : 0;
}

const between = (from: number, to: number, count: number): [number, number] => [
  Math.max(0, Math.floor(from * count)),
  Math.min(count, Math.ceil(to * count)),
];
