import { bareNumbers, type Add } from './bare-numbers';
import { COUNTED, countedAloud } from './counted';
import { NO_DOSE, SHAPES } from './dose-shapes';
import { HOLDING, isAlone, lastOf, MOVING, secondsKind, whileRunning, type Placed, type StepAt } from './seconds-kind';
import { patternOf } from './lexicon';
import type { Reading } from './reading';
import type { Stream } from './tokens';

type Dose = Reading['doses'][number];
type Kind = Dose['kind'];

const RAMP =
  '(?:begin|beginning|start|starting) (?:with|at|from) № (?:[^ .]+ ){0,9}?(?:build|building|work|working|go|going|rise|rising|increase|increasing|get|move|raise|add|until you reach)(?: [^ .,]+){0,4} (?:up )?(?:to|reach) №(?: (?:seconds?|times|counts?|reps?|repetitions))?';

/** Doses as shapes say them, and the numbers that something else was made of. */
export interface RuledDoses {
  /** By the token of their number, in order. */
  readonly doses: ReadonlyMap<number, Placed>;
  /** Of these, what more than one number was read for: doses that grow, what is counted aloud, and rounds of so many. */
  readonly whole: ReadonlySet<number>;
  readonly taken: ReadonlySet<number>;
}

/**
 * Doses in a narration: every number is looked at once, numbers that are no dose first (ages, clock times, angles,
 * fingers, labels, sections, promises …), then the shapes in which doses are said.
 *
 * @param swaps token indices at which the side changes: a dose said right after one belongs to the other side.
 * @param stepAt the step that runs at an instant: what is done in it tells holds from movements.
 * @example ruledDoses(streamOf(words), [], () => undefined).doses.get(1)?.kind // 'reps'
 */
export function ruledDoses(stream: Stream, swaps: readonly number[], stepAt: StepAt): RuledDoses {
  const taken = new Set<number>();
  const numbersIn = (match: RegExpExecArray | RegExpMatchArray): number[] => {
    const first = stream.tokenAt(match.index! + 1);
    const last = stream.tokenAt(match.index! + match[0].length - 1);
    const found: number[] = [];
    for (let at = first; at <= last; at++) if (/^(?:№|one|once|twice)$/.test(stream.tokens[at]!.text)) found.push(at);
    return found;
  };
  for (const pattern of NO_DOSE)
    for (const match of stream.text.matchAll(patternOf(pattern))) for (const at of numbersIn(match)) taken.add(at);

  const doses: Placed[] = [];
  const whole = new Set<number>();
  const add = (
    token: number,
    kind: Kind,
    low: number,
    high: number,
    sure: number,
    offset: number,
    length: number,
  ): void => {
    const { word, end, startMs } = stream.tokens[token]!;
    const scope = scopeAs(kind, stream, token, swaps, stepAt);
    const to = stream.tokens[stream.tokenAt(offset + length - 1)]!.end;
    const from = Math.min(word, stream.tokens[stream.tokenAt(offset + 1)]!.word);
    doses.push({ atMs: startMs, kind, low, high, scope, token, evidence: { from, to: Math.max(to, end), sure } });
  };

  // "Begin with four, build to eight": one dose that grows, from the first figure to the second.
  for (const match of stream.text.matchAll(patternOf(RAMP))) {
    const [first, second] = numbersIn(match);
    if (first === undefined || second === undefined || taken.has(first) || taken.has(second)) continue;
    const { low } = stream.tokens[first]!;
    const { high } = stream.tokens[second]!;
    if (low >= high) continue;
    for (const at of [first, second]) taken.add(at);
    const kind = / seconds? /.test(`${match[0]} `)
      ? secondsKind(stream, first, doses, stepAt)
      : / counts? /.test(`${match[0]} `)
        ? 'count'
        : 'reps';
    whole.add(first);
    add(first, kind, low, high, 0.7, match.index, match[0].length);
  }

  const counted = countedAloud(stream);
  for (const run of counted) for (let at = run.from; at <= run.to; at++) taken.add(at);

  // "Hold for fifteen", and nothing more on the line.
  for (const match of stream.text.matchAll(
    patternOf('(?:hold|keep|stay|squeeze|press)(?: (?:it|this|that|here|there|and|smile))* for №'),
  )) {
    const token = numbersIn(match).at(-1)!;
    if (taken.has(token) || !stream.tokens[token + 1]?.newLine) continue;
    taken.add(token);
    const { low, high } = stream.tokens[token]!;
    add(token, 'hold_s', low, high, 0.6, match.index, match[0].length);
  }

  for (const shape of SHAPES)
    for (const match of stream.text.matchAll(patternOf(shape.pattern))) {
      if (shape.figure !== undefined) {
        const token = numbersIn(match)[0] ?? stream.tokenAt(match.index + 1);
        if (taken.has(token)) continue;
        taken.add(token);
        add(token, shape.kind as Kind, shape.figure, shape.figure, shape.sure, match.index, match[0].length);
        continue;
      }
      const token = numbersIn(match).find(
        (at) => !taken.has(at) && (stream.tokens[at]!.text === '№' || shape.kind === 'breaths'),
      );
      if (token === undefined) continue;
      taken.add(token);
      const { low, high } = stream.tokens[token]!;
      if (high > 500) continue;
      const alone = shape.kind === 'seconds' && isAlone(stream, token);
      const left = alone || shape.kind === 'left' || (/ № more$/.test(match[0]) && isAlone(stream, token) && high > 3);
      const more = left && whileRunning(stream, doses, token, stepAt);
      const kind = more
        ? 'remaining_s'
        : shape.kind === 'seconds'
          ? secondsKind(stream, token, doses, stepAt)
          : shape.kind === 'left'
            ? 'reps'
            : / (?:way|around|clockwise|other|direction)$/.test(match[0]) && alikeSeconds(doses, token, low, high)
              ? 'seconds_each'
              : shape.kind;
      add(token, kind, low, high, shape.sure, match.index, match[0].length);
    }

  minutesOfWork(stream, taken, add, stepAt, (token) => secondsKind(stream, token, doses, stepAt));
  bareNumbers(stream, taken, doses, add, stepAt);
  for (const run of counted) {
    const at = stream.tokens[run.from]!.startMs;
    const said = doses.some((dose) => run.high <= dose.high && at - dose.atMs > -3000 && at - dose.atMs < 30_000);
    // Counted down from five or more it is the dose; from three it is only the cue to change.
    const down = run.low === 0 && run.count >= 5;
    if (said || (run.low !== 1 && !down) || run.count < COUNTED || run.high < COUNTED || run.high > 40) continue;
    whole.add(run.from);
    const each = (stream.tokens[run.to]!.startMs - at) / Math.max(1, run.count - 1);
    add(
      run.from,
      each > 2200 ? 'reps' : 'count',
      run.high,
      run.high,
      0.5,
      stream.offsetOf(run.from) - 1,
      stream.offsetOf(run.to) - stream.offsetOf(run.from),
    );
  }
  doses.sort((a, b) => a.token - b.token);
  for (const token of roundsOfSoMany(stream, doses)) whole.add(token);
  return { doses: new Map(doses.map((dose) => [dose.token, dose])), whole, taken };
}

/** "Twelve in a row, four rounds": the rounds, where both stand in one sentence. */
function roundsOfSoMany({ tokens }: Stream, doses: readonly Placed[]): number[] {
  return doses.flatMap(({ kind, token }, i) => {
    const before = doses[i - 1];
    const many = kind === 'sets' && before?.kind === 'reps';
    return many && tokens.slice(before.token, token).every(({ text }) => text !== '.') ? [token] : [];
  });
}

/** "Twenty seconds one way, twenty the other way." */
function alikeSeconds(doses: readonly Placed[], token: number, low: number, high: number): boolean {
  return doses.some(
    (dose) =>
      dose.kind === 'seconds_each' &&
      token > dose.token &&
      token - dose.token < 12 &&
      dose.low === low &&
      dose.high === high,
  );
}

/** Whom a dose is for; what is left of one is always of the one that runs. */
export function scopeAs(
  kind: Kind,
  stream: Stream,
  token: number,
  swaps: readonly number[],
  stepAt: StepAt,
): Dose['scope'] {
  return kind === 'remaining_s' || kind === 'lookahead_s' ? 'here' : scopeOf(stream, token, swaps, stepAt);
}

function scopeOf(stream: Stream, token: number, swaps: readonly number[], stepAt: StepAt): Dose['scope'] {
  const at = stream.offsetOf(token);
  const from = stream.text.lastIndexOf(' . ', at);
  const to = stream.text.indexOf(' . ', at);
  const sentence = stream.text.slice(Math.max(0, from, at - 120), Math.min(to < 0 ? at + 70 : to, at + 70)) + ' ';
  if (
    / (?:every|each) (?:single )?(?:move|movement|exercise|technique|step|area|zone|point|drill|pose|stroke|line|section)| all (?:of )?(?:the|these) (?:moves|exercises)| № moves , № seconds| № (?:moves|drills|exercises) , № (?:sets|rounds|times|seconds) each /.test(
      sentence,
    )
  )
    return 'every_move';
  const after = stream.text.slice(at, at + 45);
  if (
    /^№ (?:[^ .,]+ ){0,3}(?:on |for |to )?(?:each|both|every|either|per) (?:sides?|cheeks?|eyes?|brows?|ears?|half)(?! at (?:once|the same)| together)|^№ (?:[^ .,]+ )?a side/.test(
      after,
    ) ||
    / (?:each|both|every|per) sides?(?: [^ .,]+){0,3} (?:for )?№/.test(stream.text.slice(Math.max(0, at - 40), at + 2))
  )
    return 'each_side';
  // A step that begins after the change of side is about something else again.
  const begun = stepAt(stream.tokens[token]!.startMs)?.startMs ?? 0;
  if (swaps.some((swap) => swap <= token && token - swap <= 22 && begun <= stream.tokens[swap]!.startMs + 1000))
    return 'other_side';
  return 'here';
}

/** A minute of work is a dose in seconds; minutes of anything else are not. */
function minutesOfWork(
  stream: Stream,
  taken: Set<number>,
  add: Add,
  stepAt: StepAt,
  kindOf: (token: number) => Kind,
): void {
  const shapes = [
    '(?:for|do|hold|keep|stay|another|full|of) (?:about |a |one |the |half a |full |whole |solid )*(?:minute|№ minutes?)(?! (?:routine|practice|session|workout|video|lesson|massage|face))',
    '(?:one|half a|a full|№) minutes?(?= [,./] | here| of)(?<= [,./] (?:one|half a|a full|№) minutes?)',
  ];
  for (const shape of shapes)
    for (const match of stream.text.matchAll(patternOf(shape))) {
      const first = stream.tokenAt(match.index + 1);
      const last = stream.tokenAt(match.index + match[0].length - 1);
      const token = [...Array(last - first + 1).keys()]
        .map((i) => first + i)
        .find((at) => ['№', 'one', 'a', 'half'].includes(stream.tokens[at]!.text));
      if (token === undefined || taken.has(token)) continue;
      // Before anything is worked, minutes are what the lesson takes.
      const kind = stepAt(stream.tokens[token]!.startMs)?.kind;
      if (kind === 'intro') continue;
      const before = stream.text.slice(Math.max(0, match.index - 120), match.index + 1);
      const sentence = before.slice(before.lastIndexOf(' . ') + 1);
      const works =
        lastOf(HOLDING, sentence) >= 0 ||
        lastOf(MOVING, sentence) >= 0 ||
        (/ for /.test(match[0].slice(0, 5)) && (kind === 'technique' || kind === 'drain')) ||
        sentence.trim() === '.' ||
        sentence.trim() === '';
      if (!works || / (?:wait|takes|take|red|sleep|spend|only|just) /.test(`${sentence} `)) continue;
      taken.add(token);
      const half = / half /.test(match[0]);
      const { text, low, high } = stream.tokens[token]!;
      const [from, to] = half ? [30, 30] : text === '№' ? [low * 60, high * 60] : [60, 60];
      if (to > 600) continue;
      add(token, kindOf(token), from, to, 0.6, match.index, match[0].length);
    }
}
