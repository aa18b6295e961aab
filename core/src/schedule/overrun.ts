import type { Lesson, Pace } from '../lesson/lesson.schema';
import { schedule } from './schedule';

/** How much longer her last films run than they were planned. */
export interface Overrun {
  /** The film's length over the plan's: 1.08 for eight in a hundred longer. The middle one of all. */
  readonly ratio: number;
  /** Of how many lessons. */
  readonly count: number;
}

/** So many lessons are looked at, and fewer than this say nothing. */
const LAST = 5;
const FEWEST = 2;

/**
 * How far her last lessons ran over their plan.
 *
 * @param lessons that are filmed and marked whole, the newest first.
 * @returns null where there are too few of them.
 * @example overrunOf([{ plannedMs: 300_000, filmedMs: 330_000 }, …])?.ratio // 1.1
 */
export function overrunOf(
  lessons: readonly { readonly plannedMs: number; readonly filmedMs: number }[],
): Overrun | null {
  const ratios = lessons
    .filter((one) => one.plannedMs > 0 && one.filmedMs > 0)
    .slice(0, LAST)
    .map((one) => one.filmedMs / one.plannedMs)
    .sort((a, b) => a - b);
  if (ratios.length < FEWEST) return null;
  const middle = ratios.length / 2;
  const ratio = (ratios[Math.ceil(middle) - 1]! + ratios[Math.floor(middle)]!) / 2;
  return { ratio, count: ratios.length };
}

/** A pace is not made slower or quicker than by this. */
const SLOWEST = 3;
const QUICKEST = 0.4;
/** A length is reached to this, ms. */
const NEAR_MS = 1000;

/**
 * The pace at which a lesson runs so long: talk, pauses and changes all slower or quicker by the same share, doses as they
 * are planned.
 *
 * @returns null where no pace does that.
 * @example schedule({ ...lesson, pace: paceFor(lesson, 400_000)! }).totalMs // 400_000, to a second
 */
export function paceFor(lesson: Lesson, wantedMs: number): Pace | null {
  const lengthAt = (by: number): number => schedule({ ...lesson, pace: slowed(lesson.pace, by) }).totalMs;
  let [low, high] = [QUICKEST, SLOWEST];
  for (let left = 24; left > 0; left--) {
    const by = (low + high) / 2;
    if (lengthAt(by) < wantedMs) low = by;
    else high = by;
  }
  const pace = slowed(lesson.pace, (low + high) / 2);
  const reached = schedule({ ...lesson, pace }).totalMs;
  return Math.abs(reached - wantedMs) <= NEAR_MS ? pace : null;
}

function slowed(pace: Pace, by: number): Pace {
  const times = (ms: number, most: number): number => Math.min(most, Math.round(by * ms));
  return {
    ...pace,
    syllablesPerMinute: Math.max(60, Math.min(480, Math.round((10 * pace.syllablesPerMinute) / by) / 10)),
    commaPauseMs: times(pace.commaPauseMs, 10_000),
    sentencePauseMs: times(pace.sentencePauseMs, 10_000),
    settleMs: times(pace.settleMs, 60_000),
    swapMs: times(pace.swapMs, 60_000),
    toolMs: times(pace.toolMs, 60_000),
    applyMs: times(pace.applyMs, 120_000),
    topUpMs: times(pace.topUpMs, 60_000),
  };
}
