import { FEATURES, since, type Place } from './begin-features';
import { bestBegins, SHORTEST_MS, type BeginJudge } from './begins';
import { knownStream, nearest, type Known } from './known';
import type { LearnedEnds } from './sentence-ends';
import { grown, type Growth, type Row } from './train-trees';
import type { Tree } from './trees';
import { LAYOUTS, type Layout } from '../layouts';
import { f1, pairUp, type Score } from '../score';
import { WORKED } from '../step-draft';
import { placesToBegin } from '../steps';
import { readSwaps } from '../swaps';

/** All layouts: what is trained on the set as it was written alone learns its lines. */
export const TRAINED_ON: readonly Layout[] = LAYOUTS;
const GROWTH: Growth = { trees: 200, depth: 4, rate: 0.1, reserve: 10 };
/** A true beginning is the place that lies so near, ms. */
const SAME_MS = 2600;
/** What the trees are tried with. */
const BIASES = [0, 0.4, 0.8, 1.2, 1.6];
const FOLDS = 3;

/** A narration as it is learned from: its places, those where a step truly begins, and when these are. */
export interface Lesson {
  readonly places: readonly Place[];
  readonly begins: ReadonlySet<number>;
  readonly trueMs: readonly number[];
}

/** For the script that makes the weights, and for measurements. */
export function lessonOf(marked: string, layout: Layout, ends?: LearnedEnds): Lesson {
  const { stream, truth } = knownStream(marked, layout, ends);
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

/** Trees of every place of every narration, each judged against the true beginning before it. */
function fittedBegins(known: readonly Known<Lesson>[]): Tree[] {
  const rows = known.flatMap(({ layouts, counts }) =>
    layouts.flatMap(({ places, begins }) => {
      let last: Place | null = null;
      return places.flatMap((place, i): Row[] => {
        if (last && place.atMs - last.atMs < SHORTEST_MS) return [];
        const features = [...place.own, ...since(last, place)];
        const truth = begins.has(i);
        if (truth) last = place;
        return [{ features, truth, counts }];
      });
    }),
  );
  return grown(rows, FEATURES.length, GROWTH);
}

/** How well beginnings are found, as steps are scored. */
export function scoreOf(lessons: readonly Lesson[], judge: BeginJudge): Score {
  return lessons
    .map(({ places, trueMs }) =>
      pairUp(
        trueMs,
        bestBegins(places, judge).map(({ place }) => place.atMs),
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
 * Trees of narrations, and the bias with which trees that were grown without a narration find its steps best: whole
 * narrations are left out, with all of their layouts.
 *
 * @param narrations with their truth, how often each counts where trees are grown, and what is known of the ends of sentences.
 */
export function trained(
  narrations: readonly { readonly marked: string; readonly counts: number; readonly ends?: LearnedEnds }[],
): BeginJudge & { readonly leftOut: number } {
  const all = narrations.map(({ marked, counts, ends }): Known<Lesson> => ({
    layouts: TRAINED_ON.map((layout) => lessonOf(marked, layout, ends)),
    counts,
  }));
  const totals = BIASES.map(() => TRAINED_ON.map(() => ({ truth: 0, found: 0, right: 0 })));
  for (let fold = 0; fold < FOLDS; fold++) {
    const trees = fittedBegins(all.filter((_, i) => i % FOLDS !== fold));
    const others = all.filter((_, i) => i % FOLDS === fold);
    BIASES.forEach((bias, b) =>
      TRAINED_ON.forEach((_, l) => {
        const { truth, found, right } = scoreOf(
          others.map(({ layouts }) => layouts[l]!),
          { bias, trees },
        );
        const sum = totals[b]![l]!;
        totals[b]![l] = { truth: sum.truth + truth, found: sum.found + found, right: sum.right + right };
      }),
    );
  }
  const means = totals.map((scored) => scored.reduce((sum, one) => sum + f1(one), 0) / scored.length);
  const best = means.indexOf(Math.max(...means));
  return { bias: BIASES[best]!, trees: fittedBegins(all), leftOut: means[best]! };
}
