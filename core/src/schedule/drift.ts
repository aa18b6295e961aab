import type { Passage } from '../assembly/passage';
import type { Schedule } from './schedule';

export interface Drift {
  readonly stepId: string;
  readonly plannedStartMs: number;
  readonly filmedStartMs: number;
  /** Filmed length minus planned length of the step. */
  readonly stretchMs: number;
}

/**
 * For each step that was filmed: when it starts in the plan and in the footage, and how much longer it became.
 *
 * @example driftOf(schedule(lesson), filmed)[0] // { stepId: 'a', plannedStartMs: 0, filmedStartMs: 2000, stretchMs: 2000 }
 */
export function driftOf(plan: Schedule, filmed: readonly Passage[]): Drift[] {
  const drift: Drift[] = [];
  for (const timing of plan.steps) {
    const own = filmed.filter((one) => one.stepId === timing.stepId);
    if (own.length === 0) continue;
    const startMs = Math.min(...own.map((one) => one.startMs));
    const endMs = Math.max(...own.map((one) => one.endMs));
    drift.push({
      stepId: timing.stepId,
      plannedStartMs: timing.startMs,
      filmedStartMs: startMs,
      stretchMs: endMs - startMs - (timing.endMs - timing.startMs),
    });
  }
  return drift;
}
