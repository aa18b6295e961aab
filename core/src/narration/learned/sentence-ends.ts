import { isPunctuated, streamOf } from '../tokens';
import type { Word } from '../words';
import { howLikely, type Learned, type Seen } from './likeliest';
import sentences from './sentences.json' with { type: 'json' };

/** Whether a sentence ends after a word. */
export type Ends = 'goes on' | 'ends';
const ANSWERS: readonly Ends[] = ['goes on', 'ends'];

/** How sure it must be that a sentence ends, where nobody wrote it: one that is missed costs more than one too many. */
const LEAST = 0.35;
/** The same of a text with stops, in whose sentences of so many words and more two thoughts may be joined. */
const LEAST_JOINED = 0.55;
const LONG = 15;
/** Before the first word and after the last. */
const NONE = '·';

/** A word as it is looked at: any number is as good as another. */
export interface Spoken {
  readonly text: string;
  /** Index of its last word. */
  readonly word: number;
}

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

/** Words around a place that are looked at together: from so far behind the last word on, and how many. */
const RUNS: readonly (readonly [from: number, length: number])[] = [
  ...([-2, -1, 0, 1, 2, 3] as const).map((from) => [from, 1] as const),
  ...([-1, 0, 1, 2] as const).map((from) => [from, 2] as const),
  ...([-1, 0, 1, -2] as const).map((from) => [from, 3] as const),
];

/** What speaks for a sentence that ends after a word: which words stand around there, alone and together. */
export function endSeen(spoken: readonly Spoken[], at: number): Seen<Ends> {
  const runs = RUNS.map(([from, length]) => {
    let name = `${from}`;
    for (let off = from; off < from + length; off++) name += ` ${spoken[at + off]?.text ?? NONE}`;
    return name;
  });
  return { values: ANSWERS, of: [[], ['any', ...runs]], place: [] };
}

/**
 * Words that were written without stops, as machines write down what they hear, or with one thought joined to the next,
 * with the ends of sentences that are likely.
 *
 * @param learned what ends a sentence, see `cli/src/write-learned.ts`.
 * @example withSentences(wordsOf(parseLines('[0:05] press six times and let go now the jaw')))[5]?.pause // '.'
 */
export function withSentences(words: readonly Word[], learned: Learned = sentences): readonly Word[] {
  const punctuated = isPunctuated(words);
  const spoken = spokenOf(words);
  const ends = new Set<number>();
  for (const [from, to] of sentencesIn(spoken, words)) {
    if (punctuated && to - from < LONG) continue;
    for (let at = from; at < to - 1; at++) {
      const { word } = spoken[at]!;
      if (!punctuated && words[word]!.pause !== '') continue;
      const likely = howLikely('ends', endSeen(spoken, at), learned);
      if (likely >= (punctuated ? LEAST_JOINED : LEAST)) ends.add(word);
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
