import * as z from 'zod';
import type { Dose } from './dose.schema';

/** A dose that is built up: begun with less, and grown to what is planned over weeks. */
export const progressionSchema = z.object({
  /** What one begins with: repetitions, a count or breaths; seconds of a hold or of timed movement. */
  from: z.int().min(1).max(1000),
  /** 1 is every day, 2 every other day. */
  everyDays: z.int().min(1).max(14),
  /** Weeks until the planned dose is reached. */
  weeks: z.int().min(1).max(52),
});
export type Progression = z.infer<typeof progressionSchema>;

/**
 * The figure of a dose that grows, with its unit: seconds for holds and timed movement.
 *
 * @example growingFigure(defaultDose('hold')) // { planned: 6, unit: 's' }
 */
export function growingFigure(dose: Dose): { readonly planned: number; readonly unit: '' | 's' } {
  switch (dose.form) {
    case 'reps':
      return { planned: dose.reps.planned, unit: '' };
    case 'passes':
      return { planned: dose.passes.planned, unit: '' };
    case 'count':
      return { planned: dose.count.planned, unit: '' };
    case 'breaths':
      return { planned: dose.breaths.planned, unit: '' };
    case 'hold':
      return { planned: dose.holdMs.planned / 1000, unit: 's' };
    case 'timed':
      return { planned: dose.eachMs.planned / 1000, unit: 's' };
  }
}

/**
 * The figure of each week until the planned one is reached: equal steps, rounded, the last week at the planned figure.
 *
 * @example weeklyFigures(dose of 10 repetitions, { from: 5, everyDays: 2, weeks: 3 }) // [5, 7, 8, 10]
 */
export function weeklyFigures(dose: Dose, { from, weeks }: Progression): number[] {
  const { planned } = growingFigure(dose);
  return Array.from({ length: weeks + 1 }, (_, week) => Math.round(from + ((planned - from) * week) / weeks));
}

/**
 * A progression in words: "begin with 5, every other day, and rise to 10 in 2 weeks".
 *
 * @example describeProgression(dose, progression) // 'begin with 5, every other day, and rise to 10 in 2 weeks'
 */
export function describeProgression(dose: Dose, { from, everyDays, weeks }: Progression): string {
  const { planned, unit } = growingFigure(dose);
  const often = everyDays === 1 ? 'every day' : everyDays === 2 ? 'every other day' : `every ${everyDays} days`;
  const figure = (value: number): string => `${value}${unit ? ` ${unit}` : ''}`;
  const way = planned >= from ? 'rise' : 'go down';
  return `begin with ${figure(from)}, ${often}, and ${way} to ${figure(planned)} in ${weeks} ${weeks === 1 ? 'week' : 'weeks'}`;
}
