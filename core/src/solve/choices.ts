import { schoolOf } from '../caution/school-of';
import { changesSide } from '../dose/dose';
import type { Dose, Range } from '../dose/dose.schema';
import { rangeOf, secondsKey, timesKey, UNIT, type FigureKey } from '../dose/figures';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { workOf } from '../lesson/work';
import { standingFigure, standingRules, type StandingRule } from '../narration/standing';
import { schedule } from '../schedule/schedule';
import { rolesOf, type Role } from '../school/roles';
import type { Stops } from '../school/school.schema';
import type { Weighed } from './cheapest';

/** One dose that a step may take, with the time its step then adds to the lesson and what is lost by it. */
export interface Choice extends Weighed {
  readonly dose: Dose;
}

/** Steps that are chosen together, and their choices: a dose for each of them. */
export interface Item {
  readonly stepIds: readonly string[];
  readonly choices: readonly (Weighed & { readonly doses: readonly Dose[] })[];
  /** The sentence that keeps them together; empty for a step by itself. */
  readonly words: string;
}

const WEIGHTS = { must: 9, normal: 3, may_go: 1 } as const;
/** Loss is a whole number of so many parts of the square of a planned figure. */
const PARTS = 10_000;
/** What it adds to the loss of a figure that the school does not stop at (common practice, no source: 2, 3 or 5 a lane). */
const OFF_STOP = 0.05;
/** How much more is lost by cutting the opening or the closing. */
const ENDS = 6;
const PROTECTED: ReadonlySet<Role> = new Set(['opening', 'closing', 'finish']);
/** No more than so many doses of one step are looked at. */
const MOST_CHOICES = 400;

/**
 * What may be chosen in a lesson: for every move the doses inside its ranges, for those under one standing figure ("five
 * everywhere") the same figure for all. A figure that a rule of hers keeps above or within something stays there.
 *
 * @param bound whether her standing figures hold.
 * @example itemsOf(lesson)[0]?.stepIds // ['rope', 'slipway']
 */
export function itemsOf(lesson: Lesson, bound = true): Item[] {
  const figures = bound ? standingRules(lesson).filter((rule) => rule.kind === 'figure') : [];
  const work = new Set(workOf(lesson));
  const steps = movesOf(lesson.steps);
  const roles = rolesByStep(lesson);
  // The first rule that a step's dose keeps is the one that holds for it.
  const ruleFor = (step: MoveStep): StandingRule | undefined =>
    work.has(step) ? figures.find((rule) => isWithin(rule, step.dose)) : undefined;
  const groups = new Map<StandingRule, MoveStep[]>();
  const items: Item[] = [];
  for (const step of steps) {
    const rule = ruleFor(step);
    if (rule && rule.figure!.low === rule.figure!.high) groups.set(rule, [...(groups.get(rule) ?? []), step]);
    else {
      const choices = choicesOf(lesson, step, roles).filter((one) => !rule || isWithin(rule, one.dose));
      items.push({ stepIds: [step.id], choices: choices.map((one) => ({ ...one, doses: [one.dose] })), words: '' });
    }
  }
  for (const [rule, group] of groups)
    items.push(
      together(
        rule,
        group,
        group.map((step) => choicesOf(lesson, step, roles)),
      ),
    );
  return items;
}

function isWithin({ figure }: StandingRule, dose: Dose): boolean {
  const own = standingFigure(dose, figure!.kind);
  return own !== null && own.is >= figure!.low && own.is <= figure!.high;
}

/** For every figure that all of them can take, every sum of times with its least loss. */
function together(rule: StandingRule, group: readonly MoveStep[], own: readonly (readonly Choice[])[]): Item {
  const kind = rule.figure!.kind;
  const figureOf = (one: Choice): number => standingFigure(one.dose, kind)!.is;
  const figures = [...new Set(own[0]!.map(figureOf))].filter((figure) =>
    own.every((choices) => choices.some((one) => figureOf(one) === figure)),
  );
  const choices = figures.flatMap((figure) => {
    let sums = new Map<number, Item['choices'][number]>([[0, { ms: 0, loss: 0, doses: [] }]]);
    for (const step of own) {
      const next: typeof sums = new Map();
      for (const { ms, loss, doses } of sums.values())
        for (const one of step.filter((each) => figureOf(each) === figure)) {
          const there = next.get(ms + one.ms);
          if (there && there.loss <= loss + one.loss) continue;
          next.set(ms + one.ms, { ms: ms + one.ms, loss: loss + one.loss, doses: [...doses, one.dose] });
        }
      sums = next;
    }
    return [...sums.values()];
  });
  return { stepIds: group.map((step) => step.id), choices, words: rule.words };
}

/**
 * Every dose that a step may take inside its move's ranges, the planned one first. What is lost grows with the square of
 * how far a figure is off what is planned, so that a cut is spread over many steps; opening and closing lose most.
 *
 * @param roles of all steps of the lesson, where they are known.
 * @example choicesOf(lesson, step)[0]?.dose === step.dose // true
 */
export function choicesOf(lesson: Lesson, step: MoveStep, roles = rolesByStep(lesson)): Choice[] {
  const role = roles.get(step) ?? 'work';
  let doses: { dose: Dose; off: number; ratio: number }[] = [{ dose: step.dose, off: 0, ratio: 1 }];
  for (const { key, range, weight, stops } of figuresOf(step.dose, schoolOf(lesson).stops)) {
    const values = valuesIn(range, UNIT[key]);
    doses = doses.flatMap(({ dose, off, ratio }) =>
      values.map((value) => ({
        dose: { ...dose, [key]: { ...range, planned: value } },
        off: off + weight * lossOf(value, range.planned, stops),
        ratio: (ratio * value) / range.planned,
      })),
    );
  }
  doses.sort((a, b) => a.off - b.off);
  return doses.slice(0, MOST_CHOICES).map(({ dose, off, ratio }) => ({
    dose,
    ms: stepMs(lesson, step, dose, false),
    loss: Math.round(WEIGHTS[step.priority] * (ratio < 1 && PROTECTED.has(role) ? ENDS : 1) * off * PARTS),
  }));
}

function lossOf(value: number, planned: number, stops: readonly number[]): number {
  if (value === planned) return 0;
  return ((value - planned) / planned) ** 2 + (stops.length > 0 && !stops.includes(value) ? OFF_STOP : 0);
}

/** What each step is in its lesson, which takes all of them together to tell. */
function rolesByStep(lesson: Lesson): ReadonlyMap<MoveStep, Role> {
  const moves = movesOf(lesson.steps);
  const roles = rolesOf(moves, schoolOf(lesson));
  return new Map(moves.map((step, at) => [step, roles[at]!]));
}

/** A figure of a dose that may be chosen: its range, what it weighs, and where the school stops. */
interface Figure {
  readonly key: FigureKey;
  readonly range: Range;
  /** A shorter hold loses more than one repetition less. */
  readonly weight: number;
  readonly stops: readonly number[];
}

function figuresOf(dose: Dose, stops: Stops): Figure[] {
  const figure = (key: FigureKey | null, weight: number, own: readonly number[]): Figure[] =>
    key === null ? [] : [{ key, range: rangeOf(dose, key)!, weight, stops: own }];
  const times = {
    reps: stops.times,
    hold: stops.times,
    passes: stops.passes,
    count: stops.count,
    breaths: [],
    timed: [],
  };
  return [
    ...figure(timesKey(dose), 1, times[dose.form]),
    ...figure(
      secondsKey(dose),
      dose.form === 'hold' ? 1.5 : 1,
      stops.seconds.map((one) => one * 1000),
    ),
    ...figure('sets', 1.2, []),
  ];
}

/** Values from low to high on a grid, with the planned one among them, nearest to it first. */
function valuesIn({ low, planned, high }: Range, grid: number): number[] {
  const values = new Set([planned]);
  for (let value = Math.ceil(low / grid) * grid; value <= high + 1e-9; value += grid) values.add(value);
  return [...values].sort((a, b) => Math.abs(a - planned) - Math.abs(b - planned));
}

/**
 * Time that a step adds to the lesson with a dose, by the schedule itself, ms.
 *
 * @param asIs keeps a right side of its own.
 * @example stepMs(lesson, step, step.dose, true) // 32_000
 */
export function stepMs(lesson: Lesson, step: MoveStep, dose: Dose, asIs: boolean): number {
  const own: MoveStep = { ...step, dose, rightDose: asIs || !hasBothSides(step) ? step.rightDose : null, bundle: null };
  return schedule({ ...lesson, opening: '', closing: '', steps: [own] }).totalMs;
}

/** @example hasBothSides(step) // true, for left, then right */
export function hasBothSides({ sidePlan }: MoveStep): boolean {
  return sidePlan === 'alternating' || changesSide(sidePlan);
}
