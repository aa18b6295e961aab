import { isAlone, latest, whileRunning, type Placed, type StepAt } from './seconds-kind';
import { patternOf } from './lexicon';
import type { Reading } from './reading';
import type { Stream } from './tokens';

/** Takes a dose up: the token of its number, what it is, and the words it was read from. */
export type Add = (
  token: number,
  kind: Reading['doses'][number]['kind'],
  low: number,
  high: number,
  sure: number,
  offset: number,
  length: number,
) => void;

/**
 * A sentence that is nothing but a number: "Five.", "Also twelve.", "So seven here." It means what was counted last.
 *
 * @example "Knead, eight times. Also twelve." // twelve repetitions too
 */
export function bareNumbers(
  stream: Stream,
  taken: Set<number>,
  doses: readonly Placed[],
  add: Add,
  stepAt: StepAt,
): void {
  const shape =
    "[.,] (?:(?:so|and|also|again|maybe|another|just|only|the same|same|about|for|do|or|we do|i do|we're doing|this one|let's do|let's go for|go for|right side|left side) ){0,3}№(?: (?:here|again|as well|too|each|there|please|this time|of course|more|for you|on this side|on the left|on the right|to the left|to the right|(?:is|are) (?:enough|plenty|fine)))?(?= [,./])";
  const candidates = [...stream.text.matchAll(patternOf(shape))].map((match) => {
    const end = stream.tokenAt(match.index + match[0].length - 1);
    const first = stream.tokenAt(match.index + 1);
    const token = [...Array(end - first + 1).keys()]
      .map((i) => first + i)
      .find((at) => stream.tokens[at]!.text === '№');
    return { token, index: match.index, words: match[0] };
  });
  for (const { token, index, words: said } of [...candidates, ...lineEnds(stream)]) {
    if (token === undefined || taken.has(token)) continue;
    const { low, high, startMs } = stream.tokens[token]!;
    if (high > 60 || startMs < 10_000 || stepAt(startMs)?.kind === 'outro') continue;
    taken.add(token);
    if (isAlone(stream, token, 1) && whileRunning(stream, doses, token, stepAt)) {
      add(token, 'remaining_s', low, high, 0.6, index, said.length);
      continue;
    }
    const earlier = (dose: Placed): boolean => dose.token < token && (dose.kind === 'hold_s' || !/_s$/.test(dose.kind));
    // On the second side a figure means what it meant on the first.
    const figure = (dose: Placed): boolean => dose.low === low && dose.high === high;
    const last = latest(doses, (dose) => earlier(dose) && figure(dose)) ?? latest(doses, earlier);
    // "And six." some time after "six times" is the count that has come to its end.
    if (last && figure(last) && ENDED.test(said) && startMs - last.atMs > 4000 && startMs - last.atMs < 60_000)
      continue;
    const words = `${stream.text.slice(Math.max(0, index - 40), index)}${said} `;
    const alike = / (?:also|same|another|too|as well|again|side) /.test(words);
    const step = stepAt(startMs);
    // Strokes stay strokes while strokes are made.
    const strokes = !step || step.startMs <= (last?.atMs ?? 0) || !NO_STROKES.has(step.action);
    const same =
      last && ((last.kind === 'swipes' && strokes) || (startMs - last.atMs < 90_000 && alike)) ? last : undefined;
    add(token, same?.kind ?? 'reps', low, high, same ? 0.7 : 0.5, index, said.length);
  }
}

/** In captions without punctuation: a number at the end of a line, or before "on this one", after a word of work. */
function lineEnds(stream: Stream): { token: number; index: number; words: string }[] {
  if (stream.punctuated) return [];
  return stream.tokens.flatMap((number, token) => {
    const next = stream.tokens[token + 1];
    if (number.text !== '№' || number.low < 2) return [];
    const after = stream.text.slice(stream.offsetOf(token + 1) - 1, stream.offsetOf(token + 5));
    const closes =
      next === undefined ||
      next.newLine ||
      next.text === '.' ||
      / (?:on (?:this|that)|here|each|again) /.test(after.slice(0, 10));
    const before = stream.tokens[token - 1]?.text ?? '';
    if (!closes || (NOT_COUNTED.test(before) && !(before === 'and' && / again /.test(after.slice(0, 10))))) return [];
    const index = stream.offsetOf(token) - 1;
    return [
      { token, index, words: ` ${number.text}${closes && / (?:side|again) /.test(after) ? after.trimEnd() : ''}` },
    ];
  });
}

const NO_STROKES: ReadonlySet<string> = new Set(['circle', 'tap', 'knead', 'pinch', 'puff', 'vocalise', 'breathe']);
const ENDED = /^ ?[.] and №$/;

/** What stands before a number that counts nothing. */
const NOT_COUNTED =
  /^(?:that's|was|been|am|at|by|since|until|nearly|than|my|is|i'm|i|number|step|the|these|those|of|or|and|in|to|from|under|over|spf|week|day)$/;
