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
  /** Each time that a step runs: viewings that entered it and reached its end, or went on behind it. */
  finished: counts,
  /** Each time that a step runs: viewings that entered it and skipped the rest because it hurt. */
  hurt: counts,
});
export type Rollup = z.infer<typeof rollupSchema>;

/**
 * The sums of a cut that nobody has watched.
 *
 * @example emptyRollup({ durationMs: 2500, steps: [] }).covered // [0, 0, 0]
 */
export function emptyRollup({ durationMs, steps }: Pick<SummedCut, 'durationMs' | 'steps'>): Rollup {
  const bins = Math.max(1, Math.ceil(durationMs / BIN_MS));
  const zeros = (length: number): number[] => new Array<number>(length).fill(0);
  return {
    viewings: 0,
    completed: 0,
    watchedMs: 0,
    covered: zeros(bins),
    replayed: zeros(bins),
    furthest: zeros(bins),
    entered: zeros(steps.length),
    finished: zeros(steps.length),
    hurt: zeros(steps.length),
  };
}

/** A cut as far as its sums are concerned: its length, and each time that a step runs. */
export interface SummedCut {
  readonly id: string;
  readonly durationMs: number;
  readonly steps: readonly StepSpan[];
}

/** What is known of a viewing: its played spans (a union), and where it skipped because it hurt. Times of its cut. */
export interface Watched {
  readonly spans: readonly Span[];
  readonly hurtMs: readonly number[];
}

export const NOTHING_WATCHED: Watched = { spans: [], hurtMs: [] };

/**
 * Adds to the sums of a cut what a viewing's new events change.
 *
 * @param before what was known of the viewing so far.
 * @param fresh the newly stored `played` stretches, each counted once, and skips because it hurt.
 * @param isNew whether the viewing itself is counted for the first time.
 * @returns what is known of the viewing now.
 * @example addToRollup(emptyRollup(cut), cut, NOTHING_WATCHED, { spans: [[0, 5000]], hurtMs: [] }, true).spans // [[0, 5000]]
 */
export function addToRollup(rollup: Rollup, cut: SummedCut, before: Watched, fresh: Watched, isNew: boolean): Watched {
  const clipped = clipSpans(fresh.spans, cut.durationMs);
  const after = { spans: unionSpans([...before.spans, ...clipped]), hurtMs: [...before.hurtMs, ...fresh.hurtMs] };
  if (isNew) rollup.viewings += 1;
  const was = playedFromSpans(before.spans, cut.durationMs);
  const is = playedFromSpans(after.spans, cut.durationMs);
  rollup.watchedMs += is.watchedMs - was.watchedMs;
  rollup.completed += Number(is.completion >= COMPLETED_FROM) - Number(was.completion >= COMPLETED_FROM);

  for (const span of before.spans) spread(rollup.covered, span, -1);
  for (const span of after.spans) spread(rollup.covered, span, 1);
  for (const span of clipped) spread(rollup.replayed, span, 1);
  for (const span of after.spans) spread(rollup.replayed, span, -1);
  for (const span of before.spans) spread(rollup.replayed, span, 1);

  if (before.spans.length > 0) rollup.furthest[binOf(rollup, before.spans)]! -= 1;
  if (after.spans.length > 0) rollup.furthest[binOf(rollup, after.spans)]! += 1;

  cut.steps.forEach((step, i) => {
    const then = stepState(before, step);
    const now = stepState(after, step);
    rollup.entered[i]! += Number(now !== 'none') - Number(then !== 'none');
    rollup.finished[i]! += Number(now === 'finished') - Number(then === 'finished');
    rollup.hurt[i]! += Number(now === 'hurt') - Number(then === 'hurt');
  });
  return after;
}

/**
 * Takes a part out of sums again: what {@link addToRollup} had added. Nothing goes below nothing, so that sums that were
 * wrong before stay sums.
 *
 * @example subtractRollup(sums, part) // sums as if the viewing of the part had never been
 */
export function subtractRollup(from: Rollup, part: Rollup): void {
  const less = (a: number, b: number): number => Math.max(0, a - b);
  from.viewings = less(from.viewings, part.viewings);
  from.completed = less(from.completed, part.completed);
  from.watchedMs = less(from.watchedMs, part.watchedMs);
  for (const name of ['covered', 'replayed', 'furthest', 'entered', 'finished', 'hurt'] as const)
    part[name].forEach((value, i) => (from[name][i] = less(from[name][i] ?? 0, value)));
}

export type StepState = 'none' | 'left' | 'finished' | 'hurt';

/**
 * What became of one run of a step in a viewing. It is entered from one second of it on (or half of a shorter one), and
 * finished at its last half second, or when something after it was played: whoever goes on did not leave. A skip because
 * it hurt is told apart from both.
 *
 * @example stepState({ spans: [[0, 3000]], hurtMs: [] }, { stepId: 'a', startMs: 1000, endMs: 5000 }) // 'left'
 */
export function stepState({ spans, hurtMs }: Watched, { startMs, endMs }: StepSpan): StepState {
  const inside = intersectSpans(spans, [[startMs, endMs]]);
  if (lengthOf(inside) < Math.min(1000, (endMs - startMs) / 2)) return 'none';
  if (inside[inside.length - 1]![1] >= endMs - 500) return 'finished';
  if (hurtMs.some((ms) => startMs <= ms && ms < endMs)) return 'hurt';
  return spans[spans.length - 1]![1] > endMs ? 'finished' : 'left';
}

function binOf(rollup: Rollup, spans: readonly Span[]): number {
  return Math.min(rollup.furthest.length - 1, Math.floor((spans[spans.length - 1]![1] - 1) / BIN_MS));
}

function spread(bins: number[], [start, end]: Span, sign: 1 | -1): void {
  for (let bin = Math.floor(start / BIN_MS); bin < bins.length && bin * BIN_MS < end; bin++)
    bins[bin]! += sign * (Math.min(end, (bin + 1) * BIN_MS) - Math.max(start, bin * BIN_MS));
}
