import { sentencesOf } from '../schedule/talk';

/**
 * Flesch reading ease (Flesch 1948): 206.835 − 1.015 × words a sentence − 84.6 × syllables a word; 60 and more is plain.
 *
 * @example readingEase('Go.') // null, too little to tell
 */
export function readingEase(words: string, syllables: number): number | null {
  const sentences = sentencesOf(words).length;
  const count = words.match(/[\p{L}’'-]+/gu)?.length ?? 0;
  return sentences === 0 || count === 0 ? null : 206.835 - (1.015 * count) / sentences - (84.6 * syllables) / count;
}
