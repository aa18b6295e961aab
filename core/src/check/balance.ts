import '../words/localize';
import { changesSide, repetitionsOf, partsOf, sidesIn, type WorkedSide } from '../dose/dose';
import { regionName, type Region } from '../face/regions';
import type { Found } from './finding';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { doseFor } from '../lesson/dose-for';
import { partMs } from '../schedule/schedule';

export interface Work {
  readonly ms: number;
  readonly repetitions: number;
}

export interface RegionWork {
  readonly region: Region;
  readonly left: Work;
  readonly right: Work;
}

export interface Balance {
  readonly left: Work;
  readonly right: Work;
  /** Most worked first. */
  readonly regions: readonly RegionWork[];
}

const NOTHING: Work = { ms: 0, repetitions: 0 };
/** A region with more than this share of the work, in a lesson of several regions, is worked far more than the rest. */
const FAR_MORE = 0.45;
const FEW_REGIONS = 4;

/**
 * Seconds and repetitions of dose by side of the body and by region. Both at once counts for each side in full, an
 * alternating part for each by its half, the midline for both.
 *
 * @example balanceOf(lesson).left // { ms: 15_000, repetitions: 5 }
 */
export function balanceOf(lesson: Pick<Lesson, 'steps'>): Balance {
  const regions = new Map<Region, { left: Work; right: Work }>();
  for (const step of movesOf(lesson.steps)) {
    const there = regions.get(step.move.region) ?? { left: NOTHING, right: NOTHING };
    for (const part of partsOf(step.sidePlan)) {
      const work = workOf(step, part);
      if (part !== 'right') there.left = add(there.left, part === 'alternating' ? halfOf(step, 'left') : work);
      if (part !== 'left') there.right = add(there.right, part === 'alternating' ? halfOf(step, 'right') : work);
    }
    regions.set(step.move.region, there);
  }
  const list = [...regions].map(([region, sides]) => ({ region, ...sides }));
  return {
    left: list.reduce((sum, one) => add(sum, one.left), NOTHING),
    right: list.reduce((sum, one) => add(sum, one.right), NOTHING),
    regions: list.sort((a, b) => b.left.ms + b.right.ms - a.left.ms - a.right.ms),
  };
}

/**
 * Uneven sides, second sides that were forgotten, and an area that is worked far more than the rest.
 *
 * @example balanceFindings(lesson).map((one) => one.rule) // ['uneven-sides']
 */
export function balanceFindings(lesson: Lesson): Found[] {
  const findings: Found[] = [];
  const moves = movesOf(lesson.steps);
  moves.forEach((step, at) => {
    const parts = partsOf(step.sidePlan);
    const place = { on: 'plan', stepId: step.id, part: 'dose' } as const;
    if (changesSide(step.sidePlan) || step.sidePlan === 'alternating') {
      const [left, right] = [repetitions(step, 'left'), repetitions(step, 'right')];
      const [leftMs, rightMs] = [partMs(step, 'left'), partMs(step, 'right')];
      if (left === right && leftMs === rightMs) return;
      const short = rightMs < leftMs ? 'right' : 'left';
      const most = rightMs < leftMs ? step.dose : step.rightDose!;
      findings.push({
        rule: 'uneven-sides',
        place,
        message:
          left === right
            ? $localize`${step.move.name}\: your ${short} side gets ${seconds(Math.abs(leftMs - rightMs))} less than the other.`
            : $localize`${step.move.name}\: your left gets ${left}, your right ${right}.`,
        repairs: [
          {
            label: $localize`Give both ${Math.max(left, right)}`,
            change: {
              kind: 'batch',
              changes: [
                { kind: 'set_step', stepId: step.id, field: 'dose', value: most },
                { kind: 'set_step', stepId: step.id, field: 'rightDose', value: null },
              ],
            },
          },
        ],
      });
    }
    const only = parts.length === 1 && (parts[0] === 'left' || parts[0] === 'right') ? parts[0] : null;
    if (!only || step.compares) return;
    const other = only === 'left' ? 'right' : 'left';
    const answered = moves.some(
      (one, i) => i !== at && one.move.id === step.move.id && partsOf(one.sidePlan).includes(other),
    );
    if (answered) return;
    findings.push({
      rule: 'second-side-missing',
      place,
      message: $localize`${step.move.name} is done on your ${only} only, and never on your ${other}.`,
      repairs: [
        {
          label: $localize`Add your ${other}`,
          change: {
            kind: 'set_step',
            stepId: step.id,
            field: 'sidePlan',
            value: only === 'left' ? 'left_right' : 'right_left',
          },
        },
        {
          label: $localize`Your ${only} only, on purpose`,
          change: { kind: 'set_step', stepId: step.id, field: 'compares', value: true },
        },
      ],
    });
  });
  const { regions } = balanceOf(lesson);
  const total = regions.reduce((sum, one) => sum + one.left.ms + one.right.ms, 0);
  const top = regions[0];
  if (top && regions.length >= FEW_REGIONS && (top.left.ms + top.right.ms) / total > FAR_MORE)
    findings.push({
      rule: 'one-region-most',
      place: { on: 'plan', stepId: null, part: 'lesson' },
      message: $localize`The ${regionName(top.region)} gets ${Math.round((100 * (top.left.ms + top.right.ms)) / total)} % of the work, in a lesson of ${regions.length} areas.`,
      repairs: [],
    });
  return findings;
}

function workOf(step: MoveStep, part: WorkedSide): Work {
  return { ms: partMs(step, part), repetitions: repetitions(step, part) * sidesIn(part) };
}

function halfOf(step: MoveStep, side: 'left' | 'right'): Work {
  return { ms: partMs(step, side), repetitions: repetitions(step, side) };
}

function repetitions(step: MoveStep, part: WorkedSide): number {
  const dose = doseFor(step, part);
  return repetitionsOf(dose) * dose.sets.planned;
}

function add(a: Work, b: Work): Work {
  return { ms: a.ms + b.ms, repetitions: a.repetitions + b.repetitions };
}

function seconds(ms: number): string {
  return `${Math.round(ms / 100) / 10} s`;
}
