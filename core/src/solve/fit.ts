import { changesSide } from '../dose/dose';
import type { Dose, Range } from '../dose/dose.schema';
import { clock } from '../time/clock';
import { isMove, type Lesson, movesOf, type MoveStep } from '../lesson/lesson.schema';
import { schedule } from '../schedule/schedule';
import { talkOf, type Talk } from '../schedule/talk';

/** One dose that a step may take, with the time its step then adds to the lesson and what is lost by it. */
export interface Choice {
  readonly dose: Dose;
  readonly ms: number;
  /** 0 for the dose as planned; larger the further away from it, by the step's priority. A whole number. */
  readonly loss: number;
}

export interface FitChange {
  readonly stepId: string;
  readonly dose: Dose;
}

export interface Fit {
  readonly targetMs: number;
  readonly toleranceMs: number;
  readonly beforeMs: number;
  readonly afterMs: number;
  readonly loss: number;
  /** Doses that change; the second side gets the same as the first. Null when no choice of doses reaches the target. */
  readonly changes: readonly FitChange[] | null;
  /** Shortest and longest that the doses alone can make the lesson. */
  readonly shortestMs: number;
  readonly longestMs: number;
  /** What the talk costs, and what of it can go. */
  readonly talk: readonly Talk[];
  /** In words, when it cannot be done. */
  readonly why: string;
}

const WEIGHTS = { must: 9, normal: 3, may_go: 1 } as const;
/** Loss is a whole number of so many parts of a planned figure. */
const PARTS = 1000;
/** No more than so many doses of one step are looked at. */
const MOST_CHOICES = 400;

/**
 * Chooses repetitions, holds and sets inside each move's range so that the lesson runs as long as wanted, both sides
 * stay equal, priorities are honoured and the least is lost. Exact: a dynamic program over the time that the steps take
 * together, on the largest grid that all their times share.
 *
 * @param progress told from 0 to 1; returning false ends the search without a result.
 * @example fit(lesson, 210_000).totalMs // within the tolerance of 210_000, where that can be had
 */
export function fit(
  lesson: Lesson,
  targetMs: number,
  toleranceMs = lesson.toleranceMs,
  progress: (share: number) => boolean | void = () => undefined,
): Fit {
  const before = schedule(lesson);
  const steps = movesOf(lesson.steps);
  const choices = steps.map((step) => choicesOf(lesson, step));
  const fixedMs = before.totalMs - sum(choices.map((own, i) => stepMs(lesson, steps[i]!, own[0]!.dose, true)));
  const shortestMs = fixedMs + sum(choices.map((own) => Math.min(...own.map((one) => one.ms))));
  const longestMs = fixedMs + sum(choices.map((own) => Math.max(...own.map((one) => one.ms))));
  const talk = talkOf(lesson);
  const chosen = cheapest(choices, targetMs - fixedMs, toleranceMs, progress);
  const result = { targetMs, toleranceMs, beforeMs: before.totalMs, shortestMs, longestMs, talk };
  if (!chosen) {
    const why = whyNot(targetMs, toleranceMs, shortestMs, longestMs, talk);
    return { ...result, afterMs: before.totalMs, loss: 0, changes: null, why };
  }
  const changes = steps.flatMap((step, i): FitChange[] => {
    const { dose } = choices[i]![chosen[i]!]!;
    return sameDose(dose, step.dose) && (step.rightDose === null || !hasBothSides(step))
      ? []
      : [{ stepId: step.id, dose }];
  });
  const afterMs = schedule(fitted(lesson, changes)).totalMs;
  return { ...result, afterMs, loss: sum(chosen.map((pick, i) => choices[i]![pick]!.loss)), changes, why: '' };
}

/**
 * The lesson with a fit's doses.
 *
 * @example fitted(lesson, [{ stepId: 'a', dose }]).steps[0]?.dose === dose // true
 */
export function fitted(lesson: Lesson, changes: readonly FitChange[]): Lesson {
  const doses = new Map(changes.map((one) => [one.stepId, one.dose]));
  return {
    ...lesson,
    steps: lesson.steps.map((step) =>
      isMove(step) && doses.has(step.id)
        ? { ...step, dose: doses.get(step.id)!, rightDose: hasBothSides(step) ? null : step.rightDose }
        : step,
    ),
  };
}

/**
 * Every dose that a step may take inside its move's ranges, the planned one first.
 *
 * @example choicesOf(lesson, step)[0]?.dose === step.dose // true
 */
export function choicesOf(lesson: Lesson, step: MoveStep): Choice[] {
  const planned = step.dose;
  const weight = WEIGHTS[step.priority];
  const figures = figuresOf(planned);
  let doses: { dose: Dose; off: number }[] = [{ dose: planned, off: 0 }];
  for (const { key, values, weight: share } of figures) {
    const range = (planned as unknown as Record<string, Range>)[key]!;
    doses = doses.flatMap(({ dose, off }) =>
      values.map((value) => ({
        dose: { ...dose, [key]: { ...range, planned: value } },
        off: off + (share * Math.abs(value - range.planned)) / range.planned,
      })),
    );
  }
  doses.sort((a, b) => a.off - b.off);
  return doses.slice(0, MOST_CHOICES).map(({ dose, off }) => ({
    dose,
    ms: stepMs(lesson, step, dose, false),
    loss: Math.round(weight * off * PARTS),
  }));
}

/** The figures of a dose that may be chosen, with the values inside their ranges. A shorter hold loses more than one repetition less. */
function figuresOf(dose: Dose): { key: string; values: number[]; weight: number }[] {
  const whole = (range: Range): number[] => steps(range, 1);
  const ms = (range: Range, grid: number): number[] => steps(range, grid);
  const sets = { key: 'sets', values: whole(dose.sets), weight: 1.2 };
  switch (dose.form) {
    case 'reps':
      return [{ key: 'reps', values: whole(dose.reps), weight: 1 }, sets];
    case 'passes':
      return [{ key: 'passes', values: whole(dose.passes), weight: 1 }, sets];
    case 'count':
      return [{ key: 'count', values: whole(dose.count), weight: 1 }, sets];
    case 'hold':
      return [
        { key: 'reps', values: whole(dose.reps), weight: 1 },
        { key: 'holdMs', values: ms(dose.holdMs, 1000), weight: 1.5 },
        sets,
      ];
    case 'timed':
      return [{ key: 'eachMs', values: ms(dose.eachMs, 1000), weight: 1 }, sets];
    case 'breaths':
      return [{ key: 'breaths', values: whole(dose.breaths), weight: 1 }, sets];
  }
}

/** Values from low to high on a grid, with the planned one among them, nearest to it first. */
function steps({ low, planned, high }: Range, grid: number): number[] {
  const values = new Set([planned]);
  for (let value = Math.ceil(low / grid) * grid; value <= high + 1e-9; value += grid) values.add(value);
  return [...values].sort((a, b) => Math.abs(a - planned) - Math.abs(b - planned));
}

/** Time that a step adds to the lesson with a dose, by the schedule itself. `asIs` keeps a right side of its own. */
function stepMs(lesson: Lesson, step: MoveStep, dose: Dose, asIs: boolean): number {
  const own: MoveStep = { ...step, dose, rightDose: asIs || !hasBothSides(step) ? step.rightDose : null, bundle: null };
  return schedule({ ...lesson, opening: '', closing: '', steps: [own] }).totalMs;
}

function hasBothSides({ sidePlan }: MoveStep): boolean {
  return sidePlan === 'alternating' || changesSide(sidePlan);
}

function sameDose(a: Dose, b: Dose): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

/**
 * One choice a step with the least loss whose times add up to the target within the tolerance; nearest to the target
 * among equals. Null when there is none.
 *
 * @example cheapest([[{ ms: 1000, loss: 0, … }]], 1000, 0) // [0]
 */
export function cheapest(
  choices: readonly (readonly Choice[])[],
  targetMs: number,
  toleranceMs: number,
  progress: (share: number) => boolean | void = () => undefined,
): number[] | null {
  const low = targetMs - toleranceMs;
  const high = targetMs + toleranceMs;
  const base = choices.map((own) => Math.min(...own.map((one) => one.ms)));
  const rest = high - sum(base);
  if (rest < 0) return null;
  const extras = choices.map((own, i) => own.map((one) => one.ms - base[i]!));
  const grid = extras.flat().reduce(gcd, 0) || 1;
  const cells = Math.floor(rest / grid) + 1;
  // Least loss by the time used so far; a step at a time, with the choice that led there.
  let losses = new Float64Array(cells).fill(Infinity);
  losses[0] = 0;
  const picks: Int16Array[] = [];
  let reach = 0;
  for (const [i, own] of choices.entries()) {
    if (progress(i / choices.length) === false) return null;
    const next = new Float64Array(cells).fill(Infinity);
    const pick = new Int16Array(cells).fill(-1);
    const offsets = dominant(own, extras[i]!, grid);
    const top = Math.min(cells - 1, reach + Math.max(0, ...offsets.map((one) => one.offset)));
    for (const { offset, loss, index } of offsets)
      for (let cell = Math.min(reach, cells - 1 - offset); cell >= 0; cell--) {
        const total = losses[cell]! + loss;
        if (total < next[cell + offset]!) {
          next[cell + offset] = total;
          pick[cell + offset] = index;
        }
      }
    losses = next;
    reach = top;
    picks.push(pick);
  }
  let best = -1;
  const start = sum(base);
  for (let cell = 0; cell < cells; cell++) {
    const ms = start + cell * grid;
    if (ms < low || losses[cell] === Infinity) continue;
    const off = Math.abs(ms - targetMs);
    if (
      best < 0 ||
      losses[cell]! < losses[best]! ||
      (losses[cell] === losses[best] && off < Math.abs(start + best * grid - targetMs))
    )
      best = cell;
  }
  if (best < 0) return null;
  const chosen: number[] = [];
  for (let i = choices.length - 1, cell = best; i >= 0; i--) {
    const index = picks[i]![cell]!;
    chosen.unshift(index);
    cell -= extras[i]![index]! / grid;
  }
  return chosen;
}

/** Of choices that take equally long only the one that loses least can be wanted. */
function dominant(
  own: readonly Choice[],
  extras: readonly number[],
  grid: number,
): { offset: number; loss: number; index: number }[] {
  const by = new Map<number, { offset: number; loss: number; index: number }>();
  own.forEach(({ loss }, index) => {
    const offset = extras[index]! / grid;
    const there = by.get(offset);
    if (!there || loss < there.loss) by.set(offset, { offset, loss, index });
  });
  return [...by.values()];
}

function whyNot(
  targetMs: number,
  toleranceMs: number,
  shortestMs: number,
  longestMs: number,
  talk: readonly Talk[],
): string {
  if (shortestMs > targetMs + toleranceMs) {
    const over = shortestMs - targetMs - toleranceMs;
    const mayGoMs = sum(talk.filter((one) => one.mayGo).map((one) => one.ms));
    const words =
      mayGoMs === 0
        ? 'Take a step out, or allow smaller doses in its move.'
        : mayGoMs >= over
          ? `${clock(mayGoMs)} of talk can go: cut ${clock(over)} of it, and it fits.`
          : `Even without the ${clock(mayGoMs)} of talk that can go it is too long: take a step out.`;
    return `With the smallest doses it still runs ${clock(shortestMs)}, ${clock(over)} too long. ${words}`;
  }
  if (longestMs < targetMs - toleranceMs)
    return `With the largest doses it runs only ${clock(longestMs)}. Add a step, or allow larger doses.`;
  return 'No choice of whole repetitions comes near enough. Allow a wider tolerance.';
}

function gcd(a: number, b: number): number {
  while (b > 0) [a, b] = [b, a % b];
  return a;
}

function sum(list: readonly number[]): number {
  return list.reduce((total, one) => total + one, 0);
}
