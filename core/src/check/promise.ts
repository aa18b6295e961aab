import '../words/localize';
import type { Found } from './finding';
import { moveCounts } from './numbers';
import { replaceWords } from './replace-words';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import type { FoundPromise } from '../narration/reading';
import { schoolOf } from '../caution/school-of';
import { withFigure } from '../speech/with-figure';
import { clock } from '../time/clock';
import type { Lesson } from '../lesson/lesson.schema';
import type { Schedule } from '../schedule/schedule';

const PLACES = ['title', 'promise', 'description', 'opening', 'closing'] as const;

/**
 * What title, promise, description, opening and closing say the lesson will be, held against the lesson as planned.
 * While a lesson is being made the promise stands: nothing is filmed, and it is far from what is promised, or steps have
 * no words yet.
 *
 * @example promiseFindings(lesson, schedule(lesson))[0]?.message // '“under five minutes”, and it runs 6:12.'
 */
export function promiseFindings(lesson: Lesson, plan: Schedule): Found[] {
  const findings: Found[] = [];
  const often: Often[] = [];
  for (const part of PLACES) {
    const text = lesson[part];
    if (!text.trim()) continue;
    const heard = readWords(text);
    for (const promise of heard.promises) {
      const words = saidBy(heard, promise.evidence);
      if (promise.kind === 'frequency') often.push({ part, words, ...timesAWeek(promise) });
      if ((promise.kind !== 'minutes' && promise.kind !== 'moves') || part === 'closing') continue;
      const broken = against(lesson, plan, promise, words, text);
      if (!broken) continue;
      const place = { on: 'plan', stepId: null, part, words } as const;
      const halfMade = broken.short && isBeingMade(lesson, broken.share);
      const better = halfMade ? null : withFigure(words, broken.kept);
      findings.push({
        ...(halfMade ? { severity: 'note' as const } : {}),
        rule: `promise-${promise.kind}`,
        place,
        message: halfMade ? broken.soFar : broken.message,
        repairs: better ? [{ label: `Say “${better}”`, change: replaceWords(lesson, place, words, better) }] : [],
      });
    }
  }
  findings.push(...contradictions(lesson, often));
  if (often.length === 0 && lesson.steps.length > 0)
    findings.push({
      rule: 'promise-frequency-missing',
      place: { on: 'plan', stepId: null, part: 'closing' },
      message: $localize`How often is not said. Common in this school: ${schoolOf(lesson).frequency}.`,
      repairs: [],
    });
  return findings;
}

/** A lesson of which less than this is there is not finished (common practice, no source). */
const NEARLY_THERE = 0.8;

function isBeingMade({ segments, steps }: Lesson, share: number): boolean {
  const wordless = steps.some(({ narration }) => !narration.before && !narration.during && !narration.after);
  return segments.length === 0 && (share < NEARLY_THERE || wordless);
}

/** How often to do it, as it is said somewhere. */
interface Often {
  readonly part: (typeof PLACES)[number];
  readonly words: string;
  /** Times a week. */
  readonly low: number;
  readonly high: number;
}

function timesAWeek({ low, high, unit }: FoundPromise): { low: number; high: number } {
  if (unit === 'per_day') return { low: 7 * low, high: 7 * high };
  return unit === 'days_between' ? { low: 7 / high, high: 7 / low } : { low, high };
}

/** "Every other day" and "three times a week" agree. */
const ABOUT = 0.6;

/** "Three times a day" against "once": wherever it is said, it is said once too often. */
function contradictions(lesson: Lesson, often: readonly Often[]): Found[] {
  const [first, ...others] = often;
  const other = others.find((one) => first && (one.low > first.high + ABOUT || one.high < first.low - ABOUT));
  if (!first || !other) return [];
  const there = first.part === other.part ? $localize`in the same words` : $localize`in the ${first.part}`;
  const place = (one: Often) => ({ on: 'plan', stepId: null, part: one.part, words: one.words }) as const;
  return [
    {
      rule: 'promise-frequency',
      place: place(other),
      message: $localize`“${other.words}” here, “${first.words}” ${there}\: say one of them.`,
      repairs: [
        { label: `Say “${first.words}” here`, change: replaceWords(lesson, place(other), other.words, first.words) },
        { label: `Say “${other.words}” there`, change: replaceWords(lesson, place(first), first.words, other.words) },
      ],
    },
  ];
}

/** What a promise says that the lesson does not keep, and the figure that it would keep. */
interface Broken {
  readonly message: string;
  readonly kept: number;
  /** There is less than is promised; how that is told while the lesson is being made. */
  readonly short: boolean;
  /** How much of what is promised is there. */
  readonly share: number;
  readonly soFar: string;
}

function against(lesson: Lesson, plan: Schedule, promise: FoundPromise, words: string, text: string): Broken | null {
  if (promise.kind === 'moves') {
    const counts = moveCounts(lesson);
    if (counts.length === 0 || counts.some((one) => one >= promise.low && one <= promise.high)) return null;
    const kept = counts.reduce((best, one) => (off(one, promise) < off(best, promise) ? one : best));
    return kept > 0
      ? {
          message: $localize`“${words}”, and there ${kept === 1 ? $localize`is one` : $localize`are ${kept}`}.`,
          kept,
          short: kept < promise.low,
          share: kept / promise.low,
          soFar: $localize`“${words}” ${kept === 1 ? $localize`is promised; one is` : $localize`are promised; ${kept} are`} here so far.`,
        }
      : null;
  }
  if (promise.kind !== 'minutes' || plan.totalMs === 0) return null;
  const near = text.slice(Math.max(0, text.indexOf(words) - 14), text.indexOf(words) + words.length + 6);
  const under = /\b(?:under|less than|within|at most|max)\b/i.test(near);
  const about = /\b(?:about|around|roughly|some|or so|more or less)\b/i.test(near);
  // A number of minutes is meant to within half a minute, "about" to within a fifth; "under" means what it says.
  const give = (minutes: number): number => Math.max(30_000, about ? 0.2 * minutes * 60_000 : 0);
  const low = under ? 0 : promise.low * 60_000 - give(promise.low);
  const high = promise.high * 60_000 + (under ? 0 : give(promise.high));
  if (plan.totalMs >= low && plan.totalMs <= high) return null;
  const minutes = plan.totalMs / 60_000;
  return {
    message: $localize`“${words}”, and it runs ${clock(plan.totalMs)}.`,
    kept: under ? Math.ceil(minutes) : Math.max(1, Math.round(minutes)),
    short: plan.totalMs < low,
    share: minutes / promise.low,
    soFar: $localize`“${words}” is promised; it runs ${clock(plan.totalMs)} so far.`,
  };
}

/** How far a count is from what is promised. */
function off(count: number, { low, high }: FoundPromise): number {
  return Math.max(low - count, count - high, 0);
}
