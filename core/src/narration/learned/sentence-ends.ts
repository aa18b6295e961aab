import { isPunctuated, streamOf, WORDS_A_STOP } from '../tokens';
import type { Word } from '../words';
import { CUTS, endFeatures, type KnownRun, type Spoken } from './end-features';
import { jointsIn, placesIn, sentencesIn, type Stretch } from './joints';
import { oddsOf, type Tree } from './trees';
import sentences from './sentences.json' with { type: 'json' };

/** Trees, and where each of the numbers that they ask of is cut. */
export interface CutTrees {
  readonly cuts: readonly (readonly number[])[];
  readonly trees: readonly Tree[];
}

/** What is known of the ends of sentences, see `cli/src/write-learned.ts`. */
export interface LearnedEnds {
  readonly runs: ReadonlyMap<string, KnownRun>;
  /** Of any place where nobody wrote stops, see `end-features.ts`. */
  readonly unwritten: CutTrees;
  /** Of an “and” within a sentence that somebody ended; `joints.ts` tells more of it. */
  readonly joined: CutTrees;
}

/** The same as it is written down: a name, and what is known of it, with spaces between. */
export interface WrittenEnds extends Omit<LearnedEnds, 'runs'> {
  readonly runs: readonly string[];
}

/** How sure it must be that a sentence ends, where nobody wrote it: one that is missed costs more than one too many. */
const LEAST = 0.3;
/** The same of an “and” in a text with stops. */
const LEAST_JOINED = 0.5;

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
 * How likely it is by numbers that something is so (gradient boosted trees).
 *
 * @example judge({ cuts: [[3]], trees: [{ asks: [0], odds: [-2, 2] }] })([4]) // 0.88
 */
export function judge({ cuts, trees }: CutTrees): (numbers: readonly number[]) => number {
  const asked = [...new Set(trees.flatMap(({ asks }) => asks))].filter((feature) => feature >= 0);
  const on = new Uint8Array(cuts.length * CUTS);
  return (numbers) => {
    for (const feature of asked) {
      const of = Math.floor(feature / CUTS);
      on[feature] = numbers[of]! > cuts[of]![feature % CUTS]! ? 1 : 0;
    }
    return 1 / (1 + Math.exp(-oddsOf(trees, on)));
  };
}

/**
 * How likely a sentence ends after any of some words where nobody wrote stops: by what is known of the words around there,
 * alone and together, and of the places around it.
 *
 * @example endsLikely(spoken, learned)(5) // 0.93
 */
export function endsLikely(spoken: readonly Spoken[], { runs, unwritten }: LearnedEnds): (at: number) => number {
  const tells = endFeatures(spoken, false, runs);
  const likely = judge(unwritten);
  return (at) => likely(tells(at));
}

/** Words after which a sentence is likely to end that nobody ended. */
function likelyEnds(words: readonly Word[], known: LearnedEnds): number[] {
  const spoken = spokenOf(words);
  const punctuated = isPunctuated(words);
  // What goes on for so long is as good as unwritten.
  const unwritten: readonly Stretch[] = punctuated
    ? sentencesIn(spoken, words).filter(([from, to]) => to - from >= WORDS_A_STOP)
    : [[0, spoken.length]];
  const likely = endsLikely(spoken, known);
  const ends = unwritten.flatMap(placesIn).filter((at) => words[spoken[at]!.word]!.pause === '' && likely(at) >= LEAST);
  return [...ends, ...(punctuated ? joinedEnds(spoken, words, known) : [])].map((at) => spoken[at]!.word);
}

/** The likely ones before an “and” of a text with stops, by their numbers. */
function joinedEnds(spoken: readonly Spoken[], words: readonly Word[], { runs, joined }: LearnedEnds): number[] {
  const tells = endFeatures(spoken, true, runs);
  const likely = judge(joined);
  return jointsIn(spoken, words)
    .filter(({ at, tells: own }) => likely([...tells(at), ...own]) >= LEAST_JOINED)
    .map(({ at }) => at);
}

/**
 * Words that were written without stops, as machines write down what they hear, or with one thought joined to the next,
 * with the ends of sentences that are likely.
 *
 * @example withSentences(wordsOf(parseLines('[0:05] press six times and let go now the jaw')))[5]?.pause // '.'
 */
export function withSentences(words: readonly Word[], learned?: LearnedEnds): readonly Word[] {
  const known = learned ?? (learnedEnds ??= readEnds(sentences));
  const ends = new Set(likelyEnds(words, known));
  let sentence = 0;
  return words.map((word, at) => {
    const own = { ...word, sentence, pause: ends.has(at) ? ('.' as const) : word.pause };
    if (own.pause === '.') sentence++;
    return own;
  });
}
