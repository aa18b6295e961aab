import type { Dose } from '../dose/dose.schema';
import { repetitionsOf } from '../dose/dose';
import type { FoundDose } from '../narration/reading';

/** What a figure that is said means for a dose: repetitions of a set, sets, or seconds of one hold or of one way. */
export interface FigureSaid {
  readonly unit: 'times' | 'sets' | 'held' | 'each';
  /** How many of them are planned; seconds where it is a time. */
  readonly planned: number;
}

/**
 * What a step is planned to do of what was said; null where the words are about something else.
 *
 * @param words in which it was said.
 * @example figureSaid(defaultDose('reps'), { kind: 'reps', low: 6, high: 6 }, 'six times') // { unit: 'times', planned: 5 }
 */
export function figureSaid(
  dose: Dose,
  { kind, low, high }: Pick<FoundDose, 'kind' | 'low' | 'high'>,
  words: string,
): FigureSaid | null {
  const times = (planned: number): FigureSaid => ({ unit: 'times', planned });
  switch (kind) {
    case 'reps':
    case 'swipes':
      if (low === 1 || dose.form === 'timed' || dose.form === 'breaths' || dose.form === 'count') return null;
      // "Six again", "for six": of a hold the bare number may be how long.
      if (dose.form === 'hold' && !/\btimes\b/i.test(words)) {
        const heldS = dose.holdMs.planned / 1000;
        if (low <= heldS && heldS <= high) return null;
      }
      return times(dose.form === 'passes' ? dose.passes.planned : repetitionsOf(dose));
    case 'sets':
      // Rounds of a dose without sets are its repetitions.
      return dose.sets.planned === 1 && /rounds?/i.test(words) && dose.form === 'reps'
        ? times(dose.reps.planned)
        : { unit: 'sets', planned: dose.sets.planned };
    case 'breaths':
      return dose.form === 'breaths' && low > 1 ? times(dose.breaths.planned) : null;
    case 'count':
      return dose.form === 'count' ? times(dose.count.planned) : null;
    case 'hold_s':
    case 'seconds_each':
      if (dose.form === 'hold') return { unit: 'held', planned: dose.holdMs.planned / 1000 };
      return dose.form === 'timed' ? { unit: 'each', planned: dose.eachMs.planned / 1000 } : null;
    default:
      return null;
  }
}
