import { partsOf, type WorkedSide } from '../dose/dose';
import { type Lesson, movesOf } from '../lesson/lesson.schema';
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
  /** The takes on which it is marked, in the lesson's order of takes. */
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
        takes: lesson.takes.flatMap(({ id }) => (takes?.has(id) ? [{ takeId: id, playCount: takes.get(id)! }] : [])),
      };
    });
  });
}
