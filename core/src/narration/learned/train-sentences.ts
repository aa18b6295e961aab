import { isPunctuated } from '../tokens';
import type { Word } from '../words';
import { knownWords, sharedBy } from './known';
import { ANYWHERE, CUTS, endFeatures, runsAt, type KnownRun, type Spoken } from './end-features';
import { jointsIn, type Joint } from './joints';
import { spokenOf, type CutTrees, type LearnedEnds, type WrittenEnds } from './sentence-ends';
import { learned, type Example } from './train-likeliest';
import { grown, type Growth, type Row } from './train-trees';

const DECAY = 1e-5;
/** What fewer narrations share is not looked at. */
const LEAST_NARRATIONS = 2;
const FOLDS = 5;
const GROWTH: Growth = { trees: 120, depth: 4, rate: 0.1, reserve: 10, rungs: CUTS };

/** The words of a narration, after which of them a sentence ends, and where thoughts may be joined. */
export interface KnownEnds {
  readonly spoken: readonly Spoken[];
  readonly ends: readonly boolean[];
  readonly joints: readonly Joint[];
}

/** What is known of the ends of a narration's sentences, and how often it counts. Nothing where nobody wrote stops. */
export interface NarrationEnds {
  /** Without any sign. */
  readonly unwritten?: KnownEnds;
  /** With some of its sentences joined to the next, or none; an end is one that was joined. */
  readonly joined: readonly KnownEnds[];
  readonly counts: number;
}

/** Of how many sentences one is joined to the next, and from which on: some join much, and most nothing. */
const JOINED = [2, 4].flatMap((every) => Array.from({ length: every }, (_, from) => ({ every, from })));

/**
 * The words of a narration, and after which of them a sentence ends: as it was written, and with sentences joined to the next.
 *
 * @param marked a narration with its truth, see `readMarked`.
 */
export function knownEnds(marked: string): Omit<NarrationEnds, 'counts'> {
  const { words } = knownWords(marked, 'written');
  if (!isPunctuated(words)) return { joined: [] };
  const ends = new Set(words.flatMap(({ pause }, at) => (pause === '.' ? [at] : [])));
  return {
    unwritten: endsOf(words, ends),
    joined: [endsOf(words, new Set()), ...JOINED.map((how) => joined(words, how))],
  };
}

function joined(words: readonly Word[], { every, from }: { every: number; from: number }): KnownEnds {
  const ends = new Set<number>();
  const told: Word[] = [];
  let sentence = 0;
  words.forEach((word, at) => {
    const joins = word.pause === '.' && at < words.length - 1 && sentence++ % every === from;
    if (joins) ends.add(told.length);
    told.push(joins ? { ...word, pause: '' } : word);
    if (joins) told.push({ ...words[at + 1]!, text: 'and', norm: 'and', pause: '' });
  });
  return endsOf(told, ends);
}

function endsOf(words: readonly Word[], ends: ReadonlySet<number>): KnownEnds {
  const spoken = spokenOf(words);
  return { spoken, ends: spoken.map(({ word }) => ends.has(word)), joints: jointsIn(spoken, words) };
}

/**
 * Sentences by themselves as narrations, some of them from everywhere one after another: nobody said them together, but how
 * they begin and how they end is known.
 *
 * @example asNarrations(['Sit down.', 'Breathe', 'Let go.'], 2) // ['[0:00] Sit down. Let go.', '[0:00] Breathe.']
 */
export function asNarrations(sentences: readonly string[], together = 20): string[] {
  const ended = sentences.map((one) => (/[.?!]$/.test(one) ? one : `${one}.`));
  const narrations = Math.ceil(ended.length / together);
  return Array.from(
    { length: narrations },
    (_, own) => `[0:00] ${ended.filter((_sentence, i) => i % narrations === own).join(' ')}`,
  );
}

/**
 * What ends a sentence; and the same for each narration as it is known without it and some others, for what is learned on
 * ended sentences: ends that were learned by heart are found too well in the narrations that they were learned from.
 */
export function fittedSentences(narrations: readonly NarrationEnds[]): {
  readonly all: LearnedEnds;
  readonly without: readonly LearnedEnds[];
} {
  const folds = Array.from({ length: FOLDS }, (_, fold) =>
    knownRuns(narrations.filter((_one, i) => i % FOLDS !== fold)),
  );
  const unwritten = cutTrees(
    narrations.flatMap(({ unwritten: one, counts }, i) => {
      if (!one) return [];
      const tells = endFeatures(one.spoken, false, folds[i % FOLDS]!);
      return one.ends.slice(0, -1).map((truth, at) => ({ of: tells(at), truth, counts }));
    }),
  );
  const joined = cutTrees(
    narrations.flatMap(({ joined: all, counts }, i) =>
      all.flatMap(({ spoken, ends, joints }) => {
        const tells = endFeatures(spoken, true, folds[i % FOLDS]!);
        return joints.map(({ at, tells: own }) => ({ of: [...tells(at), ...own], truth: ends[at]!, counts }));
      }),
    ),
  );
  return {
    all: { runs: telling(knownRuns(narrations)), unwritten, joined },
    without: narrations.map((_, i) => ({ runs: folds[i % FOLDS]!, unwritten, joined })),
  };
}

/** A place whose answer is known: the numbers that tell of it. */
interface Told extends Omit<Row, 'features'> {
  readonly of: readonly number[];
}

function cutTrees(told: readonly Told[]): CutTrees {
  const cuts = (told[0]?.of ?? []).map((_, i) => cutsOf(told.map(({ of }) => of[i]!)));
  const rows = told.map(({ of, ...rest }): Row => ({ ...rest, features: over(of, cuts) }));
  return { cuts, trees: grown(rows, cuts.length * CUTS, GROWTH) };
}

/** Runs that tell something: those said twice that speak for nothing are four in ten of all, and change no figure. */
function telling(runs: ReadonlyMap<string, KnownRun>): Map<string, KnownRun> {
  return new Map(
    [...runs].filter(([name, [odds, said]]) => name === ANYWHERE || said > RARE || Math.abs(odds) >= SPEAKS),
  );
}
const RARE = 2;
const SPEAKS = 0.3;

/** The numbers of the highest cuts that some values lie over. */
function over(values: readonly number[], cuts: CutTrees['cuts']): number[] {
  return values.flatMap((value, i) => {
    const cut = cuts[i]!.findLastIndex((least) => value > least);
    return cut < 0 ? [] : [i * CUTS + cut];
  });
}

/** Values that part all of them into equal numbers. */
function cutsOf(values: readonly number[]): number[] {
  const sorted = Float64Array.from(values).sort();
  return Array.from({ length: CUTS }, (_, cut) =>
    Number(sorted[Math.floor(((cut + 1) * sorted.length) / (CUTS + 1))]!.toFixed(2)),
  );
}

/** What is known of runs of words that some narrations share. */
function knownRuns(narrations: readonly NarrationEnds[]): Map<string, KnownRun> {
  const places = narrations.map(({ unwritten, counts }) =>
    (unwritten?.spoken ?? []).slice(0, -1).map((_, at) => ({
      runs: runsAt(unwritten!.spoken, at),
      ...{ ends: unwritten!.ends[at]!, counts },
    })),
  );
  const known = sharedBy(
    places.map((own) => own.flatMap(({ runs }) => runs)),
    LEAST_NARRATIONS,
  );
  const tally = new Map<string, [said: number, ended: number]>();
  const examples = places.flat().map(({ runs, ends, counts }): Example<Ends> => {
    const own = runs.filter(known);
    for (const run of own) {
      const [said, ended] = tally.get(run) ?? [0, 0];
      tally.set(run, [said + 1, ended + (ends ? 1 : 0)]);
    }
    return {
      seen: { values: ANSWERS, of: [[], [ANYWHERE, ...own]], place: [] },
      truth: ends ? 'ends' : 'goes on',
      counts,
    };
  });
  const { shared } = learned(examples, DECAY, () => true);
  return new Map([
    [ANYWHERE, [shared[ANYWHERE] ?? 0, 0, 0]],
    ...[...tally].map(([run, [said, ended]]) => [run, [shared[run] ?? 0, said, ended]] as const),
  ]);
}

type Ends = 'goes on' | 'ends';
const ANSWERS: readonly Ends[] = ['goes on', 'ends'];

/** As it is written down. */
export function writtenEnds({ runs, ...rest }: LearnedEnds): WrittenEnds {
  return { ...rest, runs: [...runs].map(([name, known]) => [name, ...known].join(' ')).sort() };
}
