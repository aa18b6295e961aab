import type { WorkedSide } from '../dose/dose';
import type { Region } from '../face/regions';
import { fullCut } from '../assembly/cuts';
import { type Lesson, movesOf } from '../lesson/lesson.schema';
import { headwayOf, type Headway } from '../lesson/stage';
import { schedule } from './schedule';

/** Raised when what a summary says, or the arithmetic behind it, changes: one of an older number is made anew. */
export const SUMMARY_VERSION = 1;

/** What a list of lessons shows of one, so that nobody has to read the lesson for it. */
export interface LessonSummary extends Headway {
  readonly summaryVersion: number;
  /** The revision of the lesson that it tells of. */
  readonly revision: number;
  readonly title: string;
  readonly concern: string;
  readonly school: Lesson['school'];
  /** The name of the lesson's own copy of its school's rules; null when it follows the school as it is. */
  readonly ownSchool: string | null;
  readonly moves: readonly string[];
  readonly plannedMs: number;
  readonly filmedMs: number;
  readonly targetMs: number | null;
  /** Where its plan works, for a drawing of it. */
  readonly regions: readonly { region: Region; side: WorkedSide; startMs: number; endMs: number }[];
}

/** @example summaryOf(lesson, 1).plannedMs // 412_000 */
export function summaryOf(lesson: Lesson, revision: number): LessonSummary {
  const plan = schedule(lesson);
  const regions = new Map(movesOf(lesson.steps).map((step) => [step.id, step.move.region]));
  return {
    summaryVersion: SUMMARY_VERSION,
    revision,
    title: lesson.title,
    concern: lesson.concern,
    school: lesson.school,
    ownSchool: lesson.ownSchool?.name ?? null,
    moves: movesOf(lesson.steps).map((step) => step.move.name),
    plannedMs: plan.totalMs,
    filmedMs: fullCut(lesson).durationMs,
    targetMs: lesson.targetMs,
    ...headwayOf(lesson),
    regions: plan.passages.flatMap(({ stepId, side, startMs, endMs }) => {
      const region = regions.get(stepId ?? '');
      return region && side ? [{ region, side, startMs, endMs }] : [];
    }),
  };
}
