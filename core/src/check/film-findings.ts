import '../words/localize';
import { changesSide, partsOf, sidesIn, type WorkedSide } from '../dose/dose';
import { doseSchema, type Dose, type Range } from '../dose/dose.schema';
import type { Change } from '../lesson/change.schema';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { filmedWork, type FilmedWork } from '../schedule/filmed-work';
import { countFor, doseFor } from '../lesson/dose-for';
import { partMs } from '../schedule/schedule';
import { timelineOf } from '../schedule/timeline';
import { clock } from '../time/clock';
import type { CutPlace, Found, Repair } from './finding';

/** Work that is off by more than this share and this long is told (common practice, no source). */
const DRIFT_SHARE = 0.25;
const DRIFT_MS = 3000;

/**
 * The lesson as it plays, held against its plan and one side against the other: work with work, a side with a side.
 * Nothing while no work is marked on what plays.
 *
 * @example filmFindings(lesson).map((one) => one.rule) // ['filmed-sides-uneven']
 */
export function filmFindings(lesson: Lesson): Found[] {
  const timeline = timelineOf(lesson)!;
  if (timeline.cut === null) return [];
  const byStep = new Map<string, FilmedWork[]>();
  for (const one of filmedWork(timeline.passages))
    if (!byStep.get(one.stepId)?.push(one)) byStep.set(one.stepId, [one]);
  return movesOf(lesson.steps).flatMap((step) => {
    const work = byStep.get(step.id);
    return work ? stepFindings(step, work) : [notMarked(step, timeline.durationMs)];
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

function stepFindings(step: MoveStep, work: readonly FilmedWork[]): Found[] {
  const findings: Found[] = [];
  const parts = partsOf(step.sidePlan);
  const of = (side: WorkedSide): FilmedWork | undefined => work.find((one) => one.side === side);
  if (changesSide(step.sidePlan)) {
    const [left, right] = [of('left'), of('right')];
    if ((left === undefined) !== (right === undefined)) findings.push(oneSide(step, left ?? right!));
    if (left && right) findings.push(...uneven(step, left, right));
  }
  for (const one of work) {
    const side = one.side ?? (parts.length === 1 ? parts[0]! : null);
    if (side === null || !parts.includes(side)) continue;
    findings.push(...againstPlan(step, side, one));
  }
  return findings;
}

function placeOf({ stepId, side, startMs, endMs }: FilmedWork): CutPlace {
  return { on: 'cut', cutId: 'full', stepId, side, startMs, endMs };
}

function oneSide(step: MoveStep, there: FilmedWork): Found {
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
    ],
  };
}

/** Second sides are habitually shorter (common practice, no source): what viewers copy. */
function uneven(step: MoveStep, left: FilmedWork, right: FilmedWork): Found[] {
  // A plan that is uneven itself is told as such.
  const planned = (side: 'left' | 'right'): string => `${countFor(step, side)}/${partMs(step, side)}`;
  if (planned('left') !== planned('right')) return [];
  const counted = left.beatCount !== null && right.beatCount !== null;
  const short = (counted ? right.beatCount < left.beatCount : right.workMs < left.workMs) ? right : left;
  const [more, less] = short === right ? [left, right] : [right, left];
  if (counted ? more.beatCount === less.beatCount : !isOff(less.workMs, more.workMs)) return [];
  const figures = (one: FilmedWork): string => (counted ? String(one.beatCount) : clock(one.workMs));
  return [
    {
      rule: 'filmed-sides-uneven',
      ...(counted ? {} : { severity: 'should' as const }),
      place: placeOf(short),
      message: $localize`${step.move.name}\: on the film your left gets ${figures(left)}, your right ${figures(right)}.`,
      restsOn: [left.beatCount, right.beatCount, left.workMs, right.workMs],
      repairs: [],
    },
  ];
}

function againstPlan(step: MoveStep, side: WorkedSide, one: FilmedWork): Found[] {
  const planned = countFor(step, side);
  const dose = doseFor(step, side);
  const name = nameOf(step, side);
  if (one.beatCount !== null && one.beatCount < planned) {
    const fewer = recounted(dose, one.beatCount / (dose.sets.planned * sidesIn(side)));
    return [
      {
        rule: 'filmed-short',
        place: placeOf(one),
        message: $localize`${name}\: ${one.beatCount} of the ${planned} planned are on the film.`,
        restsOn: [one.beatCount, planned],
        repairs: fewer ? [doseRepair(step, side, fewer, $localize`Plan ${one.beatCount}`)] : [],
      },
    ];
  }
  const plannedMs = partMs(step, side);
  if (!isOff(one.workMs, plannedMs)) return [];
  const retimed = atLength(dose, one.workMs / plannedMs);
  return [
    {
      rule: 'drift',
      place: placeOf(one),
      message: $localize`${name}\: ${clock(plannedMs)} planned, ${clock(one.workMs)} on the film.`,
      restsOn: [Math.round(one.workMs / 1000), plannedMs],
      repairs: retimed ? [doseRepair(step, side, retimed, $localize`Plan it as it was filmed`)] : [],
    },
  ];
}

const isOff = (ms: number, plannedMs: number): boolean =>
  Math.abs(ms - plannedMs) > Math.max(DRIFT_MS, DRIFT_SHARE * plannedMs);

function nameOf(step: MoveStep, side: WorkedSide): string {
  return side === 'left' || side === 'right' ? $localize`${step.move.name}, your ${side}` : step.move.name;
}

function doseRepair(step: MoveStep, side: WorkedSide, value: Dose, label: string): Repair {
  const field = side === 'right' && step.rightDose ? 'rightDose' : 'dose';
  const change: Change = { kind: 'set_step', stepId: step.id, field, value };
  return { label, change };
}

/** The dose with as many repetitions to a set; null where that is no whole number, or no dose has it. */
function recounted(dose: Dose, count: number): Dose | null {
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
