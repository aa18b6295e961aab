import type { Cut } from '../assembly/cut';
import type { Passage } from '../assembly/passage';
import { placeAt } from '../assembly/place';
import { takesOf } from '../assembly/takes-of';
import type { Analysis } from '../footage/analysis.document';
import { faceAt } from '../footage/face-at';
import type { CellGrid } from '../footage/lips';
import type { Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { Timeline } from '../schedule/timeline';
import type { Span } from '../time/spans';
import type { Box } from './frame';
import { workedAreas, type WorkedArea } from './worked-area';

/** What was seen in the picture of a take, in its own time; what moves and how light it is where somebody looked for it. */
export interface SeenTake extends Pick<Analysis, 'faces' | 'sceneChangesMs'> {
  readonly motion: CellGrid | null;
  readonly light: CellGrid | null;
  /** When of the take the picture begins. */
  readonly offsetMs?: number;
}
/** The same by take; null for one that nobody looked at. */
export type SeenOn = (takeId: string) => SeenTake | null;

/** So often it is looked where a face is, ms. */
const LOOK_MS = 1000;
/** What is around a face that belongs to the head, as shares of it: hair above, ears beside (common practice, no source). */
const HAIR = 0.34;
const EARS = 0.16;
/** Cells that change by more than this on the average, of 255, have something in them that moves: drawn clips have 0 to 2. */
const MOVES = 6;

/**
 * What cues keep free along a cut, as it was seen: the face with what is around it, the regions that a step works as they
 * lie on that face, and what moves; where nobody looked, as it is estimated. And what she keeps free of a take herself.
 *
 * @example seenAreas(lesson, timeline, () => null) // as workedAreas has it
 */
export function seenAreas(
  lesson: Pick<Lesson, 'steps' | 'takes' | 'segments'>,
  { passages, cut }: Pick<Timeline, 'passages' | 'cut'>,
  seenOn: SeenOn = () => null,
): WorkedArea[] {
  const seenIn = new Map(passages.map((one) => [one, cut && seenAlong(one, cut, seenOn)]));
  const headIn = (one: Passage): Box | null => {
    const seen = seenIn.get(one);
    return seen ? headOf(seen.take, seen.span) : null;
  };
  const takeIn = takesOf(lesson);
  return workedAreas(lesson, passages, headIn).map((area, i) => {
    const passage = passages[i]!;
    const seen = seenIn.get(passage);
    const moving = seen?.take.motion && isWork(passage.kind) ? movingBoxes(seen.take.motion, seen.span) : [];
    // Hands are seen by their movement: where they were, nobody has to guess where they are.
    // An area has the head, what is worked, and the hands at its end; where no step is known, the head alone.
    const hasHands = moving.length > 0 && area.boxes.length >= 2;
    const boxes = hasHands ? [...area.boxes.slice(0, -handsOf(passage)), ...moving] : area.boxes;
    return { ...area, boxes: [...boxes, ...(takeIn(passage)?.keptFree ?? [])] };
  });
}

/** How many of the last boxes of an area are hands. */
function handsOf({ side }: Passage): number {
  return side === 'left' || side === 'right' ? 1 : 2;
}

/** What was seen of the take that plays in a passage, and when in its own time; null where nobody looked. */
function seenAlong({ startMs, endMs }: Passage, cut: Cut, seenOn: SeenOn): { take: SeenTake; span: Span } | null {
  const place = placeAt(cut, startMs);
  const take = place && seenOn(place.takeId);
  if (!take) return null;
  const fromMs = place.takeMs - (take.offsetMs ?? 0);
  return { take, span: [fromMs, fromMs + endMs - startMs] };
}

/** Everything that a head takes up in a stretch. */
function headOf(seen: SeenTake, [fromMs, toMs]: Span): Box | null {
  let [left, top, right, bottom] = [1, 1, 0, 0];
  for (let ms = fromMs; ms < toMs; ms += LOOK_MS) {
    const face = faceAt(seen, ms);
    if (!face) continue;
    const [x, y, width, height] = face.box;
    left = Math.min(left, x - EARS * width);
    right = Math.max(right, x + (1 + EARS) * width);
    top = Math.min(top, y - HAIR * height);
    bottom = Math.max(bottom, y + height);
  }
  if (right <= left) return null;
  [left, top, right, bottom] = [Math.max(0, left), Math.max(0, top), Math.min(1, right), Math.min(1, bottom)];
  return [left, top, right - left, bottom - top];
}

/** Cells in which something moves, joined along their rows, and rows of the same joined with each other. */
function movingBoxes({ stepMs, columns, rows, cells }: CellGrid, [fromMs, toMs]: Span): Box[] {
  const size = columns * rows;
  const [first, last] = [
    Math.floor(fromMs / stepMs),
    Math.min(Math.ceil(toMs / stepMs), Math.floor(cells.length / size)),
  ];
  if (last <= first) return [];
  const sums = new Float64Array(size);
  for (let step = first; step < last; step++)
    for (let cell = 0; cell < size; cell++) sums[cell]! += cells[step * size + cell]!;
  const boxes: { left: number; right: number; top: number; bottom: number }[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns;) {
      const from = column;
      while (column < columns && sums[row * columns + column]! > MOVES * (last - first)) column++;
      if (column === from) {
        column++;
        continue;
      }
      const above = boxes.find((box) => box.bottom === row && box.left === from && box.right === column);
      if (above) above.bottom = row + 1;
      else boxes.push({ left: from, right: column, top: row, bottom: row + 1 });
    }
  return boxes.map(({ left, right, top, bottom }): Box => [
    left / columns,
    top / rows,
    (right - left) / columns,
    (bottom - top) / rows,
  ]);
}
