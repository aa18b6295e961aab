import { syllablesOf } from '../speech/speaking-time';

export interface CaptionChunk {
  readonly startMs: number;
  readonly endMs: number;
  /** One or two lines of at most {@link LINE_CHARACTERS}. */
  readonly text: string;
}

/** Published timed-text guides of broadcasters and streamers (from memory): 42 characters a line, two lines. */
export const LINE_CHARACTERS = 42;
const LONGEST_CHARACTERS = LINE_CHARACTERS * 2;

/**
 * Cuts spoken words into captions at sentence ends, then commas, then spaces, and shares the time out by syllables.
 *
 * @example captionChunks('Press. Let go.', 0, 2000)[0] // { startMs: 0, endMs: 800, text: 'Press.' }
 */
export function captionChunks(words: string, startMs: number, endMs: number): CaptionChunk[] {
  const texts = words
    .replace(/\[\d+(?:\.\d+)?\s*s\]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .split(/(?<=[.!?…]["”'’)]?)\s+/)
    .flatMap((sentence) => cutLong(sentence))
    .filter((text) => text.length > 0);
  const weights = texts.map((text) => syllablesOf(text) + 1);
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  let done = 0;
  return texts.map((text, i) => {
    const from = startMs + Math.round(((endMs - startMs) * done) / whole);
    done += weights[i]!;
    const to = startMs + Math.round(((endMs - startMs) * done) / whole);
    return { startMs: from, endMs: to, text: inLines(text) };
  });
}

function cutLong(sentence: string): string[] {
  if (sentence.length <= LONGEST_CHARACTERS) return [sentence];
  const middle = sentence.length / 2;
  const places = [...sentence.matchAll(/(?<=[,;:—])\s|\s/g)];
  if (places.length === 0)
    return [sentence.slice(0, LONGEST_CHARACTERS), ...cutLong(sentence.slice(LONGEST_CHARACTERS))];
  const cost = (at: number): number => Math.abs(at - middle) - (/[,;:—]/.test(sentence[at - 1] ?? '') ? 20 : 0);
  const best = places.map((place) => place.index).reduce((a, b) => (cost(b) < cost(a) ? b : a));
  return [...cutLong(sentence.slice(0, best)), ...cutLong(sentence.slice(best + 1))];
}

function inLines(text: string): string {
  if (text.length <= LINE_CHARACTERS) return text;
  const spaces = [...text.matchAll(/ /g)].map((space) => space.index);
  const fits = spaces.filter((at) => at <= LINE_CHARACTERS && text.length - at - 1 <= LINE_CHARACTERS);
  const pool = fits.length > 0 ? fits : spaces;
  if (pool.length === 0) return text;
  const best = pool.reduce((a, b) => (Math.abs(b - text.length / 2) < Math.abs(a - text.length / 2) ? b : a));
  return `${text.slice(0, best)}\n${text.slice(best + 1)}`;
}
