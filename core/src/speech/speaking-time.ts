import type { Pace } from '../lesson/lesson.schema';
import { readAloud } from './numbers';
import { syllablesOfWord } from './syllables';

/**
 * Syllables of a text as it is read aloud.
 *
 * @example syllablesOf('Let go of it.') // 4
 */
export function syllablesOf(text: string): number {
  return readAloud(text)
    .split(/[^\p{L}’']+/u)
    .reduce((sum, word) => sum + syllablesOfWord(word), 0);
}

/** What of a text takes time: syllables, pauses inside and at the end of sentences, and silences that are written, ms. */
export interface Spoken {
  readonly syllables: number;
  readonly commas: number;
  readonly stops: number;
  readonly silenceMs: number;
}

/** Texts that were counted lately: while a lesson is edited, all but one of its texts stay the same. */
const counted = new Map<string, Spoken>();
const MOST_KEPT = 4000;

/**
 * Counts what of a text takes time. `[3 s]` in a text is a silence of that length.
 *
 * @example spokenParts('Press, and let go.') // { syllables: 4, commas: 1, stops: 1, silenceMs: 0 }
 */
export function spokenParts(text: string): Spoken {
  const known = counted.get(text);
  if (known) return known;
  if (counted.size >= MOST_KEPT) counted.clear();
  const parts = countParts(text);
  counted.set(text, parts);
  return parts;
}

function countParts(text: string): Spoken {
  let silenceMs = 0;
  const spoken = text.replace(/\[(\d+(?:\.\d+)?)\s*s\]/g, (_, seconds: string) => {
    silenceMs += Number(seconds) * 1000;
    return ' ';
  });
  const syllables = syllablesOf(spoken);
  if (syllables === 0) return { syllables, commas: 0, stops: 0, silenceMs };
  const plain = spoken.replace(/\b(?:e\.\s?g|i\.\s?e|etc|approx|Dr|vs)\./gi, '').replace(/(\d)[.,:](?=\d)/g, '$1');
  const sentences = (plain.match(/[.!?…]+(?=\s|$|["”'’)])|\n+(?=\s*\S)/g) ?? []).length;
  const closed = /[.!?…]["”'’)]*\s*$/.test(plain);
  const commas = (plain.match(/[,;:()]|\s[–—-]\s|—/g) ?? []).length;
  return { syllables, commas, stops: sentences + (closed ? 0 : 1), silenceMs };
}

/**
 * How long a text takes to say, ms: syllables at the speaking rate, a pause inside a sentence at `, ; : – —` and
 * brackets, and a longer one at its end (also after the last one, where the voice settles). `[3 s]` in a text is a
 * silence of that length.
 *
 * @example speakingMs('', pace) // 0
 */
export function speakingMs(
  text: string,
  pace: Pick<Pace, 'syllablesPerMinute' | 'commaPauseMs' | 'sentencePauseMs'>,
): number {
  const { syllables, commas, stops, silenceMs } = spokenParts(text);
  return Math.round(
    (syllables * 60_000) / pace.syllablesPerMinute +
      commas * pace.commaPauseMs +
      stops * pace.sentencePauseMs +
      silenceMs,
  );
}

/**
 * Words a minute that a text comes to at a pace, pauses included; null for a text without words.
 *
 * @example wordsPerMinute('Press, and let go.', pace) // 96
 */
export function wordsPerMinute(text: string, pace: Pace): number | null {
  const words = readAloud(text).match(/[\p{L}’'-]+/gu)?.length ?? 0;
  const lengthMs = speakingMs(text, pace);
  return words === 0 ? null : (words * 60_000) / lengthMs;
}
