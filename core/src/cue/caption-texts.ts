import { syllablesOf } from '../speech/speaking-time';

/** Published timed-text guides of broadcasters and streamers (from memory): 42 characters a line, two lines. */
export const LINE_CHARACTERS = 42;
/** Their calm reading pace, and how long something is read at the most (from memory). */
export const CHARACTERS_PER_SECOND = 17;
export const LONGEST_MS = 7000;

/** What is shown at once, and how long it takes to say in proportion to the others. */
export interface CaptionText {
  readonly text: string;
  readonly weight: number;
}

/**
 * Cuts spoken words into what is shown at once: at sentence ends, then commas, then spaces, so that each can be set in
 * two lines of {@link LINE_CHARACTERS}.
 *
 * @example captionTexts('Press. Let go.') // [{ text: 'Press.', weight: 2 }, { text: 'Let go.', weight: 3 }]
 */
export function captionTexts(words: string): CaptionText[] {
  return words
    .replace(/\[\d+(?:\.\d+)?\s*s\]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .split(/(?<=[.!?…]["”'’)]?)\s+/)
    .flatMap((sentence) => cutLong(sentence))
    .filter((text) => text.length > 0)
    .map((text) => ({ text, weight: syllablesOf(text) + 1 }));
}

function cutLong(sentence: string): string[] {
  if (fits(sentence)) return [sentence];
  const places = [...sentence.matchAll(/\s/g)].map((place) => place.index);
  if (places.length === 0) {
    const most = 2 * LINE_CHARACTERS;
    return sentence.length <= most ? [sentence] : [sentence.slice(0, most), ...cutLong(sentence.slice(most))];
  }
  const middle = sentence.length / 2;
  const cost = (at: number): number => Math.abs(at - middle) - (/[,;:—]/.test(sentence[at - 1] ?? '') ? 20 : 0);
  const best = places.reduce((a, b) => (cost(b) < cost(a) ? b : a));
  return [...cutLong(sentence.slice(0, best)), ...cutLong(sentence.slice(best + 1))];
}

/** Whether two lines hold it. */
function fits(text: string): boolean {
  if (text.length <= LINE_CHARACTERS) return true;
  if (text.length > 2 * LINE_CHARACTERS + 1) return false;
  return [...text.matchAll(/ /g)].some(
    ({ index }) => index <= LINE_CHARACTERS && text.length - index - 1 <= LINE_CHARACTERS,
  );
}
