import { syllablesOfWord } from '../speech/syllables';

/** A slow reader's syllable, ms (220 a minute; common practice, no source). */
const SYLLABLE_MS = 60_000 / 220;

/**
 * When each of some words ends when they are said one after another without a pause, ms from the first.
 *
 * @example naturalMs(['let', 'go']) // [273, 545]
 */
export function naturalMs(words: readonly string[]): number[] {
  let now = 0;
  return words.map((word) => Math.round((now += Math.max(1, syllablesOfWord(word)) * SYLLABLE_MS)));
}
