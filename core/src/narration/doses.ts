import { NO_DOSE, SHAPES } from './dose-shapes';
import { patternOf } from './lexicon';
import type { FoundDose, FoundStep, Reading } from './reading';
import type { Stream } from './tokens';

type Dose = Reading['doses'][number];
type Kind = Dose['kind'];

const HOLDING =
  /\b(?:hold|holding|freeze|look|squeeze|squint|press|pressing|push|puff|pout|smile|wait|stretch|lean|stick|tongue|suck|resist|pose|lift|rest|leave|close|roar|lips|in place)\b/g;
/** Says that it goes on, and not what: a hold only where nothing else is said to be done. */
const STAYING = /\b(?:keep|stay|there|remain)\b/g;
const MOVING =
  /\b(?:tap|tapping|pat|patting|massage|massaging|circles?|circling|roll|rolling|rub|rubbing|stroke|stroking|sweep|sweeping|knead|kneading|shake|(?<!feel (?:it|them|that) )shaking|pulse|pulsing|move|moving|wiggle|wiggling|shift|pinch|pinches|pinching|chew|chewing|swish|drum|drumming|brush|brushing|rotate|continue|going(?! to)|(?<!to )go|doing|repeat|side to side|open and close|do this|backwards|fast)\b/g;

const RAMP =
  '(?:begin|beginning|start|starting) (?:with|at|from) № (?:[^ .]+ ){0,9}?(?:build|building|work|working|go|going|rise|rising|increase|increasing|get|move|raise|add|until you reach)(?: [^ .,]+){0,4} (?:up )?(?:to|reach) №(?: (?:seconds?|times|counts?|reps?|repetitions))?';

/** Counting aloud of at least so many numbers is read as a dose where none is said. */
const COUNTED = 3;

/**
 * Doses in a narration: every number is looked at once, numbers that are no dose first (ages, clock times, angles,
 * fingers, labels, sections, promises …), then the shapes in which doses are said.
 *
 * @param swaps token indices at which the side changes: a dose said right after one belongs to the other side.
 * @param stepAt the step that runs at an instant: what is done in it tells holds from movements.
 */
export function readDoses(
  stream: Stream,
  swaps: readonly number[],
  stepAt: (ms: number) => Pick<FoundStep, 'startMs' | 'action'> | undefined,
): FoundDose[] {
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
    const scope = kind === 'remaining_s' || kind === 'lookahead_s' ? 'here' : scopeOf(stream, token, swaps, stepAt);
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
      const more = left && whileRunning(stream, doses, token);
      const kind = more
        ? 'remaining_s'
        : shape.kind === 'seconds'
          ? secondsKind(stream, token, doses, stepAt)
          : shape.kind === 'left'
            ? 'reps'
            : shape.kind;
      add(token, kind, low, high, shape.sure, match.index, match[0].length);
    }

  minutesOfWork(stream, taken, add, (token) => secondsKind(stream, token, doses, stepAt));
  bareNumbers(stream, taken, doses, add);
  for (const run of counted) {
    const at = stream.tokens[run.from]!.startMs;
    const said = doses.some((dose) => run.high <= dose.high && at - dose.atMs > -3000 && at - dose.atMs < 30_000);
    // Counted down from five or more it is the dose; from three it is only the cue to change.
    const down = run.low === 0 && run.count >= 5;
    if (said || (run.low !== 1 && !down) || run.count < COUNTED || run.high < COUNTED || run.high > 40) continue;
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
  return doses.sort((a, b) => a.token - b.token).map(({ token: _token, ...dose }) => dose);
}

type StepAt = (ms: number) => Pick<FoundStep, 'startMs' | 'action'> | undefined;
const STILL = new Set(['hold', 'press', 'stretch', 'puff', 'breathe', 'vocalise']);

/** Seconds are of a hold or of a movement: the verb of the sentence decides, then what was said before of the same step, then its action. */
function secondsKind(stream: Stream, token: number, doses: readonly FoundDose[], stepAt: StepAt): Kind {
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
  if (stays && (!step || step.action === 'unknown')) return 'hold_s';
  if (held >= 0 && / (?:keep|hold|stay|smile|leave) /.test(sentence)) return 'hold_s';
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

function lastOf(pattern: RegExp, text: string): number {
  let last = -1;
  for (const match of text.matchAll(pattern)) last = match.index;
  return last;
}

type Placed = FoundDose & { token: number };

/** The one that was said last among those that fit. */
function latest(doses: readonly Placed[], fits: (dose: Placed) => boolean): Placed | undefined {
  return doses.filter(fits).reduce<Placed | undefined>((a, b) => (a && a.token > b.token ? a : b), undefined);
}

/** "Five seconds.": a sentence or a line that says nothing else. */
function isAlone({ tokens }: Stream, token: number, length = 2): boolean {
  const ends = (at: number): boolean => !tokens[at] || tokens[at].newLine || tokens[at].text === '.';
  return (ends(token - 1) || tokens[token]!.newLine) && ends(token + length);
}

/** A dose is over. */
const ENDED = / (?:off|release\S*|let (?:it )?go|relax\S*|done|again|switch|change|other) /;

/** "Eight more.", while the seconds of a dose run and nothing else was told since, are seconds that are left. */
function whileRunning(stream: Stream, doses: readonly Placed[], token: number): boolean {
  const last = latest(doses, (dose) => dose.token < token && dose.kind !== 'remaining_s');
  const { high, startMs } = stream.tokens[token]!;
  return (
    last !== undefined &&
    (last.kind === 'hold_s' || last.kind === 'seconds_each') &&
    high < last.high &&
    startMs - last.atMs < 1000 * last.high + 4000 &&
    !verbsBetween(stream, last.atMs, token) &&
    !ENDED.test(stream.text.slice(stream.offsetOf(last.token), stream.offsetOf(token)))
  );
}

function scopeOf(stream: Stream, token: number, swaps: readonly number[], stepAt: StepAt): Dose['scope'] {
  const at = stream.offsetOf(token);
  const from = stream.text.lastIndexOf(' . ', at);
  const to = stream.text.indexOf(' . ', at);
  const sentence = stream.text.slice(Math.max(0, from, at - 120), Math.min(to < 0 ? at + 70 : to, at + 70)) + ' ';
  if (
    / (?:every|each) (?:single )?(?:move|movement|exercise|technique|step|area|zone|stroke|line|section)| all (?:of )?(?:the|these) (?:moves|exercises)| № moves , № seconds/.test(
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

interface Run {
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
  readonly count: number;
}

/** Numbers counted aloud, upward or downward, with nothing but pauses and small words between them. */
function countedAloud(stream: Stream): Run[] {
  const runs: Run[] = [];
  const { tokens } = stream;
  const isNumber = (at: number): boolean =>
    (tokens[at]?.text === '№' || tokens[at]?.text === 'one') && tokens[at].low === tokens[at].high;
  for (let from = 0; from < tokens.length; from++) {
    if (!isNumber(from)) continue;
    let to = from;
    let count = 1;
    let high = tokens[from]!.low;
    let upward = true;
    for (let at = from + 1, between = 0; at < tokens.length && between <= 4; at++) {
      if (isNumber(at)) {
        const step = tokens[at]!.low - tokens[to]!.low;
        const restart = tokens[at]!.text === 'one' && tokens[to]!.low === 2;
        if (step !== 1 && step !== -1 && !restart) break;
        if (step === -1 && count > 1 && upward) break;
        if (step === -1) upward = false;
        to = at;
        between = 0;
        count++;
        high = Math.max(high, tokens[at]!.low);
      } else if (/^[,./]$/.test(tokens[at]!.text)) continue;
      else if (
        /^(?:and|und|down|up|in|out|release|kiss|lift|here|with|breathe|hold|squeeze|i|love|this|open|close|relax|then|again|good|press|left|right)$/.test(
          tokens[at]!.text,
        )
      )
        between++;
      else break;
    }
    const unit =
      /^(?:times|seconds?|minutes?|sets?|reps?|breaths?|sides?|fingers?|strokes?|circles?|sweeps?|swipes?|more|to|or)$/;
    const ends = unit.test(tokens[to + 1]?.text ?? '');
    if (
      count >= COUNTED + (ends ? 1 : 0) ||
      (count === 2 && !ends && isPause(tokens[from - 1]?.text) && isPause(tokens[from + 1]?.text))
    ) {
      if (ends) continue;
      runs.push({ from, to, low: upward ? tokens[from]!.low : 0, high, count });
      from = to;
    }
  }
  return runs;
}

function isPause(text: string | undefined): boolean {
  return text === undefined || /^[,./]$/.test(text);
}

type Add = (token: number, kind: Kind, low: number, high: number, sure: number, offset: number, length: number) => void;

/** A minute of work is a dose in seconds; minutes of anything else are not. */
function minutesOfWork(stream: Stream, taken: Set<number>, add: Add, kindOf: (token: number) => Kind): void {
  const shapes = [
    '(?:for|do|another|full|of) (?:about |a |one |the |half a |full |whole |solid )*(?:minute|№ minutes?)(?! (?:routine|practice|session|workout|video|lesson|massage|face))',
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
      const before = stream.text.slice(Math.max(0, match.index - 120), match.index + 1);
      const sentence = before.slice(before.lastIndexOf(' . ') + 1);
      const works =
        lastOf(HOLDING, sentence) >= 0 ||
        lastOf(MOVING, sentence) >= 0 ||
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

/** A sentence that is nothing but a number: "Five.", "Also twelve.", "So seven here." It means what was counted last. */
function bareNumbers(stream: Stream, taken: Set<number>, doses: readonly Placed[], add: Add): void {
  const shape =
    '[.,] (?:(?:so|and|also|again|maybe|another|just|only|the same|same|about|for|do|or|we do|we re doing|this one|let s do|right side|left side) ){0,3}№(?: (?:here|again|as well|too|each|there|please|this time|of course|more|for you|on this side|on the left|on the right|to the left|to the right|(?:is|are) (?:enough|plenty|fine)))?(?= [,./])';
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
    if (high > 60 || startMs < 10_000) continue;
    taken.add(token);
    if (isAlone(stream, token, 1) && whileRunning(stream, doses, token)) {
      add(token, 'remaining_s', low, high, 0.6, index, said.length);
      continue;
    }
    const earlier = (dose: Placed): boolean => dose.token < token && (dose.kind === 'hold_s' || !/_s$/.test(dose.kind));
    // On the second side a figure means what it meant on the first.
    const figure = (dose: Placed): boolean => dose.low === low && dose.high === high;
    const last = latest(doses, (dose) => earlier(dose) && figure(dose)) ?? latest(doses, earlier);
    const words = `${stream.text.slice(Math.max(0, index - 14), index)}${said} `;
    const alike = / (?:also|same|another|too|as well|again|side) /.test(words);
    const same = last && (last.kind === 'swipes' || (startMs - last.atMs < 90_000 && alike)) ? last : undefined;
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
    if (!closes || NOT_COUNTED.test(stream.tokens[token - 1]?.text ?? '')) return [];
    const index = stream.offsetOf(token) - 1;
    return [
      { token, index, words: ` ${number.text}${closes && / (?:side|again) /.test(after) ? after.trimEnd() : ''}` },
    ];
  });
}

/** What stands before a number that counts nothing. */
const NOT_COUNTED =
  /^(?:was|been|am|at|by|since|until|nearly|than|my|is|i'm|i|number|step|the|these|those|of|or|and|in|to|from|under|over|spf|week|day)$/;
