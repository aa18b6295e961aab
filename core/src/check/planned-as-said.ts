import type { Dose, Range } from '../dose/dose.schema';
import { doseSchema } from '../dose/dose.schema';
import type { FoundDose } from '../narration/reading';

/**
 * The dose that the words say, in the place of the planned one: its figure with everything else as it is. Null where the
 * words say a figure that this form of dose does not have, or one that no dose has.
 *
 * @example plannedAsSaid(step.dose, heard)?.reps.planned // 10
 */
export function plannedAsSaid(dose: Dose, said: Pick<FoundDose, 'kind' | 'low' | 'high'>): Dose | null {
  const planned = withFigure(dose, said);
  const parsed = planned && doseSchema.safeParse(planned);
  return parsed?.success ? parsed.data : null;
}

function withFigure(dose: Dose, { kind, low, high }: Pick<FoundDose, 'kind' | 'low' | 'high'>): Dose | null {
  const times = (range: Range, by = 1): Range => ({
    low: low * by,
    planned: Math.min(Math.max(range.planned, low * by), high * by),
    high: high * by,
  });
  switch (kind) {
    case 'reps':
    case 'swipes':
      if (dose.form === 'reps' || dose.form === 'hold') return { ...dose, reps: times(dose.reps) };
      return dose.form === 'passes' ? { ...dose, passes: times(dose.passes) } : null;
    case 'sets':
      return { ...dose, sets: times(dose.sets) };
    case 'breaths':
      return dose.form === 'breaths' ? { ...dose, breaths: times(dose.breaths) } : null;
    case 'count':
      return dose.form === 'count' ? { ...dose, count: times(dose.count) } : null;
    case 'hold_s':
    case 'seconds_each':
      if (dose.form === 'hold') return { ...dose, holdMs: times(dose.holdMs, 1000) };
      return dose.form === 'timed' ? { ...dose, eachMs: times(dose.eachMs, 1000) } : null;
    default:
      return null;
  }
}
