import { endOf, type Cut } from '../assembly/cut';
import type { CellGrid } from '../footage/lips';
import type { CutMs } from '../time/clocks';
import type { Box } from './frame';
import type { SeenOn } from './seen-areas';

/** The darkest and the lightest of what lies under something, 0 to 255. */
export type Ground = readonly [darkest: number, lightest: number];
/** What is taken where nobody looked, and outside of the picture. */
export const ANY_GROUND: Ground = [0, 255];

/** What lies under a box of the wide picture for as long as something stands there. */
export type LightUnder = (box: Box, startMs: CutMs, endMs: CutMs) => Ground;

/** Cells have the mean of what is in them: so much beyond it is taken to be there, of 255 (common practice, no source). */
const WITHIN_CELL = 24;

/**
 * What lies under boxes along a cut, from how light its takes were seen to be.
 *
 * @example lightUnder(cut, seenOn)([0, 0, 0.2, 0.1], 0, 4000) // [12, 71]: a dark corner
 */
export function lightUnder(cut: Cut | null, seenOn: SeenOn = () => null): LightUnder {
  return (box, startMs, endMs) => {
    const [x, y, width, height] = box;
    const outside = x < 0 || y < 0 || x + width > 1 || y + height > 1;
    if (!cut || outside) return ANY_GROUND;
    let [darkest, lightest] = [255, 0];
    for (const piece of cut.pieces) {
      const [from, to] = [Math.max(startMs, piece.startMs), Math.min(endMs, endOf(piece))];
      if (to <= from) continue;
      const take = seenOn(piece.takeId);
      if (!take?.light) return ANY_GROUND;
      const later = piece.fromMs - piece.startMs - (take.offsetMs ?? 0);
      const range = rangeOf(take.light, box, from + later, to + later);
      if (!range) return ANY_GROUND;
      darkest = Math.min(darkest, range[0]);
      lightest = Math.max(lightest, range[1]);
    }
    return darkest > lightest
      ? ANY_GROUND
      : [Math.max(0, darkest - WITHIN_CELL), Math.min(255, lightest + WITHIN_CELL)];
  };
}

/** The darkest and the lightest cell that a box touches in a stretch; null where the grid says nothing of it. */
function rangeOf({ stepMs, columns, rows, cells }: CellGrid, box: Box, fromMs: number, toMs: number): Ground | null {
  const size = columns * rows;
  const steps = Math.floor(cells.length / size);
  // What lasts longer than the last whole step is as that one was.
  const [first, last] = [Math.floor(fromMs / stepMs), Math.min(steps, Math.ceil(toMs / stepMs))];
  if (first < 0 || steps === 0) return null;
  const [left, right] = [Math.floor(box[0] * columns), Math.ceil((box[0] + box[2]) * columns)];
  const [top, bottom] = [Math.floor(box[1] * rows), Math.ceil((box[1] + box[3]) * rows)];
  let [darkest, lightest] = [255, 0];
  for (let step = Math.min(first, steps - 1); step < Math.max(last, Math.min(first, steps - 1) + 1); step++)
    for (let row = top; row < bottom; row++)
      for (let column = left; column < right; column++) {
        const light = cells[step * size + row * columns + column]!;
        if (light < darkest) darkest = light;
        if (light > lightest) lightest = light;
      }
  return darkest > lightest ? null : [darkest, lightest];
}
