import { parseLines } from './lines';
import { wordsOf } from './words';

/**
 * How the words of a narration lie: as they were written; in blocks of captions; half of the sentences joined to the next;
 * without any sign, as machines write down what they hear.
 */
export const LAYOUTS = ['written', 'wrapped', 'joined', 'flat'] as const;
export type Layout = (typeof LAYOUTS)[number];

/** Captions in long blocks have about so many words (common practice, no source). */
const WORDS_A_BLOCK = 55;

/** A word with the marks before it, and when it is said, ms. */
interface Placed {
  readonly marks: string;
  readonly word: string;
  readonly atMs: number;
}

/**
 * A marked narration in another layout: the same words at the same times, with their marks. For tests and measurements
 * only, which read it as {@link readMarked} does.
 *
 * @example laidOut('[0:00] {s intro - unknown none jaw}Hello. Sit down.', 'flat') // '[0:00.000] {s intro - unknown none jaw}hello sit down'
 */
export function laidOut(source: string, layout: Layout): string {
  if (layout === 'written') return source;
  let placed = placedIn(source);
  if (layout === 'joined') placed = joined(placed);
  if (layout === 'flat') placed = flattened(placed);
  const blocks: string[] = [];
  for (let at = 0; at < placed.length; at += WORDS_A_BLOCK) {
    const block = placed.slice(at, at + WORDS_A_BLOCK);
    blocks.push(`[${stamp(block[0]!.atMs)}] ${block.map(({ marks, word }) => marks + word).join(' ')}`);
  }
  return `${blocks.join('\n')}\n`;
}

function placedIn(source: string): Placed[] {
  const words = wordsOf(parseLines(source.replace(/\{[^}]*\}/g, '')));
  // Marks go through the reading of lines as parts of words.
  const kept = source.replace(/\{([^}]*)\}/g, (_, mark: string) => `⟦${mark.replace(/ /g, '¦')}⟧`);
  const placed: Placed[] = [];
  let at = 0;
  for (const { text } of parseLines(kept))
    for (const part of text.split(/\s+/)) {
      const word = part.replace(/⟦[^⟧]*⟧/g, '');
      const marks = [...part.matchAll(/⟦([^⟧]*)⟧/g)].map(([, mark]) => `{${mark!.replace(/¦/g, ' ')}}`).join('');
      placed.push({ marks, word, atMs: words[at]?.startMs ?? placed[placed.length - 1]?.atMs ?? 0 });
      if (/[\p{L}\d]/u.test(word)) at++;
    }
  return placed;
}

/** Every second sentence goes on with “and”. */
function joined(placed: readonly Placed[]): Placed[] {
  let ends = 0;
  let goesOn = false;
  return placed.flatMap((one, i) => {
    const begun = goesOn && one.word !== '' ? [{ ...one, marks: '', word: 'and' }] : [];
    const own = begun.length > 0 && !/^I\b/.test(one.word) ? { ...one, word: lowered(one.word) } : one;
    if (begun.length > 0) goesOn = false;
    const isEnd = /[.!?]["”]?$/.test(one.word) && i < placed.length - 1;
    if (isEnd && ends++ % 2 === 0) {
      goesOn = true;
      return [...begun, { ...own, word: own.word.replace(/[.!?]+(["”]?)$/, '$1') }];
    }
    return [...begun, own];
  });
}

/** Without signs and capitals; the marks of what is nothing but a sign stand before the next word. */
function flattened(placed: readonly Placed[]): Placed[] {
  let marks = '';
  return placed.flatMap((one) => {
    const word = one.word
      .toLowerCase()
      .replace(/[^\p{L}\d'’\-–/%]+/gu, ' ')
      .trim();
    marks += one.marks;
    if (!/[\p{L}\d]/u.test(word)) return [];
    const own = { ...one, marks, word };
    marks = '';
    return [own];
  });
}

const lowered = (word: string): string => word.charAt(0).toLowerCase() + word.slice(1);

function stamp(ms: number): string {
  const pad = (value: number, digits: number): string => String(value).padStart(digits, '0');
  const whole = Math.round(ms);
  return `${Math.floor(whole / 60_000)}:${pad(Math.floor(whole / 1000) % 60, 2)}.${pad(whole % 1000, 3)}`;
}
