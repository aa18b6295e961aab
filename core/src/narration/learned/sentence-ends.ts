import { isPunctuated, streamOf } from '../tokens';
import type { Word } from '../words';
import { CUTS, endFeatures, type KnownRun, type Spoken } from './end-features';
import { oddsOf, type Tree } from './trees';
import sentences from './sentences.json' with { type: 'json' };

/** What is known of the ends of sentences, see `cli/src/write-learned.ts`. */
export interface LearnedEnds {
  readonly runs: ReadonlyMap<string, KnownRun>;
  /** Where each of what tells of an end is cut, see `end-features.ts`. */
  readonly cuts: readonly (readonly number[])[];
  readonly trees: readonly Tree[];
}

/** The same as it is written down: a name, and what is known of it, with spaces between. */
export interface WrittenEnds extends Omit<LearnedEnds, 'runs'> {
  readonly runs: readonly string[];
}

/** How sure it must be that a sentence ends, where nobody wrote it: one that is missed costs more than one too many. */
const LEAST = 0.3;
/** The same of a text with stops, in whose sentences of so many words and more two thoughts may be joined. */
const LEAST_JOINED = 0.5;
const LONG = 15;

/**
 * The words of a narration one after another, without any sign between them.
 *
 * @example spokenOf(wordsOf(parseLines('Six times. Let go.'))).map(({ text }) => text) // ['№', 'times', 'let', 'go']
 */
export function spokenOf(words: readonly Word[]): Spoken[] {
  const bare = words.map((word) => ({ ...word, pause: '' as const }));
  return streamOf(bare)
    .tokens.filter(({ text }) => text !== '.')
    .map(({ text, end }) => ({ text, word: end - 1 }));
}

/** @example readEnds({ runs: ['0 times 1.2 9 4'], cuts: [], trees: [] }).runs.get('0 times') // [1.2, 9, 4] */
export function readEnds({ runs: rows, ...rest }: WrittenEnds): LearnedEnds {
  const runs = new Map<string, KnownRun>();
  for (const row of rows) {
    // There are many, and a name has spaces too: its numbers are looked for from the end.
    const ended = row.lastIndexOf(' ');
    const said = row.lastIndexOf(' ', ended - 1);
    const odds = row.lastIndexOf(' ', said - 1);
    const known = [row.slice(odds, said), row.slice(said, ended), row.slice(ended)] as const;
    runs.set(row.slice(0, odds), [Number(known[0]), Number(known[1]), Number(known[2])]);
  }
  return { ...rest, runs };
}

let learnedEnds: LearnedEnds | null = null;

/**
 * How likely a sentence ends after any of some words (what is known of the words around there, alone and together, and of
 * the places around it; gradient boosted trees).
 *
 * @param punctuated whether somebody wrote stops elsewhere, so that only some thoughts are joined.
 * @example endsLikely(spoken, false, learned)(5) // 0.93
 */
export function endsLikely(
  spoken: readonly Spoken[],
  punctuated: boolean,
  { runs, cuts, trees }: LearnedEnds,
): (at: number) => number {
  const asked = [...new Set(trees.flatMap(({ asks }) => asks))].filter((feature) => feature >= 0);
  const on = new Uint8Array(cuts.length * CUTS);
  const tells = endFeatures(spoken, punctuated, runs);
  return (at) => {
    const told = tells(at);
    for (const feature of asked) {
      const of = Math.floor(feature / CUTS);
      on[feature] = told[of]! > cuts[of]![feature % CUTS]! ? 1 : 0;
    }
    return 1 / (1 + Math.exp(-oddsOf(trees, on)));
  };
}

/**
 * Words that were written without stops, as machines write down what they hear, or with one thought joined to the next,
 * with the ends of sentences that are likely.
 *
 * @example withSentences(wordsOf(parseLines('[0:05] press six times and let go now the jaw')))[5]?.pause // '.'
 */
export function withSentences(words: readonly Word[], learned?: LearnedEnds): readonly Word[] {
  const known = learned ?? (learnedEnds ??= readEnds(sentences));
  const punctuated = isPunctuated(words);
  const spoken = spokenOf(words);
  const likely = endsLikely(spoken, punctuated, known);
  const ends = new Set<number>();
  for (const [from, to] of sentencesIn(spoken, words)) {
    if (punctuated && to - from < LONG) continue;
    for (let at = from; at < to - 1; at++) {
      const { word } = spoken[at]!;
      if (!punctuated && words[word]!.pause !== '') continue;
      if (likely(at) >= (punctuated ? LEAST_JOINED : LEAST)) ends.add(word);
    }
  }
  let sentence = 0;
  return words.map((word, at) => {
    const own = { ...word, sentence, pause: ends.has(at) ? ('.' as const) : word.pause };
    if (own.pause === '.') sentence++;
    return own;
  });
}

/** Where each sentence begins and ends that somebody wrote; all of it where nobody wrote stops. */
function sentencesIn(spoken: readonly Spoken[], words: readonly Word[]): [from: number, to: number][] {
  const ends = spoken.flatMap(({ word }, at) => (words[word]!.pause === '.' ? [at + 1] : []));
  return [...ends, spoken.length].map((to, i) => [ends[i - 1] ?? 0, to]);
}
