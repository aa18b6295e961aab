import { sentencesOf } from '../schedule/talk';
import { spokenParts } from '../speech/speaking-time';
import type { Span } from '../time/spans';

/** So many ms are spoken in a stretch in which words are most likely said. */
export interface Told {
  readonly words: string;
  readonly spokenMs: number;
}

/** What is said without a pause in it, unless somebody makes none at its end either. */
interface Phrase {
  readonly syllables: number;
  /** Whether a sentence begins with it. */
  readonly begins: boolean;
}

/**
 * How far the length of what is said is from its syllables: standard deviations of its logarithm, word by word, and told
 * otherwise; so often it is told otherwise.
 */
const [SPREAD, SPREAD_OTHERWISE, OTHERWISE] = [0.2, 0.4, 0.3];
/** How long anybody speaks between two pauses, ms, and the spread of its logarithm. */
const [ANY_MS, ANY_SPREAD] = [1900, 0.6];
/** Natural logarithms of how probable it is that somebody pauses, leaves out a sentence, says something else between. */
const PAUSE_IN_SENTENCE = Math.log(0.45);
const NONE_IN_SENTENCE = Math.log(0.55);
const NONE_AFTER_SENTENCE = Math.log(0.05);
const LEFT_OUT = Math.log(0.07);
const ELSE = Math.log(0.08);
/** A word or two, whatever they are. */
const [SCRAP_MS, SCRAP] = [500, -0.5];
/** A pause that is too short to be heard as one, ms. */
const SHORT_PAUSE_MS = 150;
/** So many phrases are said in one go at most; so many other things are said between, in all. */
const MOST_JOINED = 4;
const MOST_ELSE = 12;
/** That nothing fits tells no more than this. */
const LEAST = -12;
/** The share of it that counts: neighbouring phrases of one voice are off in the same way, and no voice is as even as a simulated one. */
const COUNTS = 0.3;

/**
 * Which words somebody says, by how long they speak between pauses: their phrases are laid beside what is heard, in their
 * order, some left out, some said in one go (dynamic programming, as for two series whose rates differ).
 */
export class Rhythm {
  private readonly phrases: readonly (readonly Phrase[])[];
  private readonly lengthsMs: readonly number[];
  /** Of each instant, what is heard next after it. */
  private readonly next: Int32Array;
  /** What is told from each beginning on, as soon as it was asked for. */
  private readonly told = new Map<number, Float64Array>();

  /**
   * @param words of each slot; empty where nothing is said, or where it tells nothing.
   * @param atMs instants, ascending.
   * @param syllableMs how long this voice takes for a syllable.
   */
  constructor(
    words: readonly string[],
    atMs: readonly number[],
    speech: readonly Span[],
    private readonly syllableMs: number,
  ) {
    this.phrases = words.map(phrasesOf);
    this.lengthsMs = speech.map(([start, end]) => end - start);
    let heard = 0;
    this.next = Int32Array.from(atMs, (ms) => {
      while (heard < speech.length && (speech[heard]![0] + speech[heard]![1]) / 2 < ms) heard++;
      return heard;
    });
  }

  /** What it tells for a slot's words that so much is spoken between two instants, by their numbers; 0 without words. */
  tells(slot: number, from: number, to: number): number {
    const phrases = this.phrases[slot]!;
    if (phrases.length === 0) return 0;
    const [first, end] = [this.next[from]!, this.next[to]!];
    const key = slot * (this.lengthsMs.length + 1) + first;
    let told = this.told.get(key);
    if (!told) this.told.set(key, (told = this.toldFrom(phrases, first)));
    return COUNTS * (told[end - first] ?? LEAST);
  }

  /** What it tells for some phrases that the next none, one, two … that are heard are what is said of them. */
  private toldFrom(phrases: readonly Phrase[], first: number): Float64Array {
    const heard = this.lengthsMs.slice(first, first + phrases.length + MOST_ELSE);
    const told = new Float64Array(heard.length + 1);
    let best = new Float64Array(phrases.length + 1).fill(-Infinity);
    best[0] = 0;
    leaveOut(best, phrases);
    told[0] = Math.max(LEAST, best[phrases.length]!);
    heard.forEach((lengthMs, at) => {
      const now = new Float64Array(phrases.length + 1).fill(-Infinity);
      best.forEach((before, from) => {
        if (before < LEAST) return;
        now[from] = Math.max(now[from]!, before + (lengthMs < SCRAP_MS ? SCRAP : ELSE));
        let [syllables, joined] = [0, before];
        for (let to = from; to < Math.min(phrases.length, from + MOST_JOINED); to++) {
          const { syllables: own, begins } = phrases[to]!;
          if (to > from) joined += begins ? NONE_AFTER_SENTENCE : NONE_IN_SENTENCE;
          syllables += own;
          const meantMs = syllables * this.syllableMs + (to - from) * SHORT_PAUSE_MS;
          const pauses = phrases[to + 1]?.begins === false ? PAUSE_IN_SENTENCE : 0;
          now[to + 1] = Math.max(now[to + 1]!, joined + pauses + fits(lengthMs, meantMs));
        }
      });
      leaveOut(now, phrases);
      told[at + 1] = Math.max(LEAST, now[phrases.length]!);
      best = now;
    });
    return told;
  }
}

/** Lets every sentence be left out that nothing was said of. */
function leaveOut(best: Float64Array, phrases: readonly Phrase[]): void {
  for (let from = 0; from < phrases.length; from++) {
    if (!phrases[from]!.begins) continue;
    let end = from + 1;
    while (phrases[end]?.begins === false) end++;
    best[end] = Math.max(best[end]!, best[from]! + LEFT_OUT);
  }
}

/** How much better a length is explained by so many syllables than by anything that is said. */
function fits(lengthMs: number, meantMs: number): number {
  const off = Math.log(lengthMs / meantMs);
  const meant = (1 - OTHERWISE) * bell(off, SPREAD) + OTHERWISE * bell(off, SPREAD_OTHERWISE);
  return Math.log(meant / (bell(Math.log(lengthMs / ANY_MS), ANY_SPREAD) + 0.02) + 1e-4);
}

const bell = (x: number, spread: number): number => Math.exp(-((x / spread) ** 2) / 2) / spread;

function phrasesOf(words: string): Phrase[] {
  return sentencesOf(words).flatMap((sentence) =>
    (sentence.match(/[^,;:]+/g) ?? [])
      .map((phrase) => spokenParts(phrase).syllables)
      .filter((syllables) => syllables > 0)
      .map((syllables, at) => ({ syllables, begins: at === 0 })),
  );
}

/** Slower and faster than this nobody speaks, ms a syllable; of fewer syllables nothing is known. */
const [FASTEST_MS, SLOWEST_MS] = [120, 500];
const FEWEST = 30;

/**
 * How long a voice takes for a syllable, ms: the median over stretches of which it is known what is said in them, by their
 * syllables.
 *
 * @param usualMs where too little is known.
 */
export function syllableMsOf(told: readonly Told[], usualMs: number): number {
  const rates = told
    .map(({ words, spokenMs }) => ({ syllables: spokenParts(words).syllables, spokenMs }))
    .map(({ syllables, spokenMs }) => ({ syllables, ms: spokenMs / Math.max(1, syllables) }))
    .filter(({ ms }) => ms > FASTEST_MS && ms < SLOWEST_MS)
    .sort((a, b) => a.ms - b.ms);
  const all = rates.reduce((sum, one) => sum + one.syllables, 0);
  if (all < FEWEST) return usualMs;
  let upTo = 0;
  return rates.find(({ syllables }) => (upTo += syllables) >= all / 2)!.ms;
}
