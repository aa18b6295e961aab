import { labelled } from './labels';
import type { Token } from './token';
import type { Word } from './words';

/** The stream as one string, and the way back from a place in it to its token. */
export interface Stream {
  readonly tokens: readonly Token[];
  readonly text: string;
  /** See {@link isPunctuated}. */
  readonly punctuated: boolean;
  /** Tokens with which paragraphs begin; none where nobody set any off. */
  readonly paragraphs: ReadonlySet<number>;
  /** Index of the token that begins at or before a place in the text. */
  tokenAt(offset: number): number;
  /** Where a token begins in the text. */
  offsetOf(token: number): number;
}

/** Text with a full stop less often than every so many words is not punctuated. */
export const WORDS_A_STOP = 40;
/** A silence so long between two lines ends a sentence, whatever is written. */
const SILENCE_MS = 1500;

const SMALL = new Map(
  (
    'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen ' +
    'eighteen nineteen'
  )
    .split(' ')
    .map((word, value) => [word, value]),
);
const TENS = new Map(
  'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ').map((word, i) => [word, 20 + 10 * i]),
);

/** Whether sentences are marked as such; machines write captions without. */
export function isPunctuated(words: readonly Word[]): boolean {
  return words.filter((word) => word.pause === '.').length * WORDS_A_STOP >= words.length;
}

/**
 * The stream of tokens that patterns are matched on. Numbers are one token whatever their form ("10", "ten",
 * "twenty-five", "three or four", "5-6"); a comma and the end of a sentence are tokens of their own, and so is a silence.
 *
 * @example streamOf(wordsOf(parseLines('Six times.'))).text // ' № times . '
 */
export function streamOf(words: readonly Word[]): Stream {
  const plain: Token[] = [];
  const colons = new Set<Token>();
  // "1. Eyebrows up.", "2. Eyes closed.", each on a line of its own.
  let listed = 0;
  const pieces = words.flatMap((word, at) =>
    split(word.norm).map((norm, i, all) => ({
      norm,
      word: at,
      startMs: word.startMs,
      pause: i === all.length - 1 ? word.pause : ('' as const),
      newLine: i === 0 && at > 0 && words[at - 1]!.line !== word.line,
      listed: /^\d+[.]$/.test(word.text) && words[at - 1]?.line !== word.line && words[at + 1]?.line === word.line,
      label: i === all.length - 1 && /^[\p{L}\d]+[:)]$/u.test(word.text) && (at === 0 || words[at - 1]!.pause === '.'),
      silence: i === all.length - 1 && (words[at + 1]?.startMs ?? 0) - word.endMs > SILENCE_MS,
    })),
  );
  const norms = pieces.map((piece) => piece.norm);
  const joined = (i: number): boolean => pieces[i]!.pause === '';
  for (let at = 0; at < pieces.length;) {
    const number = numberAt(norms, at, joined);
    const length = number?.length ?? 1;
    const piece = pieces[at]!;
    const last = pieces[at + length - 1]!;
    const text = number === null ? piece.norm : number.low === 1 && number.high === 1 ? 'one' : '№';
    plain.push({
      text,
      word: piece.word,
      end: last.word + 1,
      startMs: piece.startMs,
      low: number?.low ?? 0,
      high: number?.high ?? 0,
      newLine: piece.newLine,
    });
    if (number !== null && (last.label || (last.listed && number.low === listed + 1))) {
      if (last.listed) listed = number.low;
      colons.add(plain[plain.length - 1]!);
    }
    const stop = last.silence ? '.' : last.pause;
    if (stop) {
      const after = last.word + 1;
      plain.push({ text: stop, word: after, end: after, startMs: last.startMs, low: 0, high: 0, newLine: false });
    }
    at += length;
  }
  const tokens = labelled(plain, colons);
  const offsets: number[] = [];
  let text = ' ';
  for (const token of tokens) {
    offsets.push(text.length);
    text += `${token.text} `;
  }
  return {
    tokens,
    text,
    paragraphs: new Set(tokens.flatMap((token, at) => (isWord(token) && words[token.word]?.paragraph ? [at] : []))),
    punctuated: isPunctuated(words),
    tokenAt: (offset) => {
      let low = 0;
      let high = offsets.length - 1;
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if (offsets[middle]! <= offset) low = middle;
        else high = middle - 1;
      }
      return low;
    },
    offsetOf: (token) => offsets[token] ?? text.length,
  };
}

const isWord = ({ word, end }: Token): boolean => word < end;

/** "ten-second" and "10x" are two; "twenty-five" stays one number; "30s" is thirty seconds. */
function split(norm: string): string[] {
  const glued = /^(\d+(?:\.\d+)?)(s|sec|secs|x|am|pm|%)$/.exec(norm);
  if (glued) return [glued[1]!, { s: 'seconds', sec: 'seconds', secs: 'seconds', x: 'times' }[glued[2]!] ?? glued[2]!];
  if (/^\d+-\d+$/.test(norm) || /^\d+:\d+/.test(norm)) return [norm];
  if (/^(?:left|right)-hand$/.test(norm)) return [norm.slice(0, -5)];
  const parts = norm.split(/[-/]/).filter(Boolean);
  if (parts.length > 1 && parts.some((part) => SMALL.has(part) || TENS.has(part) || /^\d+$/.test(part))) return parts;
  return [norm];
}

interface Found {
  readonly low: number;
  readonly high: number;
  readonly length: number;
}

/** A number or a range of numbers from piece `at` on. */
function numberAt(norms: readonly string[], at: number, joined: (i: number) => boolean): Found | null {
  const written = /^(\d+)-(\d+)$/.exec(norms[at] ?? '');
  if (written) {
    const [low, high] = [Number(written[1]), Number(written[2])];
    return low < high ? { low, high, length: 1 } : null;
  }
  const first = plainNumberAt(norms, at, joined);
  if (!first) return null;
  const next = at + first.length;
  if (joined(next - 1) && /^(?:to|or|and)$/.test(norms[next] ?? '') && joined(next)) {
    const second = plainNumberAt(norms, next + 1, joined);
    const range = norms[next] !== 'and' && second && second.low > first.low && second.low <= 4 * first.low + 6;
    if (range) return { low: first.low, high: second.low, length: first.length + 1 + second.length };
  }
  // "three four times": two neighbours without a word between them, before a unit.
  const second = joined(next - 1) ? plainNumberAt(norms, next, joined) : null;
  if (
    second &&
    second.low === first.low + 1 &&
    first.low > 1 &&
    /^(?:times|seconds?|reps?|strokes?|circles?|sets?|breaths?|minutes?|weeks?)$/.test(
      norms[next + second.length] ?? '',
    )
  )
    return { low: first.low, high: second.low, length: first.length + second.length };
  return first;
}

function plainNumberAt(norms: readonly string[], at: number, joined: (i: number) => boolean): Found | null {
  const norm = norms[at] ?? '';
  const exact = (value: number, length = 1): Found => ({ low: value, high: value, length });
  if (/^\d+(?:\.\d+)?$/.test(norm)) return exact(Number(norm));
  if (norm === 'dozen') return exact(12);
  if (norm === 'couple' && norms[at + 1] === 'of') return exact(2, 2);
  const hundreds = norm === 'a' ? 1 : (SMALL.get(norm) ?? 0);
  if (hundreds > 0 && hundreds < 10 && joined(at) && norms[at + 1] === 'hundred') {
    // "A hundred and twenty": without the rest it is a hundred, and "and" goes on to something else.
    const and = norms[at + 2] === 'and' ? 1 : 0;
    const rest = joined(at + 1) && !/^\d/.test(norms[at + 2 + and] ?? '') ? tensAt(norms, at + 2 + and, joined) : null;
    return rest ? exact(100 * hundreds + rest.low, 2 + and + rest.length) : exact(100 * hundreds, 2);
  }
  return tensAt(norms, at, joined);
}

/** A number under a hundred in words. */
function tensAt(norms: readonly string[], at: number, joined: (i: number) => boolean): Found | null {
  const norm = norms[at] ?? '';
  const exact = (value: number, length = 1): Found => ({ low: value, high: value, length });
  const tens = TENS.get(norm);
  if (tens !== undefined) {
    const ones = joined(at) ? SMALL.get(norms[at + 1] ?? '') : undefined;
    return ones !== undefined && ones > 0 && ones < 10 ? exact(tens + ones, 2) : exact(tens);
  }
  const small = SMALL.get(norm);
  return small === undefined ? null : exact(small);
}
