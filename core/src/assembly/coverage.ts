import { partsOf, type WorkedSide } from '../dose/dose';
import { isMove, type Lesson, movesOf } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { fullCut } from './cuts';
import { cutTimesOf } from './place';

/** What there is on film of one side of a step. */
export interface Coverage {
  readonly stepId: string;
  /** Null where work is marked without a side. */
  readonly side: WorkedSide | null;
  /** Whether the plan asks for it; work on a side that it does not ask for is there as well. */
  readonly planned: boolean;
  /** The takes on which it is marked, in the lesson's order; one that is set aside only where it plays all the same. */
  readonly takes: readonly TakeCoverage[];
}

export interface TakeCoverage {
  readonly takeId: string;
  /** How often some of it plays in the lesson; 0 when it does not. */
  readonly playCount: number;
}

/**
 * Which take shows which side of which step, and which of them plays: one entry a side of each step, in the plan's
 * order. An entry without takes is still missing.
 *
 * @example coverageOf(lesson)[0] // { stepId: 'a', side: 'left', planned: true, takes: [{ takeId: 't', playCount: 1 }] }
 */
export function coverageOf(lesson: Pick<Lesson, 'steps' | 'takes' | 'segments' | 'assembly'>): Coverage[] {
  const cut = fullCut(lesson);
  const work = new Map<string, Map<WorkedSide | null, Map<string, number>>>();
  for (const { kind, stepId, side, takeId, startMs, endMs } of lesson.segments) {
    if (!isWork(kind) || !stepId) continue;
    const sides = work.get(stepId) ?? new Map<WorkedSide | null, Map<string, number>>();
    work.set(stepId, sides);
    const takes = sides.get(side) ?? new Map<string, number>();
    sides.set(side, takes);
    // What plays of a segment is told by its middle.
    const plays = cutTimesOf(cut, takeId, Math.floor((startMs + endMs) / 2)).length;
    takes.set(takeId, Math.max(takes.get(takeId) ?? 0, plays));
  }
  return movesOf(lesson.steps).flatMap((step) => {
    const planned: (WorkedSide | null)[] = [...new Set(partsOf(step.sidePlan))];
    const marked = work.get(step.id) ?? new Map<WorkedSide | null, Map<string, number>>();
    return [...planned, ...[...marked.keys()].filter((side) => !planned.includes(side))].map((side): Coverage => {
      const takes = marked.get(side);
      return {
        stepId: step.id,
        side,
        planned: planned.includes(side),
        takes: lesson.takes.flatMap(({ id, kept }) => {
          const playCount = takes?.get(id);
          return playCount === undefined || (!kept && playCount === 0) ? [] : [{ takeId: id, playCount }];
        }),
      };
    });
  });
}

/**
 * Steps that are still to be filmed: moves of which a side is on no take, and other steps of which nothing is marked.
 * Takes that are set aside show nothing.
 *
 * @example [...stillToFilm(lesson)] // ['ebb']
 */
export function stillToFilm(lesson: Pick<Lesson, 'steps' | 'takes' | 'segments' | 'assembly'>): Set<string> {
  const missing = new Set(
    coverageOf(lesson).flatMap((one) => (one.planned && one.takes.length === 0 ? [one.stepId] : [])),
  );
  const kept = new Set(lesson.takes.flatMap((take) => (take.kept ? [take.id] : [])));
  const marked = new Set(lesson.segments.flatMap((one) => (kept.has(one.takeId) ? [one.stepId] : [])));
  return new Set(
    lesson.steps.flatMap((step) => ((isMove(step) ? missing.has(step.id) : !marked.has(step.id)) ? [step.id] : [])),
  );
}
