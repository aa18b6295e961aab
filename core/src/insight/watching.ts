import { BIN_MS, type Rollup, type SummedCut } from '../viewing/rollup';
import { wilson, type Interval } from './wilson';

export interface RetentionPoint {
  readonly atMs: number;
  readonly share: Interval;
}

export interface StepWatching {
  readonly stepId: string;
  readonly entered: number;
  /** How many of them skipped the rest because it hurt. */
  readonly hurt: number;
  /** Share of those who entered and left in it: neither reached its end, nor went on, nor skipped because it hurt. */
  readonly dropOff: Interval;
  /** Mean share of the step's time that was played, over all viewings, 0 to 1. */
  readonly completion: number;
}

export interface Watching {
  readonly viewings: number;
  readonly completed: Interval;
  readonly meanWatchedMs: number;
  readonly retention: readonly RetentionPoint[];
  /** Share of each bin's viewings-time played again and never played, by bin of {@link BIN_MS}. */
  readonly replayed: readonly number[];
  readonly skipped: readonly number[];
  readonly steps: readonly StepWatching[];
}

/**
 * The figures of the results page, from the sums of a version.
 *
 * Retention at `t` is the share of viewings whose furthest played point lies beyond `t`; skipped is what those still
 * going did not play of a bin; replayed is what was played again, each as a share of all viewings.
 *
 * @example watching(sumsOfCut(sums, cut), cut).completed.share // 0.47
 */
export function watching(rollup: Rollup, { durationMs, steps }: SummedCut): Watching {
  const n = rollup.viewings;
  const retention: RetentionPoint[] = [{ atMs: 0, share: wilson(n, n) }];
  let still = n;
  const began = rollup.furthest.reduce((sum, value) => sum + value, 0);
  still -= n - began;
  const replayed: number[] = [];
  const skipped: number[] = [];
  rollup.furthest.forEach((leaving, bin) => {
    const binMs = Math.min(BIN_MS, durationMs - bin * BIN_MS);
    const played = n > 0 && binMs > 0 ? rollup.covered[bin]! / (n * binMs) : 0;
    skipped.push(n > 0 ? Math.max(0, still / n - played) : 0);
    replayed.push(n > 0 && binMs > 0 ? rollup.replayed[bin]! / (n * binMs) : 0);
    still -= leaving;
    retention.push({ atMs: Math.min(durationMs, (bin + 1) * BIN_MS), share: wilson(Math.max(0, still), n) });
  });
  // The furthest point of someone who saw the very end lies in the last bin: they did not leave there.
  const last = retention[retention.length - 1]!;
  const beforeLast = retention[retention.length - 2]!;
  retention[retention.length - 1] = { atMs: last.atMs, share: beforeLast.share };

  return {
    viewings: n,
    completed: wilson(rollup.completed, n),
    meanWatchedMs: n > 0 ? rollup.watchedMs / n : 0,
    retention,
    replayed,
    skipped,
    steps: steps.map((step, i) => {
      const entered = rollup.entered[i] ?? 0;
      const hurt = rollup.hurt[i] ?? 0;
      const left = Math.max(0, entered - hurt - (rollup.finished[i] ?? 0));
      return {
        stepId: step.stepId,
        entered,
        hurt,
        dropOff: wilson(left, entered),
        completion: n > 0 ? coveredBetween(rollup.covered, step) / (n * (step.endMs - step.startMs)) : 0,
      };
    }),
  };
}

/**
 * How each step was watched over several cuts, in the order in which they first come: those who entered it, skipped it and
 * left in it added up, its played share weighed by the viewings of each cut.
 *
 * @example stepsOverall([watching(full, fullCut), watching(practice, practiceCut)])[0]!.entered // 240
 */
export function stepsOverall(cuts: readonly Watching[]): StepWatching[] {
  const sums = new Map<string, { entered: number; hurt: number; left: number; played: number; asked: number }>();
  for (const { viewings, steps } of cuts)
    for (const { stepId, entered, hurt, dropOff, completion } of steps) {
      const sum = sums.get(stepId) ?? { entered: 0, hurt: 0, left: 0, played: 0, asked: 0 };
      sums.set(stepId, sum);
      sum.entered += entered;
      sum.hurt += hurt;
      sum.left += dropOff.k;
      sum.played += completion * viewings;
      sum.asked += viewings;
    }
  return [...sums].map(([stepId, { entered, hurt, left, played, asked }]) => ({
    stepId,
    entered,
    hurt,
    dropOff: wilson(left, entered),
    completion: asked > 0 ? played / asked : 0,
  }));
}

/** Played ms inside a step; bins at its edges count by the share that lies inside. */
function coveredBetween(
  covered: readonly number[],
  { startMs, endMs }: { readonly startMs: number; readonly endMs: number },
): number {
  let sum = 0;
  for (let bin = Math.floor(startMs / BIN_MS); bin < covered.length && bin * BIN_MS < endMs; bin++) {
    const inside = Math.min(endMs, (bin + 1) * BIN_MS) - Math.max(startMs, bin * BIN_MS);
    sum += (covered[bin]! * inside) / BIN_MS;
  }
  return sum;
}
