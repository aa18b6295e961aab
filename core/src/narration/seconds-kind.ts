import type { FoundDose, FoundStep, Reading } from './reading';
import type { Stream } from './tokens';

type Kind = Reading['doses'][number]['kind'];

/** Words of what is held still, and of what is moved (common practice, no source). */
export const HOLDING =
  /\b(?:hold|holding|freeze|look|squeeze|squint|press|pressing|push|puff|pout|smile|wait|stretch|lean|stick|tongue|suck|resist|pose|lift|rest|leave|close|roar|lips|in place)\b/g;
/** Says that it goes on, and not what: a hold only where nothing else is said to be done. */
const STAYING = /\b(?:keep|stay|there|remain)\b/g;
export const MOVING =
  /\b(?:tap|tapping|pat|patting|massage|massaging|circles?|circling|roll|rolling|rub|rubbing|stroke|stroking|sweep|sweeping|knead|kneading|shake|(?<!feel (?:it|them|that) )shaking|pulse|pulsing|move|moving|wiggle|wiggling|shift|pinch|pinches|pinching|chew|chewing|swish|drum|drumming|smooth|smoothing|brush|brushing|rotate|continue|going(?! to)|(?<!to )go|doing|do it|repeat|side to side|open and close|do this|backwards|fast)\b/g;

/** The step that runs at an instant. */
export type StepAt = (ms: number) => Pick<FoundStep, 'startMs' | 'kind' | 'action'> | undefined;
const STILL = new Set(['hold', 'press', 'stretch', 'puff', 'breathe', 'vocalise']);

/**
 * Seconds are of a hold or of a movement: the verb of the sentence decides, then what was said before of the same step, then its action.
 *
 * @example "Hold it. Ten seconds." // 'hold_s'
 */
export function secondsKind(stream: Stream, token: number, doses: readonly FoundDose[], stepAt: StepAt): Kind {
  const at = stream.offsetOf(token);
  const start = Math.max(stream.text.lastIndexOf(' . ', at), at - 240, 0);
  const end = stream.text.indexOf(' . ', at);
  const after = stream.text.slice(at, end < 0 ? at + 60 : Math.min(end, at + 60));
  if (/^№ (?:[^ .,]+ )?seconds? of (?:[^ .,]+ )?[^ .,]+ing\b|^№ seconds? each(?! (?:side|cheek|eye))/.test(after))
    return 'seconds_each';
  const before = stream.text.slice(start, at);
  const hold = lastOf(HOLDING, before);
  const move = lastOf(MOVING, before);
  if (hold >= 0 || move >= 0) return hold >= move ? 'hold_s' : 'seconds_each';
  const stays = lastOf(STAYING, before) >= 0;
  // "Roll the lips in, and smile. Ten seconds.": the sentence before says what is done.
  const sentence = stream.text.slice(Math.max(0, stream.text.lastIndexOf(' . ', start - 1), start - 200), start);
  const held = lastOf(HOLDING, sentence);
  const moved = lastOf(MOVING, sentence);
  const ms = stream.tokens[token]!.startMs;
  const step = stepAt(ms);
  if (held >= 0 !== moved >= 0) return held >= 0 ? 'hold_s' : 'seconds_each';
  if (moved > held) return 'seconds_each';
  if (stays && (!step || step.action === 'unknown')) return 'hold_s';
  if (held >= 0 && / (?:keep|hold|stay|smile|leave) /.test(sentence)) return 'hold_s';
  // On the second side a figure means what it meant on the first.
  const { low, high } = stream.tokens[token]!;
  const alike = doses.findLast(
    (dose) =>
      (dose.kind === 'hold_s' || dose.kind === 'seconds_each') &&
      dose.low === low &&
      dose.high === high &&
      ms - dose.atMs < 60_000,
  );
  if (alike) return alike.kind;
  const said = doses
    .filter(
      (dose) => (dose.kind === 'hold_s' || dose.kind === 'seconds_each') && dose.atMs < ms && ms - dose.atMs < 45_000,
    )
    .sort((a, b) => b.atMs - a.atMs)[0];
  if (said && (!step || said.atMs >= step.startMs - 30_000) && !verbsBetween(stream, said.atMs, token))
    return said.kind;
  if (step && step.action !== 'unknown') return STILL.has(step.action) ? 'hold_s' : 'seconds_each';
  return 'hold_s';
}

/** Whether something else was told to be done between a dose and a number. */
function verbsBetween(stream: Stream, fromMs: number, token: number): boolean {
  let from = token;
  while (from > 0 && stream.tokens[from - 1]!.startMs > fromMs) from--;
  const text = stream.text.slice(stream.offsetOf(from), stream.offsetOf(token));
  return lastOf(HOLDING, text) >= 0 || lastOf(MOVING, text) >= 0;
}

/** @example lastOf(/jaw/g, 'the jaw, the jaw') // 13 */
export function lastOf(pattern: RegExp, text: string): number {
  let last = -1;
  for (const match of text.matchAll(pattern)) last = match.index;
  return last;
}

/** A dose with the token of its number. */
export type Placed = FoundDose & { token: number };

/**
 * The one that was said last among those that fit.
 *
 * @example latest(doses, (dose) => dose.kind === 'hold_s') // the last hold of them
 */
export function latest(doses: readonly Placed[], fits: (dose: Placed) => boolean): Placed | undefined {
  return doses.filter(fits).reduce<Placed | undefined>((a, b) => (a && a.token > b.token ? a : b), undefined);
}

/**
 * "Five seconds.": a sentence or a line that says nothing else.
 *
 * @example "Five seconds." // true
 */
export function isAlone({ tokens }: Stream, token: number, length = 2): boolean {
  const ends = (at: number): boolean => !tokens[at] || tokens[at].newLine || tokens[at].text === '.';
  return (ends(token - 1) || tokens[token]!.newLine) && ends(token + length);
}

/** A dose is over. */
const ENDED = / (?:off|release\S*|let (?:it )?go|relax\S*|done|again|switch|change|other) /;

/**
 * "Eight more.", while the seconds of a dose run and nothing else was told since, are seconds that are left.
 *
 * @example "Thirty seconds of circles. … Eight more." // true
 */
export function whileRunning(stream: Stream, doses: readonly Placed[], token: number, stepAt: StepAt): boolean {
  const last = latest(doses, (dose) => dose.token < token && dose.kind !== 'remaining_s');
  const { high, startMs } = stream.tokens[token]!;
  return (
    last !== undefined &&
    (last.kind === 'hold_s' || last.kind === 'seconds_each') &&
    high < last.high &&
    startMs - last.atMs < 1000 * last.high + 4000 &&
    (stepAt(startMs)?.startMs ?? 0) <= last.atMs &&
    !verbsBetween(stream, last.atMs, token) &&
    !ENDED.test(stream.text.slice(stream.offsetOf(last.token), stream.offsetOf(token)))
  );
}
