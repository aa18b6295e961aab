import { layBeside, type Pair } from './global';
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

/** The same as captions have it when a word was not heard, or heard as another; words that are rarely part of the work. */
const APOLOGIES: readonly { readonly words: readonly string[]; readonly rare: readonly string[] }[] = [
  { words: ['sorry', 'again', 'from', 'here'], rare: ['sorry'] },
  { words: ['sorry', 'once', 'more'], rare: ['sorry'] },
  { words: ['oops', 'once', 'more'], rare: ['oops'] },
  { words: ['no', 'wait', 'once', 'more'], rare: ['wait'] },
  { words: ['let', 'me', 'say', 'that', 'again'], rare: [] },
  { words: ['let', 'me', 'start', 'again'], rare: [] },
];
/** So many words of an apology were heard at least; with a rare one among them, so many. */
const HEARD = 3;
const HEARD_RARE = 2;

/** Words that were said, from one up to another. */
type Run = readonly [from: number, to: number];

/** Whether two runs of words have a word in common. */
export const overlap = ([a, b]: Run, [c, d]: Run): boolean => a < d && c < b;

/**
 * Where somebody says that something was spoilt and comes again. With what comes again, the sentence that was broken off
 * is known: from its first word up to the first one of the second time. “Knuckles into the – sorry, again from here.
 * Knuckles into the jaw.” Where nothing comes again, there is only the apology: it may be of work.
 *
 * @example begunAnew(captionWords(parseLines('[0:05] Into the. Sorry, again from here. Into the jaw.'))).broken // [[0, 6]]
 */
export function begunAnew(said: readonly Pick<CaptionWord, 'text'>[]): {
  readonly broken: readonly Run[];
  readonly apologies: readonly Run[];
} {
  const words = said.map((word) => word.text);
  const text = words.join(' ');
  const wordAt = (at: number): number => text.slice(0, at).split(' ').length - 1;
  const plain = [...text.matchAll(SPOILT)].map((match): Run => {
    return [wordAt(match.index), wordAt(match.index + match[0].length - 1) + 1];
  });
  const broken: Run[] = [];
  const apologies: Run[] = [];
  for (const [from, to] of plain) {
    const start = brokenFrom(words, from, to);
    if (start === null) apologies.push([from, to]);
    else broken.push([start, to]);
  }
  for (const { run, sure } of misheard(words)) {
    const [from, to] = run;
    if ([...broken, ...apologies].some((one) => overlap(one, run))) continue;
    const start = brokenFrom(words, from, to);
    if (start !== null) broken.push([start, to]);
    else if (sure) apologies.push(run);
  }
  const byPlace = ([a]: Run, [b]: Run): number => a - b;
  return { broken: broken.sort(byPlace), apologies: apologies.sort(byPlace) };
}

/**
 * What is heard of an apology, of which words were missed or misheard: those of which most was heard first.
 *
 * @returns `sure`: all but one of its words were heard.
 */
function misheard(words: readonly string[]): { readonly run: Run; readonly sure: boolean }[] {
  const runs = APOLOGIES.flatMap(({ words: own, rare }) =>
    words.flatMap((_, from) =>
      [own.length - 1, own.length].flatMap((length) => {
        const run = words.slice(from, from + length);
        if (!own.includes(run[0]!) || !own.includes(run[run.length - 1]!)) return [];
        const heard = inOrder(own, run);
        const enough = heard >= (rare.some((one) => run.includes(one)) ? HEARD_RARE : HEARD);
        return enough ? [{ from, to: from + run.length, heard, of: own.length }] : [];
      }),
    ),
  );
  return runs
    .sort((a, b) => b.heard - a.heard || a.to - a.from - (b.to - b.from))
    .map(({ from, to, heard, of }) => ({ run: [from, to] as const, sure: of > HEARD && heard >= of - 1 }));
}

/** How many words of one list are in another, in the same order. */
function inOrder(own: readonly string[], run: readonly string[]): number {
  const row = new Array<number>(run.length + 1).fill(0);
  for (const word of own) {
    let before = 0;
    for (let j = 1; j <= run.length; j++) {
      const here = row[j]!;
      row[j] = run[j - 1] === word ? before + 1 : Math.max(here, row[j - 1]!);
      before = here;
    }
  }
  return row[run.length]!;
}

/**
 * What of some words comes anew behind them.
 *
 * @param behind the first word of the second time.
 */
export function saidAnew(words: readonly string[], [from, to]: Run, behind: number): Pair[] {
  const anew = words.slice(behind, behind + to - from + MORE);
  return layBeside(words.slice(from, to), anew).filter((one) => one.likeness > 0);
}

/** The first word of what was broken off before the apology, by what comes after it; null where nothing comes again. */
function brokenFrom(words: readonly string[], from: number, behind: number): number | null {
  for (let length = Math.min(LONGEST, from); length > 0; length--) {
    const pairs = saidAnew(words, [from - length, from], behind);
    const [first] = pairs;
    if (first?.written === 0 && pairs.length >= SHARE * length) return from - length;
  }
  return null;
}
