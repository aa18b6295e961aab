import '../words/localize';
import { aSetOf, describeDose, partsOf, type WorkedSide } from '../dose/dose';
import type { MoveStep } from './lesson.schema';

/**
 * The dose that a side of a step gets.
 *
 * @example doseFor(step, 'right') === (step.rightDose ?? step.dose) // true
 */
export function doseFor(step: MoveStep, side: WorkedSide | null): MoveStep['dose'] {
  return side === 'right' && step.rightDose ? step.rightDose : step.dose;
}

/**
 * Repetitions that are planned for a side of a step, all its sets together.
 *
 * @example countFor(step, 'left') // 10, for two sets of five
 */
export function countFor(step: MoveStep, side: WorkedSide): number {
  const dose = doseFor(step, side);
  return aSetOf(dose, side) * dose.sets.planned;
}

/**
 * What a step's sides get, in words: each by itself where the right one is worked and gets another dose.
 *
 * @example describeDoses(step) // '8 times left, 6 times right'
 */
export function describeDoses({
  dose,
  rightDose,
  sidePlan,
}: Pick<MoveStep, 'dose' | 'rightDose' | 'sidePlan'>): string {
  return rightDose && (sidePlan === 'alternating' || partsOf(sidePlan).includes('right'))
    ? $localize`${describeDose(dose)} left, ${describeDose(rightDose)} right`
    : describeDose(dose);
}
