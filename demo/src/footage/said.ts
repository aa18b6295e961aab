import { partsOf, repetitionMs, type WorkedSide } from '@limber/core/dose/dose';
import { countFor } from '@limber/core/lesson/dose-for';
import { isMove, movesOf, type Lesson, type MoveStep } from '@limber/core/lesson/lesson.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { Segment } from '@limber/core/lesson/segment.schema';
import { schedule, workKind } from '@limber/core/schedule/schedule';
import { syllablesOfWord } from '@limber/core/speech/syllables';
import { seeded } from '@limber/core/solve/seeded';
import type { Span } from '@limber/core/time/spans';
import { captionsOf, type Layout, type SaidWord, type Timed } from './said-captions';

/** What happened on a stretch of the recording. */
export type Happened = Omit<Segment, 'id' | 'takeId'>;

/** A lesson as somebody said it, with what happened when. */
export interface Said {
  readonly captions: string;
  /** When each side of each step that was filmed really started. */
  readonly truth: readonly { readonly stepId: string; readonly side: WorkedSide | null; readonly startMs: number }[];
  /** Each word with its time, and the sentences that they stand in. */
  readonly words: readonly SaidWord[];
  readonly sentences: readonly { readonly startMs: number; readonly text: string }[];
  /** Everything that happened, in its order; what was broken off and what nobody wants to see is of kind `cut`. */
  readonly segments: readonly Happened[];
  /** Everything that hands did, also what was only shown while talking, or done once more. */
  readonly hands: readonly Happened[];
  readonly durationMs: number;
}

/** How far what is said is from what is written, 0 for word by word, 1 for somebody who tells it anew. */
export interface SayOptions {
  readonly layout: Layout;
  readonly freedom: number;
  /** How long a voice takes for a sentence, ms; without it, as its syllables come. */
  readonly lengthOf?: (sentence: string) => number;
  /** How often filming goes otherwise than planned, 0 to 1; without it, only what is said does. */
  readonly mishaps?: number;
}

const TALK = [
  'I had three cups of tea before this and it shows.',
  'My neighbour does this on the ferry every morning.',
  'Somebody asked me last week whether it has to be in this order.',
  'You can hear the gulls outside, I am sorry about that.',
  'Take your time, nobody is counting but me.',
  'It feels a little silly the first time.',
  'I like this one best when the wind is cold.',
  'The lights in the studio are always too bright.',
  'Breathe the way you would on a walk along the pier.',
  'If you lost the thread, just join in again here.',
  'That was a long day yesterday, with the storm.',
  'Keep the shoulders soft while I talk.',
  'There is no prize for pressing harder.',
  'We have a bit of time before the news.',
  'Tell me in the questions how this felt.',
  'I always forget which cup is mine.',
  'The microphone picks up everything, even the rain.',
  'Let me just move this lamp.',
];
const CHANGES = [
  'And the other side.',
  'Now the other side.',
  'And now we change sides.',
  'Same thing on the other side.',
  'Switch sides.',
  'Now the {side} side.',
  'Over to the {side}.',
];
const TALKED: ReadonlySet<Happened['kind']> = new Set(['intro', 'teach', 'talk', 'outro']);
const AGAIN = ['Sorry, again from here.', 'No, wait. Once more.', 'Let me say that again.'];
/** What a machine hears instead. */
const MISHEARD = ['the', 'and', 'a', 'jar', 'her', 'colour', 'own', 'tie', 'law', 'check', 'pound', 'ease'];

/**
 * Says a lesson the way people do: in their own tempo, with talk between, sentences told otherwise or left out, false
 * starts, sides changed with and without a word, steps that were not filmed, and a machine's mistakes in the captions.
 */
export function sayLesson(lesson: Lesson, seed: number, { layout, freedom, lengthOf, mishaps = 0 }: SayOptions): Said {
  const random = seeded(seed);
  /** Of what hands do, so that what is said is the same whatever they do. */
  const chance = seeded(31 * seed + 7);
  const maybe = (share: number): boolean => random() < share;
  const between = (low: number, high: number): number => low + random() * (high - low);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const words: Timed[] = [];
  const sentences: Said['sentences'][number][] = [];
  const truth: Said['truth'][number][] = [];
  const segments: Happened[] = [];
  const hands: Happened[] = [];
  /** What was broken off in the passage that is under way. */
  let broken: Span[] = [];
  const syllableMs = 60_000 / between(180, 270);
  let now = between(300, 4000);

  const sentence = (text: string): void => {
    const from = now;
    const own = text
      .split(/\s+/)
      .filter((word) => /[\p{L}\d]/u.test(word))
      .map((word, at) => {
        const syllables = Math.max(1, syllablesOfWord(word.replace(/[^\p{L}']/gu, '')));
        const startMs = now;
        const endMs = now + syllables * syllableMs * between(0.8, 1.25);
        now = endMs + (/[,;:]$/.test(word) ? between(80, 320) : 0);
        const heard = maybe(0.03) ? '' : maybe(0.07) ? pick(MISHEARD) : word;
        return { text: word, heard, startMs, endMs, opens: at === 0 };
      });
    sentences.push({ startMs: Math.round(from), text });
    const scale = lengthOf && own.length > 0 ? lengthOf(text) / (now - from) : 1;
    const at = (ms: number): number => from + scale * (ms - from);
    words.push(...own.map((word) => ({ ...word, startMs: at(word.startMs), endMs: at(word.endMs) })));
    now = at(now) + between(200, 800);
  };
  const talk = (): void => {
    for (let left = Math.ceil(between(0, 3)); left > 0; left--) sentence(pick(TALK));
  };
  const begin = (): void => {
    truth[truth.length - 1] = { ...truth[truth.length - 1]!, startMs: Math.round(now) };
  };
  /** Words of the lesson, more or less as they are written. */
  const say = (text: string, opens: boolean): void => {
    for (const [at, one] of (text.match(/[^.!?]+[.!?]*/g) ?? []).entries()) {
      const opening = opens && at === 0;
      if (!one.trim()) continue;
      if (maybe(0.12 * freedom)) continue;
      if (maybe(0.08 * freedom)) {
        const from = now;
        sentence(one.trim().split(/\s+/).slice(0, 4).join(' '));
        sentence(pick(AGAIN));
        // What is said again is what counts.
        if (opening) begin();
        broken.push([from, now]);
      }
      if (maybe(0.3 * freedom)) sentence(told(one.trim(), pick, maybe));
      else sentence(one.trim());
      if (maybe(0.1 * freedom)) talk();
    }
  };

  /** Marks what happened from an instant up to now, without what was broken off in it. */
  const mark = (kind: Happened['kind'], stepId: string | null, side: WorkedSide | null, from: number): void => {
    for (const [a, b] of broken) {
      if (a > from) segments.push(happened(kind, stepId, side, from, a));
      segments.push(happened('cut', stepId, side, a, b));
      from = b;
    }
    broken = [];
    // Talk is over with its last word, not with the breath after it.
    const spoken = words[words.length - 1]?.endMs ?? 0;
    const to = TALKED.has(kind) && spoken > from ? Math.min(now, spoken + 250) : now;
    if (to - from > 1) segments.push(happened(kind, stepId, side, from, to));
  };
  /** Repetitions from an instant on, a little uneven, the last of which ends at another. */
  const repeat = (
    kind: Happened['kind'],
    step: MoveStep,
    side: WorkedSide,
    from: number,
    to: number,
    n: number,
  ): Happened => {
    const lengths = Array.from({ length: n }, () => 0.92 + 0.16 * chance());
    const whole = lengths.reduce((sum, one) => sum + one, 0);
    let at = from;
    const beatsMs = lengths.map((one) => Math.round((at += ((to - from) * one) / whole)));
    return { ...happened(kind, step.id, side, from, to), beatsMs };
  };

  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const left = new Set(lesson.steps.filter(() => maybe(0.06 * freedom)).map((step) => step.id));
  let begun = true;
  let row = null as { stepId: string; side: WorkedSide | null } | null;
  for (const { kind, stepId, side, startMs, endMs, words: text } of schedule(performed(lesson, mishaps, chance))
    .passages) {
    if (stepId !== null && left.has(stepId)) continue;
    const idle = now;
    if (stepId !== null && row?.stepId !== stepId && maybe(0.25 * freedom)) talk();
    mark('talk', null, null, idle);
    const changes: boolean =
      stepId !== null && (row?.stepId !== stepId || (side !== null && row.side !== null && row.side !== side));
    if (changes && chance() < 0.12 * mishaps) {
      const from = now;
      now += 6000 + 14_000 * chance();
      mark('cut', null, null, from);
    }
    if (changes) {
      row = { stepId: stepId!, side };
      truth.push({ stepId: stepId!, side, startMs: Math.round(now) });
    }
    if (stepId !== null && row && row.side === null && side !== null) {
      row.side = side;
      truth[truth.length - 1] = { ...truth[truth.length - 1]!, side };
    }
    const begins = now;
    // A step starts with its first words, not with the tool that is made ready before them.
    if (changes) begun = false;
    const opens = !begun && stepId !== null;
    if (opens) begin();
    begun ||= text !== '' || kind === 'swap' || isWork(kind);
    if (kind === 'swap' && maybe(0.8)) sentence(pick(CHANGES).replace('{side}', side ?? 'other'));
    const step = stepId === null ? undefined : steps.get(stepId);
    if (!isWork(kind) || !step || !side) {
      say(text, opens);
      if (kind === 'teach' && step && chance() < 0.2 * mishaps) {
        // Shown once or twice while it is told how.
        const from = now;
        talk();
        const [worked = 'both'] = partsOf(step.sidePlan);
        const n = chance() < 0.5 ? 1 : 2;
        now = Math.max(now, from + n * repetitionMs(step.dose));
        hands.push(repeat(workKind(step), step, worked, from, from + n * repetitionMs(step.dose), n));
      }
      if (['prep', 'swap', 'rest'].includes(kind)) {
        if (maybe(0.15 * freedom)) talk();
        now = Math.max(now, begins + (endMs - startMs) * between(0.8, 1.2));
      }
      mark(kind, stepId, side, begins);
      continue;
    }
    const count = countFor(step, side);
    if (count > 3 && chance() < 0.12 * mishaps) {
      // Begun, broken off, and done once more from its first repetition.
      const from = now;
      const n = 1 + Math.floor((count - 1) * chance());
      now += ((endMs - startMs) * n) / count;
      hands.push(repeat(kind, step, side, from, now, n));
      sentence(pick(AGAIN));
      mark('cut', stepId, side, from);
      now += 900;
    }
    const from = now;
    say(text, opens);
    broken = [];
    if (maybe(0.15 * freedom)) talk();
    // Second sides are habitually done less often.
    const n = side !== partsOf(step.sidePlan)[0] && chance() < 0.25 * mishaps ? Math.ceil(0.6 * count) : count;
    const to = from + (endMs - startMs) * between(0.8, 1.2) * (n / count);
    now = Math.max(now, to);
    const worked = repeat(kind, step, side, from, to, n);
    hands.push(worked);
    segments.push(worked);
    if (now - to > 1500) mark('talk', stepId, null, to);
  }
  return {
    ...{ captions: captionsOf(words, layout), truth, words, sentences, segments, hands },
    durationMs: Math.round(now + 1500),
  };
}

const happened = (
  kind: Happened['kind'],
  stepId: string | null,
  side: WorkedSide | null,
  from: number,
  to: number,
): Happened => ({ kind, stepId, side, startMs: Math.round(from), endMs: Math.round(to), beatsMs: [] });

/** The lesson as it is filmed: at times two steps have changed their places. */
function performed(lesson: Lesson, mishaps: number, chance: () => number): Lesson {
  const steps = [...lesson.steps];
  for (let at = 1; at < steps.length; at++)
    if (mishaps > 0 && chance() < 0.03 * mishaps && isMove(steps[at]!) && isMove(steps[at - 1]!)) {
      [steps[at - 1], steps[at]] = [steps[at]!, steps[at - 1]!];
      at++;
    }
  return { ...lesson, steps };
}

/** A sentence in other words: some left out, some put in, two that changed places. */
function told(text: string, pick: <T>(list: readonly T[]) => T, maybe: (share: number) => boolean): string {
  const words = text.split(/\s+/).filter(() => !maybe(0.25));
  if (maybe(0.5)) words.unshift(pick(['So', 'Okay, and', 'And then', 'What we do is', 'Good, now']));
  for (let at = words.length - 1; at > 1; at--)
    if (maybe(0.15)) words.splice(at, 0, pick(['really', 'just', 'kind of', 'maybe', 'gently']));
  return words.join(' ');
}
