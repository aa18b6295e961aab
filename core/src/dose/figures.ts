import type { Dose, Range } from './dose.schema';

/** The figures of doses that say how much, as they are called in a dose. */
export type FigureKey = 'reps' | 'passes' | 'count' | 'breaths' | 'holdMs' | 'eachMs' | 'sets';

/** What one of a figure is in the dose's own unit: a second is 1000 ms. */
export const UNIT: Readonly<Record<FigureKey, number>> = {
  reps: 1,
  passes: 1,
  count: 1,
  breaths: 1,
  holdMs: 1000,
  eachMs: 1000,
  sets: 1,
};

/** The range of a figure; null where a dose of this form has no such figure. @example rangeOf(defaultDose('hold'), 'count') // null */
export function rangeOf(dose: Dose, key: FigureKey): Range | null {
  const ranges: Partial<Record<FigureKey, Range>> = dose;
  return ranges[key] ?? null;
}

/** What says how often; null in timed movement. @example timesKey(defaultDose('hold')) // 'reps' */
export function timesKey({ form }: Pick<Dose, 'form'>): Exclude<FigureKey, 'holdMs' | 'eachMs' | 'sets'> | null {
  if (form === 'timed') return null;
  return form === 'hold' ? 'reps' : form;
}

/** What says how long; null where a dose is counted. @example secondsKey(defaultDose('timed')) // 'eachMs' */
export function secondsKey({ form }: Pick<Dose, 'form'>): 'holdMs' | 'eachMs' | null {
  if (form === 'hold') return 'holdMs';
  return form === 'timed' ? 'eachMs' : null;
}
