import '../words/localize';
import { otherCount } from '../assembly/other-count';
import type { WorkedSide } from '../dose/dose';
import { quietIn, type HeardAround } from '../footage/quiet';
import { asOne, singlesOf } from '../lesson/as-one';
import { applyChange } from '../lesson/change';
import { doseFor } from '../lesson/dose-for';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import type { Proposal } from '../proposal/propose';
import { agreedWith, type SheetRow } from '../proposal/sheet';
import { agreeTo } from '../proposal/sheet-edits';
import { sharedMs } from '../time/spans';
import { numberWord } from '../words/number-word';
import type { Repair } from './finding';

/** The repairs that let a side of a step have so many repetitions more, or fewer below 0; none where it cannot be done. */
export type OtherCount = (stepId: string, side: WorkedSide | null, by: number) => Repair[];

/** Where nobody knows what is heard in a take, none of it plays again. */
export const AS_FILMED: OtherCount = () => [];

/**
 * Repetitions that play again, or are left out, where the take of a lesson lets it: what is counted and marked, and
 * neither held nor spoken over afterwards, and a film that is not public yet.
 *
 * @example otherCounts(lesson, 't', heard)('slipway', 'right', 2)[0]?.label // 'Play two again'
 */
export function otherCounts(lesson: Lesson, takeId: string, heard: HeardAround): OtherCount {
  if (lesson.publicElsewhere) return AS_FILMED;
  return (stepId, side, by) => {
    const own = lesson.segments.filter(
      (one) => one.takeId === takeId && one.stepId === stepId && (side === null || one.side === side),
    );
    for (const segment of own) {
      const repair = otherCountOf(lesson, segment, by, heard);
      if (repair) return [repair];
    }
    return [];
  };
}

/** The same for one part; null where it cannot be done. */
function otherCountOf(lesson: Lesson, segment: Segment, by: number, heard: HeardAround): Repair | null {
  const { id, kind, stepId, side } = segment;
  const step = movesOf(lesson.steps).find((one) => one.id === stepId);
  const form = step && doseFor(step, side).form;
  if (kind !== 'reps' || (form !== 'reps' && form !== 'passes')) return null;
  const isSpokenOver = lesson.voiceOver.some(
    (one) => one.stepId === stepId && one.part === 'during' && (one.side === null || one.side === side),
  );
  if (isSpokenOver) return null;
  const made = otherCount(lesson, segment, by, quietIn(segment, heard), freeIds(lesson, id));
  if (!made) return null;
  const words = numberWord(Math.abs(by));
  return {
    label: by > 0 ? $localize`Play ${words} again` : $localize`Leave ${words} out`,
    change: made.change,
    single: true,
    lookFirst: { segmentId: id, atMs: made.atMs },
  };
}

/**
 * The same for a row of the sheet, so that it has as many as planned: what is only proposed is agreed to as well.
 *
 * @example otherCountOfRow(lesson, 't', row, proposals, heard, newId)?.label // 'Play two again'
 */
export function otherCountOfRow(
  lesson: Lesson,
  takeId: string,
  row: SheetRow,
  proposals: readonly Proposal[],
  heard: HeardAround,
  newId: () => string,
): Repair | null {
  const { planned, plays, proposal, segment } = row;
  if (lesson.publicElsewhere || planned === null || plays === 0 || planned === plays) return null;
  const agreed = proposal && agreeTo(lesson, takeId, agreedWith([row], proposals), newId);
  const after = agreed ? applyChange(lesson, agreed) : lesson;
  const own =
    segment ?? after.segments.find((one) => one.takeId === takeId && sharedMs(one, row) > 0 && isWork(one.kind));
  const repair = own && otherCountOf(after, own, planned - plays, heard);
  if (!repair?.change) return null;
  return agreed ? { ...repair, change: asOne([...singlesOf(agreed), ...singlesOf(repair.change)]) } : repair;
}

/** Names for pieces of a part that no piece has. */
function freeIds({ assembly }: Lesson, segmentId: string): () => string {
  const taken = new Set(assembly.map((one) => one.id));
  let n = 0;
  return () => {
    do n++;
    while (taken.has(`${segmentId}+${n}`));
    return `${segmentId}+${n}`;
  };
}
