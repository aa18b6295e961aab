import { ACTION_WORDS, mentions } from './lexicon';
import type { Stream } from './tokens';

/** A stretch of a narration that is one thought, and where it begins. */
export interface Clause {
  readonly text: string;
  readonly start: number;
}

/** Sentences; where nothing is punctuated, lines with the one after them, so that a thought is not cut at a line's end. */
export function clauses(stream: Stream): Clause[] {
  const found: Clause[] = [];
  let start = 0;
  for (const match of stream.text.matchAll(/ [.](?= )/g)) {
    found.push({ text: stream.text.slice(start, match.index + 1), start });
    start = match.index + 2;
  }
  found.push({ text: stream.text.slice(start), start });
  return found.flatMap((clause) => (clause.text.length < 420 ? [clause] : pieces(stream, clause)));
}

/** A stretch without full stops, in pieces of some thirty words cut at the ends of lines. */
function pieces(stream: Stream, { text, start }: Clause): Clause[] {
  const found: Clause[] = [];
  let from = 0;
  const last = stream.tokenAt(start + text.length);
  for (let token = stream.tokenAt(start + 1) + 1; token <= last; token++) {
    const at = stream.offsetOf(token) - 1 - start;
    if (!stream.tokens[token]!.newLine || at - from < 110) continue;
    found.push({ text: text.slice(from, at + 1), start: start + from });
    from = at;
  }
  found.push({ text: text.slice(from), start: start + from });
  return found;
}

/** What was found in a sentence begins with it; where that is long, shortly before the words that were found. */
function shortlyBefore(stream: Stream, clause: Clause, index: number): number {
  const found = stream.tokens[stream.tokenAt(clause.start + index + 1)]!.startMs;
  return Math.max(found - SHORTLY_MS, beginsMs(stream, clause));
}
const SHORTLY_MS = 4000;

/** When a clause begins, ms. */
export const beginsMs = (stream: Stream, clause: Clause): number =>
  stream.tokens[stream.tokenAt(clause.start + 1)]!.startMs;

/** Whether so few words of a clause stand before a place in it, and no number among them: work is told with numbers. */
function isNear(clause: Clause, index: number, words: number): boolean {
  const before = said(clause, index);
  return before.split(' ').filter((word) => word !== '' && word !== ',').length <= words && !before.includes(' № ');
}

/** What a clause says up to a place in it. */
const said = (clause: Clause, index: number): string => `${clause.text.slice(0, index + 1)} `;

/** A claim begins with its sentence, unless work is told in it first: "press the bone, because this opens your sinuses". */
export function claimedAt(stream: Stream, clause: Clause, index: number): number {
  const begins = isTalk(clause, index, WORDS_TO_CLAIM);
  return begins ? beginsMs(stream, clause) : shortlyBefore(stream, clause, index);
}

/** Whether so few words of a clause stand before a place in it, and nothing that is worked. */
function isTalk(clause: Clause, index: number, words: number): boolean {
  return isNear(clause, index, words) && (isConditional(clause) || !worksBefore(clause, index));
}

/** Whether work is told in a clause before what joins it to a place in it. */
function worksBefore(clause: Clause, index: number): boolean {
  const before = said(clause, index);
  const joint = Math.max(...JOINTS.map((word) => before.lastIndexOf(word)));
  return mentions(ACTION_WORDS, before.slice(0, joint + 2)).length > 0;
}
/** What stands between work and what is claimed of it. */
export const JOINTS = [' , ', ' and ', ' so ', ' because '];
/** What claims something stands at most so many words after its sentence begins. */
const WORDS_TO_CLAIM = 12;

/**
 * A caution begins with its sentence, or where that is long, or tells work at some length first, with its condition: "if it locks
 * on you or hurts for long, see a dentist".
 */
export function cautionedAt(stream: Stream, clause: Clause, index: number): number {
  const begins = isNear(clause, index, WORDS_TO_CAUTION) || isTalk(clause, index, WORDS_TO_CAUTION_IN_TALK);
  if (begins) return beginsMs(stream, clause);
  const at = shortlyBefore(stream, clause, index);
  const found = stream.tokenAt(clause.start + index + 1);
  for (const match of clause.text.slice(0, index + 1).matchAll(CONDITION)) {
    const condition = stream.tokenAt(clause.start + match.index + match[0].length);
    if (found - condition <= CONDITION_WORDS) return Math.min(at, stream.tokens[condition]!.startMs);
  }
  return at;
}
/** What a caution is known by stands at most so many words after its sentence begins. */
const WORDS_TO_CAUTION = 9;
const WORDS_TO_CAUTION_IN_TALK = 20;
/** A condition stands at most so many words before what it is the condition of. */
const CONDITION_WORDS = 16;
const IF = '(?:if|when|whenever|those|whoever|anybody|anyone|everybody|unless|should) ';
const CONDITION = new RegExp(`(?:^| [,.]| (?:and|but|so|or|please))(?: (?:and|but|so|or|please))? (?=${IF})`, 'g');
const CONDITIONAL = new RegExp(`^(?: (?:and|but|so|or|please|first of all|,))* ${IF}`);

/** Whether a clause begins with a condition. What is worked in that is not told to be done: "if it hurts when you chew". */
function isConditional({ text }: Clause): boolean {
  return CONDITIONAL.test(text);
}

/** Whether a clause is a condition by itself, as a guessed end leaves it: "if your jaw locks". */
export function isCondition(clause: Clause): boolean {
  return isConditional(clause) && !clause.text.includes(',') && clause.text.trim().split(' ').length <= ALONE_WORDS;
}
/** With more words it says what is to be done, too. */
const ALONE_WORDS = 12;
