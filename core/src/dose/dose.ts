import '../words/localize';
import type { Dose, DoseForm, Range, SidePlan } from './dose.schema';

/** Where a part of a step works: a side of the body, both at once, one after the other, or the middle. */
export type WorkedSide = 'left' | 'right' | 'both' | 'alternating' | 'midline';

/**
 * A range whose three figures are the same.
 *
 * @example exactly(5) // { low: 5, planned: 5, high: 5 }
 */
export function exactly(value: number): Range {
  return { low: value, planned: value, high: value };
}

type Paced = Extract<Dose, { tempoMs: Range }>;

/** What a repetition takes on the average: the tempo, or the middle between its first and its last one. */
function meanTempoMs({ tempoMs, endTempoMs }: Paced): number {
  return endTempoMs === undefined ? tempoMs.planned : (tempoMs.planned + endTempoMs) / 2;
}

/**
 * Where the repetitions of one set end, as shares of its time: evenly, or ever closer or wider where the tempo changes.
 *
 * @example repetitionEnds({ …reps, reps: exactly(2), tempoMs: exactly(3000), endTempoMs: 1000 }, 2) // [0.75, 1]
 */
export function repetitionEnds(dose: Dose, count: number): number[] {
  const first = 'tempoMs' in dose ? dose.tempoMs.planned : 1;
  const last = 'tempoMs' in dose ? (dose.endTempoMs ?? first) : 1;
  const lengths = Array.from({ length: count }, (_, i) =>
    count === 1 ? 1 : first + ((last - first) * i) / (count - 1),
  );
  const total = lengths.reduce((sum, one) => sum + one, 0);
  let sum = 0;
  return lengths.map((one) => (sum += one) / total);
}

/**
 * What one repetition takes on the average, ms.
 *
 * @example repetitionMs(defaultDose('reps')) // 3000
 */
export function repetitionMs(dose: Dose): number {
  return Math.round(setMs(dose) / repetitionsOf(dose));
}

/** Time of one set on one side, ms: the rule of the dose's form (common practice, no source). */
function setMs(dose: Dose): number {
  switch (dose.form) {
    case 'reps':
      return dose.reps.planned * meanTempoMs(dose);
    case 'passes':
      return dose.lanes.planned * dose.passes.planned * meanTempoMs(dose);
    case 'count':
      return dose.count.planned * meanTempoMs(dose);
    case 'hold':
      return dose.reps.planned * (dose.holdMs.planned + dose.releaseMs);
    case 'timed':
      return dose.eachMs.planned * dose.ways;
    case 'breaths':
      return dose.breaths.planned * dose.cycleMs.planned;
  }
}

/**
 * Time of the dose on one side, ms: sets × work + (sets − 1) × rest.
 *
 * @example oneSideMs({ form: 'hold', reps: exactly(5), holdMs: exactly(6000), releaseMs: 2000, sets: exactly(1), restMs: 0 }) // 40000
 */
export function oneSideMs(dose: Dose): number {
  return dose.sets.planned * setMs(dose) + (dose.sets.planned - 1) * dose.restMs;
}

/**
 * Repetitions that can be counted in one set on one side (seconds of a timed dose are not repetitions: its ways are).
 *
 * @example repetitionsOf(defaultDose('reps')) // 5
 */
export function repetitionsOf(dose: Dose): number {
  switch (dose.form) {
    case 'reps':
    case 'hold':
      return dose.reps.planned;
    case 'passes':
      return dose.lanes.planned * dose.passes.planned;
    case 'count':
      return dose.count.planned;
    case 'timed':
      return dose.ways;
    case 'breaths':
      return dose.breaths.planned;
  }
}

/**
 * The parts of a side plan in the order in which they are worked.
 *
 * @example partsOf('left_right') // ['left', 'right']
 */
export function partsOf(plan: SidePlan): readonly WorkedSide[] {
  switch (plan) {
    case 'left_right':
      return ['left', 'right'];
    case 'right_left':
      return ['right', 'left'];
    case 'left_only':
      return ['left'];
    case 'right_only':
      return ['right'];
    case 'centre_first':
      return ['midline', 'left', 'right'];
    default:
      return [plan];
  }
}

/**
 * Whether a plan works one side and then the other.
 *
 * @example changesSide('both') // false
 */
export function changesSide(plan: SidePlan): boolean {
  const parts = partsOf(plan);
  return parts.includes('left') && parts.includes('right');
}

/**
 * How often the dose of one side is worked in a part: an alternating part holds both sides' repetitions.
 *
 * @example sidesIn('alternating') // 2
 */
export function sidesIn(part: WorkedSide | null): number {
  return part === 'alternating' ? 2 : 1;
}

/**
 * How many repetitions a set has in a part.
 *
 * @example aSetOf(defaultDose('reps'), 'alternating') // 10
 */
export function aSetOf(dose: Dose, part: WorkedSide | null): number {
  return repetitionsOf(dose) * sidesIn(part);
}

/**
 * A default dose of each form, from common practice (no source): 5 repetitions, 10 s, 6 breaths a minute …
 *
 * @example defaultDose('breaths') // { form: 'breaths', … }
 */
export function defaultDose(form: DoseForm): Dose {
  const sets = { sets: exactly(1), restMs: 0 };
  switch (form) {
    case 'reps':
      return { form, reps: { low: 3, planned: 5, high: 10 }, tempoMs: exactly(3000), ...sets };
    case 'passes':
      return { form, lanes: exactly(1), passes: { low: 2, planned: 3, high: 5 }, tempoMs: exactly(3000), ...sets };
    case 'count':
      return { form, count: { low: 6, planned: 6, high: 10 }, tempoMs: exactly(1000), ...sets };
    case 'hold':
      return {
        form,
        reps: { low: 2, planned: 3, high: 5 },
        holdMs: { low: 5000, planned: 6000, high: 10_000 },
        releaseMs: 2000,
        ...sets,
      };
    case 'timed':
      return { form, eachMs: { low: 15_000, planned: 20_000, high: 30_000 }, ways: 1, ...sets };
    case 'breaths':
      return { form, breaths: { low: 3, planned: 4, high: 10 }, cycleMs: exactly(10_000), ...sets };
  }
}

/**
 * The dose in words, without the side: `5 × 6 s`, `3 × 12`, `15 s each way`, `4 breaths`.
 *
 * @example describeDose(defaultDose('hold')) // '3 × 6 s'
 */
export function describeDose(dose: Dose): string {
  return `${plainDose(dose)}${howItGoes(dose)}`;
}

/** What is unusual about how a dose goes: until the breath is out, ever faster, ever slower. */
function howItGoes(dose: Dose): string {
  if ('open' in dose && dose.open) return $localize`, until the breath is out`;
  if (!('tempoMs' in dose) || dose.endTempoMs === undefined || dose.endTempoMs === dose.tempoMs.planned) return '';
  return dose.endTempoMs < dose.tempoMs.planned ? $localize`, ever faster` : $localize`, ever slower`;
}

function plainDose(dose: Dose): string {
  const seconds = (ms: number): string => `${Number((ms / 1000).toFixed(1))} s`;
  const rounds = dose.sets.planned > 1 ? `${dose.sets.planned} × ` : '';
  switch (dose.form) {
    case 'reps':
      return `${rounds}${dose.reps.planned}${rounds ? '' : dose.reps.planned === 1 ? $localize` time` : $localize` times`}`;
    case 'passes':
      return dose.lanes.planned > 1
        ? $localize`${rounds}${dose.lanes.planned} lanes × ${dose.passes.planned}`
        : `${rounds}${dose.passes.planned} ${dose.passes.planned === 1 ? $localize`pass` : $localize`passes`}`;
    case 'count':
      return $localize`${rounds}a count of ${dose.count.planned}`;
    case 'hold':
      return dose.reps.planned === 1
        ? $localize`${rounds}${seconds(dose.holdMs.planned)} hold`
        : `${rounds}${dose.reps.planned} × ${seconds(dose.holdMs.planned)}`;
    case 'timed':
      return `${rounds}${seconds(dose.eachMs.planned)}${dose.ways === 2 ? $localize` each way` : ''}`;
    case 'breaths':
      return `${rounds}${dose.breaths.planned} ${dose.breaths.planned === 1 ? $localize`breath` : $localize`breaths`}`;
  }
}

const PLAN_NAMES: Record<SidePlan, string> = {
  midline: $localize`midline`,
  both: $localize`both sides at once`,
  left_right: $localize`left, then right`,
  right_left: $localize`right, then left`,
  alternating: $localize`alternating`,
  left_only: $localize`left only, on purpose`,
  right_only: $localize`right only, on purpose`,
  centre_first: $localize`centre, then left and right`,
};

/**
 * A side plan as it is said.
 *
 * @example sidePlanName('left_right') // 'left, then right'
 */
export function sidePlanName(plan: SidePlan): string {
  return PLAN_NAMES[plan];
}
