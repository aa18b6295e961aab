import '../words/localize';
import type { Dose } from '../dose/dose.schema';
import type { SingleChange } from '../lesson/change.schema';
import { isMove, type Lesson, movesOf } from '../lesson/lesson.schema';
import { standingRules } from '../narration/standing';
import { schedule } from '../schedule/schedule';
import { talkOf, type Talk } from '../schedule/talk';
import { clock } from '../time/clock';
import { cheapest, nearestSums } from './cheapest';
import { hasBothSides, itemsOf, stepMs, type Item } from './choices';

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

/**
 * Chooses repetitions, holds and sets inside each move's range so that the lesson runs as long as wanted: both sides
 * stay equal, steps under one standing figure move together, priorities, the ends and the school's usual figures are
 * honoured, and the least is lost.
 *
 * @param progress told from 0 to 1; returning false ends the search without a result.
 * @example fit(lesson, 210_000).afterMs // within the tolerance of 210_000, where that can be had
 */
export function fit(
  lesson: Lesson,
  targetMs: number,
  toleranceMs = lesson.toleranceMs,
  progress: (share: number) => boolean | void = () => undefined,
): Fit {
  const before = schedule(lesson);
  const steps = movesOf(lesson.steps);
  const items = itemsOf(lesson);
  const choices = items.map((item) => item.choices);
  const fixedMs = before.totalMs - sum(steps.map((step) => stepMs(lesson, step, step.dose, true)));
  const talk = talkOf(lesson);
  const result = {
    ...{ targetMs, toleranceMs, talk },
    beforeMs: before.totalMs,
    shortestMs:
      fixedMs + sum(items.map(({ choices: own }) => own.reduce((least, { ms }) => Math.min(least, ms), Infinity))),
    longestMs: fixedMs + sum(items.map(({ choices: own }) => own.reduce((most, { ms }) => Math.max(most, ms), 0))),
  };
  const chosen = cheapest(choices, targetMs - fixedMs, toleranceMs, progress);
  if (!chosen)
    return { ...result, afterMs: before.totalMs, loss: 0, changes: null, why: whyNot(lesson, result, items, fixedMs) };
  const doses = new Map(
    items.flatMap(({ stepIds }, i) => stepIds.map((id, k) => [id, choices[i]![chosen[i]!]!.doses[k]!] as const)),
  );
  const changes = steps.flatMap((step): FitChange[] => {
    const dose = doses.get(step.id)!;
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

/** The change that takes a fit's doses, for both sides. @example changeOfFit([{ stepId: 'a', dose }]).changes.length // 2 */
export function changeOfFit(changes: readonly FitChange[]): { kind: 'batch'; changes: SingleChange[] } {
  return {
    kind: 'batch',
    changes: changes.flatMap(({ stepId, dose }): SingleChange[] => [
      { kind: 'set_step', stepId, field: 'dose', value: dose },
      { kind: 'set_step', stepId, field: 'rightDose', value: null },
    ]),
  };
}

function sameDose(a: Dose, b: Dose): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

/** Why a target is missed, and what would reach it. */
function whyNot(
  lesson: Lesson,
  {
    targetMs,
    toleranceMs,
    shortestMs,
    longestMs,
    talk,
  }: Pick<Fit, 'targetMs' | 'toleranceMs' | 'shortestMs' | 'longestMs' | 'talk'>,
  items: readonly Item[],
  fixedMs: number,
): string {
  // Only her own figures can be in the way: without any the search would find the same nothing once more.
  const free =
    standingRules(lesson).some((one) => one.kind === 'figure') &&
    cheapest(
      itemsOf(lesson, false).map((item) => item.choices),
      targetMs - fixedMs,
      toleranceMs,
    );
  const bound = items.find((item) => item.words !== '')?.words;
  const rule = free
    ? $localize` ${bound ? $localize`You say “${bound}”, and so all of them change together` : $localize`Your own rules keep the figures where they are`}\: without that it would fit.`
    : '';
  if (shortestMs > targetMs + toleranceMs) {
    const over = shortestMs - targetMs - toleranceMs;
    const mayGoMs = sum(talk.filter((one) => one.mayGo).map((one) => one.ms));
    const words =
      mayGoMs === 0
        ? $localize`Take a step out, or allow smaller figures in its move.`
        : mayGoMs >= over
          ? $localize`${clock(mayGoMs)} of talk can go: cut ${clock(over)} of it, and it fits.`
          : $localize`Even without the ${clock(mayGoMs)} of talk that can go it is too long: take a step out.`;
    return $localize`With the smallest figures it still runs ${clock(shortestMs)}, ${clock(over)} too long.${rule || ` ${words}`}`;
  }
  if (longestMs < targetMs - toleranceMs)
    return $localize`With the largest figures it runs only ${clock(longestMs)}.${rule || $localize` Add a step, or allow larger figures.`}`;
  const { below, above } = nearestSums(
    items.map((item) => item.choices),
    targetMs - fixedMs,
  );
  const near = [below, above].flatMap((ms) => (ms === null ? [] : [clock(ms + fixedMs)]));
  return $localize`Whole repetitions do not come that near: it can run ${near.join(' or ')}.${rule || $localize` Take one of them, or give or take more.`}`;
}

function sum(list: readonly number[]): number {
  return list.reduce((total, one) => total + one, 0);
}
