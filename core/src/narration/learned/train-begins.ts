import { FEATURES, since, type Place } from './begin-features';
import { bestBegins, SHORTEST_MS, type BeginWeights } from './begins';
import { knownStream, nearest } from './known';
import { LAYOUTS, type Layout } from '../layouts';
import { f1, pairUp, type Score } from '../score';
import { WORKED } from '../step-draft';
import { placesToBegin } from '../steps';
import { readSwaps } from '../swaps';

/** All layouts: what is trained on the set as it was written alone learns its lines. */
export const TRAINED_ON: readonly Layout[] = LAYOUTS;
const ROUNDS = 250;
const RATE = 0.3;
const DECAY = 1e-3;
/** A true beginning is the place that lies so near, ms. */
const SAME_MS = 2600;
/** What the weights are tried with. */
const BIASES = [0, 0.4, 0.8, 1.2, 1.6];
const FOLDS = 5;

/** A narration as it is learned from: its places, those where a step truly begins, and when these are. */
export interface Lesson {
  readonly places: readonly Place[];
  readonly begins: ReadonlySet<number>;
  readonly trueMs: readonly number[];
}

/** For the script that makes the weights, and for measurements. */
export function lessonOf(marked: string, layout: Layout): Lesson {
  const { stream, truth } = knownStream(marked, layout);
  const swaps = readSwaps(stream);
  const { places } = placesToBegin(stream, swaps);
  const trueMs = truth.steps.filter(({ kind }) => WORKED.has(kind)).map((step) => step.startMs);
  const begins = new Set<number>();
  for (const ms of trueMs) {
    const free = [...places.keys()].filter((i) => !begins.has(i));
    const near = nearest(free, (i) => Math.abs(places[i]!.atMs - ms), SAME_MS);
    if (near !== undefined) begins.add(near);
  }
  return { places, begins, trueMs };
}

/** Lessons as often as each counts. */
const counted = (all: readonly { readonly lessons: readonly Lesson[]; readonly counts: number }[]): Lesson[] =>
  all.flatMap(({ lessons, counts }) => Array.from({ length: counts }, () => lessons).flat());

/**
 * Weights by logistic regression on every place of every narration, each judged against the true beginning before it.
 * Deterministic: steps of all the data at once, with the root of the summed squares of what was stepped (AdaGrad).
 */
export function fitted(lessons: readonly Lesson[], rounds = ROUNDS): number[] {
  const rows: number[][] = [];
  const truth: number[] = [];
  for (const { places, begins } of lessons) {
    let last: Place | null = null;
    places.forEach((place, i) => {
      if (last && place.atMs - last.atMs < SHORTEST_MS) return;
      rows.push([...place.own, ...since(last, place)]);
      truth.push(begins.has(i) ? 1 : 0);
      if (begins.has(i)) last = place;
    });
  }
  const weights = new Float64Array(FEATURES.length);
  const squares = new Float64Array(FEATURES.length).fill(1e-6);
  const slope = new Float64Array(FEATURES.length);
  for (let round = 0; round < rounds; round++) {
    slope.fill(0);
    rows.forEach((row, i) => {
      let odds = 0;
      for (const one of row) odds += weights[one]!;
      const off = 1 / (1 + Math.exp(-odds)) - truth[i]!;
      for (const one of row) slope[one]! += off;
    });
    for (let k = 0; k < weights.length; k++) {
      const step = slope[k]! / rows.length + DECAY * weights[k]!;
      squares[k]! += step * step;
      weights[k]! -= (RATE / Math.sqrt(squares[k]!)) * step;
    }
  }
  return [...weights];
}

/** How well beginnings are found, as steps are scored. */
export function scoreOf(lessons: readonly Lesson[], weights: BeginWeights): Score {
  return lessons
    .map(({ places, trueMs }) =>
      pairUp(
        trueMs,
        bestBegins(places, weights).map(({ place }) => place.atMs),
        (ms) => ms,
        () => true,
      ),
    )
    .reduce((sum, one) => ({
      truth: sum.truth + one.truth,
      found: sum.found + one.found,
      right: sum.right + one.right,
    }));
}

/**
 * Weights of narrations, and the bias with which weights that were made without a narration find its steps best: whole
 * narrations are left out, with all of their layouts.
 *
 * @param narrations with their truth, and how often each counts where weights are made.
 */
export function trained(
  narrations: readonly { readonly marked: string; readonly counts: number }[],
): BeginWeights & { readonly leftOut: number } {
  const all = narrations.map(({ marked, counts }) => ({
    lessons: TRAINED_ON.map((layout) => lessonOf(marked, layout)),
    counts,
  }));
  const totals = BIASES.map(() => TRAINED_ON.map(() => ({ truth: 0, found: 0, right: 0 })));
  for (let fold = 0; fold < FOLDS; fold++) {
    const weights = fitted(counted(all.filter((_, i) => i % FOLDS !== fold)), ROUNDS / 2);
    const others = all.filter((_, i) => i % FOLDS === fold);
    BIASES.forEach((bias, b) =>
      TRAINED_ON.forEach((_, l) => {
        const { truth, found, right } = scoreOf(
          others.map(({ lessons }) => lessons[l]!),
          { bias, weights },
        );
        const sum = totals[b]![l]!;
        totals[b]![l] = { truth: sum.truth + truth, found: sum.found + found, right: sum.right + right };
      }),
    );
  }
  const means = totals.map((scored) => scored.reduce((sum, one) => sum + f1(one), 0) / scored.length);
  const best = means.indexOf(Math.max(...means));
  return { bias: BIASES[best]!, weights: fitted(counted(all)), leftOut: means[best]! };
}
