import type { NarrationLine } from '../narration/lines';
import { wordsOf } from '../narration/words';
import type { Span } from '../time/spans';
import { intoSpeech } from './into-speech';
import { naturalMs } from './natural';
import { plainWords } from './plain-words';

const PAUSE_MS = 300;

/** A word of captions, without a time of its own. */
export interface CaptionWord {
  readonly text: string;
  /** Its line, and the word as it is written that it belongs to: its number among {@link wordsOf}. */
  readonly line: number;
  readonly word: number;
  /** Whether a sentence begins with it, or a line after a pause; whether a sentence ends with it. */
  readonly opens: boolean;
  readonly closes: boolean;
}

/** A word that was said, and when that can have been, ms. */
export interface HeardWord extends CaptionWord {
  readonly startMs: number;
  readonly endMs: number;
  /** All silence of its line after it; all silence before it. */
  readonly earliestMs: number;
  readonly latestMs: number;
}

/**
 * The words of captions, one by one.
 *
 * @example captionWords(parseLines('[0:05] Let go, 10 times.')).length // 4
 */
export function captionWords(lines: readonly NarrationLine[]): CaptionWord[] {
  const words = wordsOf(lines);
  return words.flatMap(({ text, line, pause }, at) => {
    const before = words[at - 1];
    const plain = plainWords(text);
    return plain.map((one, i) => ({
      text: one,
      line,
      word: at,
      opens: i === 0 && (!before || before.pause === '.' || (before.line !== line && isApart(lines, line))),
      closes: i === plain.length - 1 && pause === '.',
    }));
  });
}

/** Whether a line comes after a pause. A line that follows at once may begin anywhere in a sentence. */
function isApart(lines: readonly NarrationLine[], line: number): boolean {
  return lines[line]!.startMs - lines[line - 1]!.endMs >= PAUSE_MS;
}

/** Where speech is heard, words are this much beside where they are laid at most, ms. */
const BESIDE_MS = 500;
/** After a pause as long as a breath a sentence begins. */
const SENTENCE_MS = 350;
/** As fast as somebody speaks, as a share of slow speech (common practice, no source). */
const FAST = 0.6;
/** What a sentence's end weighs beside a silence that is planned, ms. */
const BREATH_MS = 400;
/** A stamp in whole seconds was cut off, not rounded: what it marks came this much later on the average, ms. */
const CUT_OFF_MS = 400;

/**
 * Gives the words of captions their times. A line says when it begins and ends, never when its words fall: they are laid
 * into it as fast as slow speech takes, and what is left is silence, at the ends of its sentences and above all where
 * silence is planned.
 *
 * Where somebody is heard to speak is known, they are laid into that, and a pause begins a sentence.
 *
 * @param plannedMs the silence that is planned after each word.
 * @param speech sorted and disjoint.
 * @example timed(parseLines('[0:05] Let go.'), words, [0, 0])[0]?.startMs // 5400
 */
export function timed(
  lines: readonly NarrationLine[],
  words: readonly CaptionWord[],
  plannedMs: ArrayLike<number>,
  speech: readonly Span[] = [],
): HeardWord[] {
  const heard: HeardWord[] = [];
  for (let from = 0; from < words.length;) {
    const { line } = words[from]!;
    let to = from;
    while (to < words.length && words[to]!.line === line) to++;
    const { startMs, endMs, wholeSecond = false } = lines[line]!;
    const begins = startMs + (wholeSecond ? Math.min(CUT_OFF_MS, (endMs - startMs) / 4) : 0);
    const own = words.slice(from, to);
    const ends = naturalMs(own.map((one) => one.text));
    const natural = ends[ends.length - 1] ?? 0;
    const lengthMs = endMs - begins;
    const scale = natural > lengthMs ? lengthMs / natural : 1;
    const silenceMs = lengthMs - natural * scale;
    const weights = own.map((one, i) => plannedMs[from + i]! + (one.closes ? BREATH_MS : 0));
    const weight = weights.reduce((sum, one) => sum + one, 0);
    const fast = Math.min(scale, FAST);
    let silentMs = 0;
    const closes = own.map((one) => one.closes);
    const spoken = intoSpeech(ends, closes, [begins, endMs], speech);
    own.forEach((one, i) => {
      const start = ends[i - 1] ?? 0;
      const [saidMs, overMs] = spoken?.[i] ?? [begins + silentMs + start * scale, begins + silentMs + ends[i]! * scale];
      const before = heard[heard.length - 1];
      const earliestMs = (wholeSecond ? startMs : begins) + start * fast;
      const latestMs = i > 0 ? endMs - (natural - start) * fast : wholeSecond ? startMs + 1000 : begins;
      heard.push({
        ...one,
        opens: one.opens || (spoken !== null && before !== undefined && saidMs - before.endMs > SENTENCE_MS),
        startMs: Math.round(saidMs),
        endMs: Math.round(overMs),
        earliestMs: Math.round(spoken ? Math.max(earliestMs, saidMs - BESIDE_MS) : earliestMs),
        latestMs: Math.round(spoken ? Math.min(latestMs, saidMs + BESIDE_MS) : latestMs),
      });
      if (weight > 0) silentMs += (silenceMs * weights[i]!) / weight;
    });
    from = to;
  }
  return heard;
}
