import { halfOfCut, stepOfCut, type Cut, type CutId } from '../assembly/cut';
import { fullCut, lessonCut } from '../assembly/cuts';
import type { Passage } from '../assembly/passage';
import { passagesOf } from '../assembly/passages';
import type { Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { CutMs } from '../time/clocks';
import { halfLesson, practiceCut, singleStep } from './practice-cut';
import { schedule } from './schedule';

/** What happens when along a cut. */
export interface Timeline {
  readonly id: CutId;
  readonly passages: readonly Passage[];
  readonly durationMs: CutMs;
  /** The cut of the footage; null where the plan stands in for it. */
  readonly cut: Cut | null;
}

/**
 * The passages of a cut: those of the footage once any work is marked on what plays, else those of the plan in the same
 * reduction. Null when the cut's step is not in the lesson.
 *
 * @example timelineOf(lesson, 'practice')?.durationMs // 188_000
 */
export function timelineOf(lesson: Lesson, id: CutId = 'full'): Timeline | null {
  const filmed = passagesOf(lesson, fullCut(lesson));
  if (filmed.some((one) => isWork(one.kind))) {
    const cut = lessonCut(lesson, id, filmed);
    if (!cut) return null;
    return { id, passages: id === 'full' ? filmed : passagesOf(lesson, cut), durationMs: cut.durationMs, cut };
  }
  const reduced = planOf(lesson, id);
  if (!reduced) return null;
  const { passages, totalMs } = schedule(reduced);
  return { id, passages, durationMs: totalMs, cut: null };
}

/**
 * The lesson's plan in the reduction that a cut is; null when its step is not in it.
 *
 * @example planOf(lesson, 'step:a')?.steps.length // 1
 */
export function planOf(lesson: Lesson, id: CutId): Lesson | null {
  if (id === 'full') return lesson;
  if (id === 'practice') return practiceCut(lesson);
  const half = halfOfCut(id);
  return half ? halfLesson(lesson, half) : singleStep(lesson, stepOfCut(id)!);
}
