import type { WorkedSide } from '../dose/dose';
import { isWork } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';

/** A stretch of a take or of a cut that shows nothing but a step, or a side of it. */
export interface Run {
  readonly startMs: number;
  readonly endMs: number;
  readonly segmentIds: readonly string[];
  /** The sides that are worked in it, in words that can be compared. */
  readonly sides: string;
}

/**
 * Neighbours that show the step are one run, with what belongs to no step between them.
 *
 * @example runsOf(passages, 'slipway', null) // [{ startMs: 2000, endMs: 21_000, sides: 'left,right', … }]
 */
export function runsOf(
  list: readonly (Pick<Segment, 'kind' | 'stepId' | 'side'> & {
    readonly segmentId: string | null;
    readonly startMs: number;
    readonly endMs: number;
  })[],
  stepId: string,
  side: WorkedSide | null,
): Run[] {
  const runs: { startMs: number; endMs: number; segmentIds: string[]; sides: Set<WorkedSide | null> }[] = [];
  let goesOn = false;
  for (const one of list) {
    const belongs = one.stepId === stepId && (side === null || one.side === side);
    if (belongs) {
      if (!goesOn) runs.push({ startMs: one.startMs, endMs: one.endMs, segmentIds: [], sides: new Set() });
      const run = runs[runs.length - 1]!;
      run.endMs = Math.max(run.endMs, one.endMs);
      run.segmentIds.push(one.segmentId ?? '');
      if (isWork(one.kind)) run.sides.add(one.side);
    }
    goesOn = belongs || (goesOn && one.stepId === null && !isWork(one.kind));
  }
  return runs.map(({ sides, ...run }) => ({ ...run, sides: [...sides].sort().join() }));
}

/**
 * Where a take shows a step, or a side of it, in take time.
 *
 * @example shownBy(lesson.segments, 'again', 'slipway', null).map((run) => run.startMs) // [500]
 */
export function shownBy(segments: readonly Segment[], takeId: string, stepId: string, side: WorkedSide | null): Run[] {
  const own = segments
    .filter((one) => one.takeId === takeId && one.kind !== 'cut')
    .sort((a, b) => a.startMs - b.startMs)
    .map((one) => ({ ...one, segmentId: one.id }));
  return runsOf(own, stepId, side);
}
