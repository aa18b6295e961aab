import * as z from 'zod';
import { clipSpans, intersectSpans, lengthOf, unionSpans, type Span } from '../time/spans';
import { COMPLETED_FROM, playedFromSpans } from './played';

/** Width of a bin of lesson time in the rollups, ms. */
export const BIN_MS = 1000;

export interface StepSpan {
  readonly stepId: string;
  readonly startMs: number;
  readonly endMs: number;
}

const count = z.int().min(0);
const counts = z.array(count).max(200_000);

/**
 * The sums of one cut, from which every figure of the results page is made. They are additive: the sums of a cut are
 * those of its viewings added up, and a viewing that goes on adds only its difference.
 */
export const rollupSchema = z.object({
  viewings: count,
  completed: count,
  watchedMs: count,
  /** A bin each: ms of the bin in played spans, over all viewings. */
  covered: counts,
  /** A bin each: ms played again. */
  replayed: counts,
  /** A bin each: viewings whose furthest point lies in it. */
  furthest: counts,
  /** Each time that a step runs: viewings that played some of it. */
  entered: counts,
  /** Each time that a step runs: viewings that entered it and reached its end. */
  finished: counts,
});
export type Rollup = z.infer<typeof rollupSchema>;

export function emptyRollup(durationMs: number, stepCount: number): Rollup {
  const bins = Math.max(1, Math.ceil(durationMs / BIN_MS));
  const zeros = (length: number): number[] => new Array<number>(length).fill(0);
  return {
    viewings: 0,
    completed: 0,
    watchedMs: 0,
    covered: zeros(bins),
    replayed: zeros(bins),
    furthest: zeros(bins),
    entered: zeros(stepCount),
    finished: zeros(stepCount),
  };
}

/**
 * Adds to `rollup` what a viewing's new heartbeats change.
 *
 * @param before the viewing's played spans so far (a union).
 * @param played the newly stored `played` stretches, each counted once.
 * @param isNew whether the viewing itself is counted for the first time.
 * @returns the viewing's played spans now.
 */
export function addToRollup(
  rollup: Rollup,
  durationMs: number,
  steps: readonly StepSpan[],
  before: readonly Span[],
  played: readonly Span[],
  isNew: boolean,
): Span[] {
  const clipped = clipSpans(played, durationMs);
  const after = unionSpans([...before, ...clipped]);
  if (isNew) rollup.viewings += 1;
  const was = playedFromSpans(before, durationMs);
  const is = playedFromSpans(after, durationMs);
  rollup.watchedMs += is.watchedMs - was.watchedMs;
  rollup.completed += Number(is.completion >= COMPLETED_FROM) - Number(was.completion >= COMPLETED_FROM);

  for (const span of before) spread(rollup.covered, span, -1);
  for (const span of after) spread(rollup.covered, span, 1);
  for (const span of clipped) spread(rollup.replayed, span, 1);
  for (const span of after) spread(rollup.replayed, span, -1);
  for (const span of before) spread(rollup.replayed, span, 1);

  if (before.length > 0) rollup.furthest[binOf(rollup, before)]! -= 1;
  if (after.length > 0) rollup.furthest[binOf(rollup, after)]! += 1;

  steps.forEach((step, i) => {
    const then = stepState(before, step);
    const now = stepState(after, step);
    rollup.entered[i]! += Number(now.entered) - Number(then.entered);
    rollup.finished[i]! += Number(now.finished) - Number(then.finished);
  });
  return after;
}

/**
 * Takes a part out of sums again: what {@link addToRollup} had added. Nothing goes below nothing, so that sums that were
 * wrong before stay sums.
 */
export function subtractRollup(from: Rollup, part: Rollup): void {
  const less = (a: number, b: number): number => Math.max(0, a - b);
  from.viewings = less(from.viewings, part.viewings);
  from.completed = less(from.completed, part.completed);
  from.watchedMs = less(from.watchedMs, part.watchedMs);
  for (const name of ['covered', 'replayed', 'furthest', 'entered', 'finished'] as const)
    part[name].forEach((value, i) => (from[name][i] = less(from[name][i] ?? 0, value)));
}

/** A step counts as entered from one second of it on (or half of a shorter one), and as finished at its last half second. */
export function stepState(spans: readonly Span[], step: StepSpan): { entered: boolean; finished: boolean } {
  const inside = intersectSpans(spans, [[step.startMs, step.endMs]]);
  const entered = lengthOf(inside) >= Math.min(1000, (step.endMs - step.startMs) / 2);
  const last = inside[inside.length - 1];
  return { entered, finished: entered && last !== undefined && last[1] >= step.endMs - 500 };
}

function binOf(rollup: Rollup, spans: readonly Span[]): number {
  return Math.min(rollup.furthest.length - 1, Math.floor((spans[spans.length - 1]![1] - 1) / BIN_MS));
}

function spread(bins: number[], [start, end]: Span, sign: 1 | -1): void {
  for (let bin = Math.floor(start / BIN_MS); bin < bins.length && bin * BIN_MS < end; bin++)
    bins[bin]! += sign * (Math.min(end, (bin + 1) * BIN_MS) - Math.max(start, bin * BIN_MS));
}
