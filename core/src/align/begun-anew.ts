import { layBeside } from './global';
import type { CaptionWord } from './heard';

/** How somebody says that a sentence was spoilt and comes again (common speech, no source). */
const SPOILT = new RegExp(
  `\\b(?:${[
    String.raw`(?:sorry |oops |whoops )+(?:again|once more|let me|i'll|start|wait)(?: from here| from the top)?`,
    String.raw`(?:again|once more|start) from (?:here|the top|the beginning)`,
    String.raw`let me (?:just )?(?:say|do|start|try|take|begin) (?:that |this |it )?(?:again|over|once more)(?: again)?`,
    String.raw`no wait(?: once more| again)?`,
    String.raw`(?:scratch that|take two)`,
  ]
    .map((one) => `(?:${one})`)
    .join('|')})\\b`,
  'g',
);
/** A sentence is broken off after no more words than this. */
const LONGEST = 12;
/** What comes anew may have so many words more, and has so much of what was broken off. */
const MORE = 3;
const SHARE = 0.5;

/**
 * Where somebody says that a sentence was spoilt, and it comes again: from its first word up to the first one of the
 * second time. “Knuckles into the – sorry, again from here. Knuckles into the jaw.”
 *
 * @example begunAnew(captionWords(parseLines('[0:05] Into the. Sorry, again from here. Into the jaw.'))) // [[0, 6]]
 */
export function begunAnew(said: readonly Pick<CaptionWord, 'text'>[]): (readonly [from: number, to: number])[] {
  const words = said.map((word) => word.text);
  const text = words.join(' ');
  const wordAt = (at: number): number => text.slice(0, at).split(' ').length - 1;
  return [...text.matchAll(SPOILT)].flatMap((match) => {
    const from = wordAt(match.index);
    const behind = wordAt(match.index + match[0].length - 1) + 1;
    const start = brokenFrom(words, from, behind);
    return start === null ? [] : [[start, behind] as const];
  });
}

/** The first word of what was broken off before the apology, by what comes after it; null where nothing comes again. */
function brokenFrom(words: readonly string[], from: number, behind: number): number | null {
  for (let length = Math.min(LONGEST, from); length > 0; length--) {
    const own = words.slice(from - length, from);
    const pairs = layBeside(own, words.slice(behind, behind + length + MORE)).filter((one) => one.likeness > 0);
    const [first] = pairs;
    if (first?.written === 0 && pairs.length >= SHARE * length) return from - length;
  }
  return null;
}
