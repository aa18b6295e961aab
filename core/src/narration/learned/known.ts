import { laidOut, type Layout } from '../layouts';
import { parseLines } from '../lines';
import { readMarked } from '../marked';
import type { Reading } from '../reading';
import { withSentences, type LearnedEnds } from './sentence-ends';
import { streamOf, type Stream } from '../tokens';
import { wordsOf, type Word } from '../words';

/** A narration whose truth is known, in all of its layouts, and how often it counts. */
export interface Known<T> {
  readonly layouts: readonly T[];
  readonly counts: number;
}

/**
 * The words of a narration in a layout, and what is truly said in them.
 *
 * @param marked a narration with its truth, see `readMarked`.
 * @param ends what is known of the ends of sentences, for those that nobody wrote: none are looked for without it.
 * @example knownStream('[0:05] {d reps 6 here}six times', 'written').truth.doses[0]?.low // 6
 */
export function knownStream(
  marked: string,
  layout: Layout,
  ends?: LearnedEnds,
): { readonly stream: Stream; readonly truth: Reading } {
  const { words, truth } = knownWords(marked, layout);
  return { stream: streamOf(ends ? withSentences(words, ends) : words), truth };
}

/** The same, its words one by one. */
export function knownWords(
  marked: string,
  layout: Layout,
): { readonly words: readonly Word[]; readonly truth: Reading } {
  const { text, truth } = readMarked(laidOut(marked, layout));
  return { words: wordsOf(parseLines(text)), truth };
}

/**
 * The first of those that are nearest, if any is near enough.
 *
 * @example nearest([1, 5, 8], (one) => Math.abs(one - 6), 3) // 5
 */
export function nearest<T>(of: readonly T[], off: (one: T) => number, within: number): T | undefined {
  return of
    .filter((one) => off(one) < within)
    .reduce<T | undefined>((best, one) => (best !== undefined && off(best) <= off(one) ? best : one), undefined);
}

/**
 * What is true of so many narrations at least: what fewer share would be learned by heart and says nothing of others.
 *
 * @param names of each narration, as often as they are found in it.
 * @example sharedBy([['six', 'jaw'], ['six']], 2)('jaw') // false
 */
export function sharedBy(names: readonly (readonly string[])[], least: number): (name: string) => boolean {
  const narrations = new Map<string, number>();
  for (const own of names) for (const name of new Set(own)) narrations.set(name, (narrations.get(name) ?? 0) + 1);
  return (name) => (narrations.get(name) ?? 0) >= least;
}
