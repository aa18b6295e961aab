import type { Pace } from '../lesson/lesson.schema';
import { readAloud } from './numbers';
import { syllablesOfWord } from './syllables';

/** Syllables of a text as it is read aloud. */
export function syllablesOf(text: string): number {
  return readAloud(text)
    .split(/[^\p{L}’']+/u)
    .reduce((sum, word) => sum + syllablesOfWord(word), 0);
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
  let silence = 0;
  const spoken = text.replace(/\[(\d+(?:\.\d+)?)\s*s\]/g, (_, seconds: string) => {
    silence += Number(seconds) * 1000;
    return ' ';
  });
  const syllables = syllablesOf(spoken);
  if (syllables === 0) return Math.round(silence);
  const plain = spoken.replace(/\b(?:e\.\s?g|i\.\s?e|etc|approx|Dr|vs)\./gi, '').replace(/(\d)[.,:](?=\d)/g, '$1');
  const sentences = (plain.match(/[.!?…]+(?=\s|$|["”'’)])|\n+(?=\s*\S)/g) ?? []).length;
  const closed = /[.!?…]["”'’)]*\s*$/.test(plain);
  const commas = (plain.match(/[,;:()]|\s[–—-]\s|—/g) ?? []).length;
  return Math.round(
    (syllables * 60_000) / pace.syllablesPerMinute +
      commas * pace.commaPauseMs +
      (sentences + (closed ? 0 : 1)) * pace.sentencePauseMs +
      silence,
  );
}

/** Words a minute that a text comes to at a pace, pauses included; null for a text without words. */
export function wordsPerMinute(text: string, pace: Pace): number | null {
  const words = readAloud(text).match(/[\p{L}’'-]+/gu)?.length ?? 0;
  const lengthMs = speakingMs(text, pace);
  return words === 0 ? null : (words * 60_000) / lengthMs;
}
