import { patternOf } from './lexicon';
import type { FoundPromise, Reading } from './reading';
import type { Stream } from './tokens';

type Promised = Reading['promises'][number];

/** A promise while they are looked for, with the token of its number; when it begins is told by the one before it. */
interface Placed extends Omit<FoundPromise, 'atMs'> {
  readonly token: number;
}

/** As people count them who say "a month" of weeks of practice (common practice, no source). */
const WEEKS_A_MONTH = 4;
/** What is done more often than this a day is something else. */
const MOST_OFTEN = 20;
const WORKING_DAYS = 5;
/** From here on a lesson closes, as a share of it. */
const LATE = 0.8;
const WEEKDAYS = '(?:mon|tues|wednes|thurs|fri|satur|sun)days';
const NUMBER = '(?:№|one|a)';
const OFTEN = '(?:once|twice|№|one)(?: (?:or|to) (?:twice|№))?(?: times?)?';

/** Minutes of something else, by what stands before them, and by what follows. */
const OF_ANOTHER =
  / (?:opens?|closes?|starts?|begins?|calms?|fades?)(?: down| again)?(?: in)? $| (?:red|redness|freezer|fridge|sleep|ago|late|wait|kettle|oven|absorb|dry|ferry|bus|my other|another|(?<! will |'ll )last|other|longer|full) (?:[^ .,]+ ){0,6}$/;
const IN_ANOTHER =
  /^(?:[^ .,]+ ){0,3}(?:of redness|in the(?! (?:morning|evening))|ago|later|late|of sleep)|^(?:[^ .,]+ )?(?:before(?! we )|after|earlier|to (?:go|curtain))(?= )/;

/** "If you did that every night", "gets sharper every day", "the routine that I do every morning": nobody is told how often. */
const TOLD_OF =
  / (?:if (?:you|it|that|they)(?:'ve)?(?: [^ .,]+){0,4}|(?:gets?|getting|grows?|becomes?)(?: [^ .,]+){0,2}|they did it|(?:that|things|moves|points|routine) i (?:always )?do) $/;

/**
 * What the opening and the closing promise: minutes, number of moves, how often, and after how long something shows.
 *
 * @example readPromises(streamOf(words))[0] // { kind: 'minutes', low: 5, high: 5, … }
 */
export function readPromises(stream: Stream): FoundPromise[] {
  const found: Placed[] = [];
  const lastMs = stream.tokens[stream.tokens.length - 1]?.startMs ?? 0;
  const add = (
    kind: Promised['kind'],
    unit: Promised['unit'],
    match: RegExpExecArray,
    low: number,
    high: number,
    sure: number,
  ): void => {
    const first = stream.tokenAt(match.index + 1);
    const number = range(stream, match)[0] ?? first;
    // "Five moves, six minutes" are two promises, "three times in a week" is one.
    const apart = (one: Placed): boolean =>
      one.token !== number && one.kind !== kind && [one.kind, kind].includes('moves');
    if (found.some((one) => Math.abs(one.token - number) < 3 && !apart(one))) return;
    const same = found.find((one) => one.kind === kind && one.low === low && one.high === high && one.unit === unit);
    if (same && (kind !== 'frequency' || number - same.token < 10)) return;
    const to = stream.tokens[stream.tokenAt(match.index + match[0].length - 1)]!.end;
    found.push({
      ...{ kind, low, high, unit, token: number },
      evidence: { from: stream.tokens[first]!.word, to, sure },
    });
  };
  const each = (pattern: string, run: (match: RegExpExecArray, low: number, high: number) => void): void => {
    for (const match of stream.text.matchAll(patternOf(pattern))) {
      const [low, high] = figures(stream, match);
      run(match, low, high);
    }
  };

  /** What is said before something, so many letters of it. */
  const saidBefore = (match: RegExpExecArray, letters: number): string =>
    stream.text.slice(Math.max(0, match.index - letters), match.index + 1);
  /** A promise stands at the beginning. */
  const isEarly = (ms: number): boolean => ms <= Math.max(45_000, 0.2 * lastMs);
  /** Whether something is said when a lesson closes. */
  const late = (match: RegExpExecArray): boolean =>
    stream.tokens[stream.tokenAt(match.index + 1)]!.startMs > LATE * lastMs;

  each(
    `${OFTEN} (?:a|per|each|every|in a) (?:single |working )?(?:day|week|morning|night|evening)`,
    (match, low, high) => {
      // "One minute forty-five every morning."
      if (high > MOST_OFTEN) return;
      add('frequency', / week$/.test(match[0]) ? 'per_week' : 'per_day', match, low, high, 0.9);
    },
  );
  each(
    '(?:№|one) (?:days?|times?|mornings?|nights?|evenings?) (?:on(?= [.,])|(?:a|per|each|every|in the|of the|out of the) week|out of(?= № ))',
    (match, low, high) => add('frequency', 'per_week', match, low, high, 0.9),
  );
  each(`${OFTEN} this week`, (match, low, high) => add('frequency', 'per_week', match, low, high, 0.6));
  each('every (?:other|second) (?:day|morning|night|evening)', (match) =>
    add('frequency', 'days_between', match, 2, 2, 0.9),
  );
  // "Four gigs a week."
  each('№ [^ .,]+ (?:a|per|each|every) week', (match, low, high) => {
    if (late(match) && high <= MOST_OFTEN) add('frequency', 'per_week', match, low, high, 0.6);
  });
  each('(?:twice|once|№ times) weekly', (match, low, high) => add('frequency', 'per_week', match, low, high, 0.9));
  each('monday (?:to|till|until|through) friday', (match) => {
    if (late(match)) add('frequency', 'per_week', match, WORKING_DAYS, WORKING_DAYS, 0.7);
  });
  each('every (?:№) days', (match, low, high) => add('frequency', 'days_between', match, low, high, 0.9));
  each(
    '(?:(?:every )?morning and (?:every )?(?:evening|night)|every(?: single)? (?:day|morning|night|evening)(?! for (?:[^ .,]+ )?(?:years|months)| of (?:her|his|my|their) (?:life|lives))|daily)',
    (match) => {
      const twice = / and /.test(match[0]) ? 2 : 1;
      if (TOLD_OF.test(saidBefore(match, 60))) return;
      add('frequency', 'per_day', match, twice, twice, 0.6);
    },
  );
  // "Each evening." and "After every shave." at the end of a lesson; "Tuesdays and Saturdays."
  each(
    '(?:each|after every|before every|with every) (?:day|morning|night|evening|shave|shower|wash|shift|bath)',
    (match) => {
      if (late(match)) add('frequency', 'per_day', match, 1, 1, 0.6);
    },
  );
  each(`(?:${WEEKDAYS})(?:(?: ,)?(?: and)? (?:${WEEKDAYS}))*`, (match) => {
    const days = match[0].match(new RegExp(WEEKDAYS, 'g'))!.length;
    if (late(match)) add('frequency', 'per_week', match, days, days, 0.6);
  });
  // "Three weeks, and see whether it is less."
  each(
    '(?:№|one) (?:weeks?|months?)(?= ,? ?(?:and|then|you)(?: [^ .,]+){0,3} (?:see|notice|stock|look|tell|write|know) )',
    (match, low, high) => {
      const weeks = / months?$/.test(match[0]) ? WEEKS_A_MONTH : 1;
      if (late(match)) add('onset', 'weeks', match, rounded(low * weeks), rounded(high * weeks), 0.6);
    },
  );
  each(
    '(?:in|after|before|within|for|about|takes|take|least|give (?:it|this|them|yourself)) (?:just |only |about |around |like |at least |as little as |less than |under ){0,2}(?:№|one|a) (?:days|weeks?|months?)',
    (match, low, high) => {
      if (
        / for | least /.test(match[0]) &&
        !/ (?:a|per|each|every) (?:single )?(?:day|week|night|morning|evening)(?: [^ .]+){0,5} $/.test(
          saidBefore(match, 60),
        ) &&
        !/ (?:results?|difference|notice|see|change)/.test(
          stream.text.slice(Math.max(0, match.index - 90), match.index + 140),
        )
      )
        return;
      if (/ (?:don't|do not|not|never) (?:[^ .,]+ ){0,3}$/.test(saidBefore(match, 40))) return;
      if (/ (?:still|sore|hurts?|pain) (?:[^ .,]+ ){0,2}$/.test(saidBefore(match, 30))) return;
      // "You know them by heart in a week."
      if (/ (?:learn|know|remember)(?: [^ .,]+){0,5} $/.test(saidBefore(match, 60))) return;
      // "Three times in a week."
      if (/ (?:times|once|twice) $/.test(saidBefore(match, 8))) return;
      const weeks = / days$/.test(match[0]) ? 1 / 7 : / months?$/.test(match[0]) ? WEEKS_A_MONTH : 1;
      add('onset', 'weeks', match, rounded(low * weeks), rounded(high * weeks), 0.7);
    },
  );
  each(
    `(?:under |less than |about |around |only |just |in |for |the )?${NUMBER} (?:short |little |quick |full |calm |slow |quiet |good |nice )?(?:minutes?|mins?)`,
    (match, low, high) => {
      const at = stream.tokens[range(stream, match)[0] ?? stream.tokenAt(match.index + 1)]!;
      const before = saidBefore(match, 110);
      const sentence = ` ${before.slice(before.lastIndexOf(' . ') + 1)}`;
      const after = stream.text.slice(stream.text.indexOf('minute', match.index)).replace(/^minutes? /, '');
      if (/^(?:per|for each|each)(?= )/.test(after)) return;
      if (
        OF_ANOTHER.test(sentence) ||
        (IN_ANOTHER.test(after) && !/ (?:i|we|you)(?:'ve)? (?:have|got|need) (?:[^ .,]+ )?$/.test(sentence))
      )
        return;
      const whole =
        /^(?:[^ .,]+ ){0,4}(?:routine|practice|session|massage|workout|video|lesson|drain|drainage|yoga|flow|exercise|sequence|release|reset|face|lift|follow|class|long|max|maximum|ritual|for|with|that|that's|to|a day|and)|^(?:of (?:your|our) (?:time|day|morning|evening|break)|in (?:all|total)|altogether|then we|before we)(?= )/.test(
          after,
        );
      // "A routine of about eight minutes."
      const named = / (?:routine|practice|session|massage|video|lesson|sequence|class|ritual) of $/.test(sentence);
      const takes =
        named ||
        / (?:takes?|took|takes me|spend|lasts?|be|is|it's|here's|under|less than|only|just|in|about|give me|have|need|doing|for the next|the next) (?:[^ .,]+ ){0,3}$/.test(
          sentence,
        );
      const early = isEarly(at.startMs);
      // Later on, only a look back at the whole is one.
      const back = / (?:that was|that's|was|were|done in|took) (?:[^ .,]+ ){0,4}$/.test(sentence);
      if (/ half $/.test(before)) return;
      const closes =
        late(match) &&
        / (?:it's|that's|is|daily|every|takes?|homework)(?: [^ .,]+){0,2} (?:, )?(?:only |just |about )?$/.test(
          sentence,
        );
      if (early && (whole || takes)) add('minutes', 'minutes', match, low, high, 0.8);
      // A single minute is a dose sooner than a lesson.
      else if (early ? high > 1 : closes || (back && whole)) add('minutes', 'minutes', match, low, high, 0.5);
    },
  );
  each(
    '(?:№|one) (?:(?!№)[^ .,]+ ){0,3}(?:exercises|drills|moves|techniques|movements|poses|holds|steps|tricks|stretches|massages|points|postures|lifts|releases|things|ways)(?! (?:each|of|times))',
    (match, low, high) => {
      const at = stream.tokens[range(stream, match)[0]!];
      if (!at || high < 2 || high > 60 || / (?:walk|take|took|count) $/.test(saidBefore(match, 8))) return;
      if (isEarly(at.startMs) && !/ (?:more|last|next) /.test(match[0])) add('moves', 'moves', match, low, high, 0.75);
    },
  );
  // "You'll learn five strokes."
  each(
    '(?:learn|show you|teach you|brought you) (?:the |my |our )?№ (?:[^ .,]+ ){0,2}(?:strokes|places|areas|grips|spots)',
    (match, low, high) => add('moves', 'moves', match, low, high, 0.6),
  );
  found.sort((a, b) => a.token - b.token);
  return found.map(({ token, ...promise }, i) => {
    const before = found[i - 1]?.token ?? 0;
    return { atMs: stream.tokens[saidFrom(stream, token, before)]!.startMs, ...promise };
  });
}

/**
 * A promise begins with its sentence, or with the words that lead to its number: "I do it four times a week". Of two in one
 * sentence the second begins with the words that lead to it: "five drills in six minutes".
 */
function saidFrom({ tokens }: Stream, number: number, promisedBefore: number): number {
  for (let at = number; at > promisedBefore && number - at <= LEAD_WORDS; at--)
    if (tokens[at - 1]!.text === '.') return at;
  let first = number;
  while (number - first < LEAD_WORDS && first > 0 && LEADS.test(tokens[first - 1]!.text)) first--;
  return first;
}
const LEAD_WORDS = 8;
const LEADS =
  /^(?:i|i'd|we|we'll|you|it|it's|this|these|them|that's|there|there's|are|is|do|does|try|to|take|takes|need|have|has|practise|repeat|give|and|for|about|around|only|just|would|will|can|should|least|at|in|after|see|notice|before|every|all|say|like)$/;

function range(stream: Stream, match: RegExpExecArray): number[] {
  const first = stream.tokenAt(match.index + 1);
  const last = stream.tokenAt(match.index + match[0].length - 1);
  const found: number[] = [];
  for (let at = first; at <= last; at++) if (/^(?:№|one|once|twice|a)$/.test(stream.tokens[at]!.text)) found.push(at);
  const number = found.find((at) => stream.tokens[at]!.text !== 'a') ?? found[0];
  return number === undefined ? [] : [number];
}

function figures(stream: Stream, match: RegExpExecArray): [number, number] {
  const values: [number, number][] = [];
  const first = stream.tokenAt(match.index + 1);
  const last = stream.tokenAt(match.index + match[0].length - 1);
  for (let at = first; at <= last; at++) {
    const { text, low, high } = stream.tokens[at]!;
    if (text === '№') values.push([low, high]);
    else if (text === 'one' || text === 'once') values.push([1, 1]);
    else if (text === 'twice') values.push([2, 2]);
  }
  if (values.length === 0) return [1, 1];
  return [Math.min(...values.map((one) => one[0])), Math.max(...values.map((one) => one[1]))];
}

function rounded(value: number): number {
  return Math.round(value * 10) / 10;
}
