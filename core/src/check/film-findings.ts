import '../words/localize';
import { changesSide, partsOf, sidesIn, type WorkedSide } from '../dose/dose';
import { doseSchema, type Dose, type Range } from '../dose/dose.schema';
import type { Change } from '../lesson/change.schema';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { shownAsMarked, sideOf, type Done, type Measured, type Shown } from '../said-done/done';
import { countFor, doseFor } from '../lesson/dose-for';
import { partMs } from '../schedule/schedule';
import { clock } from '../time/clock';
import { filmAgain } from './film-again';
import type { CutPlace, Found, Repair } from './finding';
import { AS_FILMED, type OtherCount } from './other-count';

/** Work that is off by more than this share and this long is told (common practice, no source). */
const DRIFT_SHARE = 0.25;
const DRIFT_MS = 3000;

/**
 * The lesson as it plays, held against its plan and one side against the other: work with work, a side with a side.
 * Nothing while no work is marked on what plays.
 *
 * @param other what lets a step have another count.
 * @example filmFindings(lesson).map((one) => one.rule) // ['filmed-sides-uneven']
 */
export function filmFindings(
  lesson: Lesson,
  shown: Shown = shownAsMarked(lesson),
  other: OtherCount = AS_FILMED,
): Found[] {
  const { done, filmedMs } = shown;
  if (filmedMs === null) return [];
  const byStep = new Map<string, Done[]>();
  for (const one of done) if (!byStep.get(one.stepId)?.push(one)) byStep.set(one.stepId, [one]);
  return movesOf(lesson.steps).flatMap((step) => {
    const work = byStep.get(step.id);
    return work ? stepFindings(lesson, step, work, other) : [notMarked(step, filmedMs)];
  });
}

function notMarked(step: MoveStep, durationMs: number): Found {
  return {
    rule: 'step-not-marked',
    place: { on: 'cut', cutId: 'full', stepId: step.id, side: null, startMs: 0, endMs: durationMs },
    message: $localize`${step.move.name} is marked nowhere on the film.`,
    repairs: [],
  };
}

function stepFindings(lesson: Lesson, step: MoveStep, work: readonly Done[], other: OtherCount): Found[] {
  const findings: Found[] = [];
  const parts = partsOf(step.sidePlan);
  const of = (side: WorkedSide): Done | undefined => work.find((one) => one.side === side);
  if (changesSide(step.sidePlan)) {
    const [left, right] = [of('left'), of('right')];
    if ((left === undefined) !== (right === undefined)) findings.push(oneSide(lesson, step, left ?? right!));
    if (left && right) findings.push(...uneven(lesson, step, left, right, other));
  }
  for (const one of work) {
    const side = sideOf(one, parts);
    if (side === null) continue;
    findings.push(...againstPlan(lesson, step, side, one, other));
  }
  return findings;
}

function placeOf({ stepId, side, startMs, endMs }: Done): CutPlace {
  return { on: 'cut', cutId: 'full', stepId, side, startMs, endMs };
}

function oneSide(lesson: Lesson, step: MoveStep, there: Done): Found {
  const [is, missing] = there.side === 'left' ? (['left', 'right'] as const) : (['right', 'left'] as const);
  return {
    rule: 'side-not-filmed',
    place: placeOf(there),
    message: $localize`${step.move.name}\: your ${missing} is planned, and the film shows your ${is} only.`,
    repairs: [
      {
        label: $localize`Your ${is} only, on purpose`,
        change: {
          kind: 'batch',
          changes: [
            { kind: 'set_step', stepId: step.id, field: 'sidePlan', value: is === 'left' ? 'left_only' : 'right_only' },
            { kind: 'set_step', stepId: step.id, field: 'compares', value: true },
          ],
        },
      },
      ...filmAgain(lesson, step.id, missing, $localize`Your ${missing} is missing.`),
    ],
  };
}

/** Second sides are habitually shorter (common practice, no source): what viewers copy. */
function uneven(lesson: Lesson, step: MoveStep, left: Done, right: Done, other: OtherCount): Found[] {
  // A plan that is uneven itself is told as such.
  const planned = (side: 'left' | 'right'): string => `${countFor(step, side)}/${partMs(step, side)}`;
  if (planned('left') !== planned('right')) return [];
  const measured = ({ count, workMs }: Done): Measured | null => (counted ? count : workMs);
  const counted = left.count !== null && right.count !== null;
  const [onLeft, onRight] = [measured(left), measured(right)];
  if (!onLeft || !onRight) return [];
  const short = onRight.value < onLeft.value ? right : left;
  const [more, less] = short === right ? [onLeft, onRight] : [onRight, onLeft];
  // What may be the same is not told to be less.
  if (less.high >= more.low || (!counted && !isOff(less.high, more.low))) return [];
  const figures = (one: Measured): string => (counted ? String(one.value) : clock(one.value));
  return [
    {
      rule: 'filmed-sides-uneven',
      ...(counted ? {} : { severity: 'should' as const }),
      place: placeOf(short),
      message: $localize`${step.move.name}\: on the film your left gets ${figures(onLeft)}, your right ${figures(onRight)}.`,
      restsOn: [left.count?.value ?? null, right.count?.value ?? null, left.workMs.value, right.workMs.value],
      repairs: [
        ...(counted && less.low === less.high && more.low === more.high
          ? other(step.id, short.side, more.value - less.value)
          : []),
        ...filmAgain(lesson, step.id, short.side, $localize`It got ${figures(less)}, the other side ${figures(more)}.`),
      ],
    },
  ];
}

function againstPlan(lesson: Lesson, step: MoveStep, side: WorkedSide, one: Done, other: OtherCount): Found[] {
  const planned = countFor(step, side);
  const dose = doseFor(step, side);
  const name = nameOf(step, side);
  const { count, workMs } = one;
  if (count !== null && count.high < planned) {
    const fewer = recounted(dose, count.value / (dose.sets.planned * sidesIn(side)));
    return [
      {
        rule: 'filmed-short',
        place: placeOf(one),
        message: $localize`${name}\: ${count.value} of the ${planned} planned are on the film.`,
        restsOn: [count.value, planned],
        repairs: [
          ...(fewer ? [doseRepair(step, side, fewer, $localize`Plan ${count.value}`)] : []),
          ...(count.low === count.high ? other(step.id, one.side, planned - count.value) : []),
          ...filmAgain(lesson, step.id, side, $localize`Only ${count.value} of ${planned} are done.`),
        ],
      },
    ];
  }
  const plannedMs = partMs(step, side);
  if (!isOff(workMs.low, plannedMs) || !isOff(workMs.high, plannedMs)) return [];
  const retimed = atLength(dose, workMs.value / plannedMs);
  return [
    {
      rule: 'drift',
      place: placeOf(one),
      message: $localize`${name}\: ${clock(plannedMs)} planned, ${clock(workMs.value)} on the film.`,
      restsOn: [Math.round(workMs.value / 1000), plannedMs],
      repairs: retimed ? [doseRepair(step, side, retimed, $localize`Plan it as it was filmed`)] : [],
    },
  ];
}

const isOff = (ms: number, plannedMs: number): boolean =>
  Math.abs(ms - plannedMs) > Math.max(DRIFT_MS, DRIFT_SHARE * plannedMs);

export function nameOf(step: MoveStep, side: WorkedSide): string {
  return side === 'left' || side === 'right' ? $localize`${step.move.name}, your ${side}` : step.move.name;
}

export function doseRepair(step: MoveStep, side: WorkedSide, value: Dose, label: string): Repair {
  const field = side === 'right' && step.rightDose ? 'rightDose' : 'dose';
  const change: Change = { kind: 'set_step', stepId: step.id, field, value };
  return { label, change };
}

/** The dose with as many repetitions to a set; null where that is no whole number, or no dose has it. */
export function recounted(dose: Dose, count: number): Dose | null {
  if (!Number.isInteger(count)) return null;
  if (dose.form === 'reps' || dose.form === 'hold') return valid({ ...dose, reps: planned(dose.reps, count) });
  if (dose.form === 'passes' && dose.lanes.planned === 1)
    return valid({ ...dose, passes: planned(dose.passes, count) });
  return dose.form === 'breaths' ? valid({ ...dose, breaths: planned(dose.breaths, count) }) : null;
}

/** The dose at another pace, so that it takes so much of its time. */
function atLength(dose: Dose, times: number): Dose | null {
  const ms = (range: Range): Range => planned(range, Math.round((range.planned * times) / 100) * 100);
  switch (dose.form) {
    case 'hold':
      return valid({ ...dose, holdMs: ms(dose.holdMs) });
    case 'timed':
      return valid({ ...dose, eachMs: ms(dose.eachMs) });
    case 'breaths':
      return valid({ ...dose, cycleMs: ms(dose.cycleMs) });
    default:
      return valid({ ...dose, tempoMs: ms(dose.tempoMs) });
  }
}

function planned(range: Range, value: number): Range {
  return { low: Math.min(range.low, value), planned: value, high: Math.max(range.high, value) };
}

function valid(dose: Dose): Dose | null {
  return doseSchema.safeParse(dose).data ?? null;
}
