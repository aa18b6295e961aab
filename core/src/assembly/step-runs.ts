import type { CutMs } from '../time/clocks';
import type { Passage } from './passage';

/** A stretch of a plan or of a cut in which one step runs, from its first passage to its last. */
export interface StepRun {
  readonly stepId: string;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
}

/**
 * Each time that a step runs, in order: neighbouring passages of it and what belongs to no step between them. A step that
 * plays twice, or side by side in a bundle, runs more than once.
 *
 * @example stepRunsOf(passages) // [{ stepId: 'a', startMs: 2000, endMs: 21_000 }, { stepId: 'b', … }]
 */
export function stepRunsOf(passages: readonly Pick<Passage, 'stepId' | 'startMs' | 'endMs'>[]): StepRun[] {
  const runs: { stepId: string; startMs: number; endMs: number }[] = [];
  for (const { stepId, startMs, endMs } of passages) {
    if (stepId === null) continue;
    const last = runs[runs.length - 1];
    if (last?.stepId === stepId) last.endMs = Math.max(last.endMs, endMs);
    else runs.push({ stepId, startMs, endMs });
  }
  return runs;
}
