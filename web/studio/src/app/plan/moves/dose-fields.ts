import type { Dose, Range } from '@limber/core/dose/dose.schema';

/** A figure of a dose that can be set: how it is named, shown and put back. */
export interface DoseField {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  /** What one unit on screen is in the dose: 1000 for seconds kept as ms. */
  readonly scale: number;
  readonly step: number;
  readonly min: number;
  readonly max: number;
}

const count = (key: string, label: string): DoseField => ({
  key,
  label,
  unit: '',
  scale: 1,
  step: 1,
  min: 1,
  max: 200,
});
const seconds = (key: string, label: string, step = 0.5, min = 0.5): DoseField => ({
  key,
  label,
  unit: 's',
  scale: 1000,
  step,
  min,
  max: 600,
});

const FIELDS: Readonly<Record<Dose['form'], readonly DoseField[]>> = {
  reps: [count('reps', 'times'), seconds('tempoMs', 'each', 0.2, 0.2)],
  passes: [count('passes', 'passes'), count('lanes', 'lanes'), seconds('tempoMs', 'each', 0.2, 0.2)],
  count: [count('count', 'count to'), seconds('tempoMs', 'each', 0.2, 0.2)],
  hold: [count('reps', 'holds'), seconds('holdMs', 'of', 1, 1), seconds('releaseMs', 'release', 0.5, 0)],
  timed: [seconds('eachMs', 'for', 5, 1)],
  breaths: [count('breaths', 'breaths'), seconds('cycleMs', 'each', 0.5, 2), seconds('heldMs', 'held', 0.5, 0)],
};

/** The figures of a dose's form; the first is its main one, and rest matters only between sets. */
export function fieldsOf(dose: Dose): readonly DoseField[] {
  const rest = dose.sets.planned > 1 ? [seconds('restMs', 'rest', 1, 0)] : [];
  const last = 'endTempoMs' in dose && dose.endTempoMs !== undefined ? [seconds('endTempoMs', 'last', 0.2, 0.2)] : [];
  return [...FIELDS[dose.form], ...last, count('sets', 'sets'), ...rest];
}

/** The planned figure of a field, in the unit of the screen. */
export function figure(dose: Dose, field: DoseField): number {
  const value = (dose as unknown as Record<string, Range | number | undefined>)[field.key] ?? 0;
  return (typeof value === 'number' ? value : value.planned) / field.scale;
}

/** The dose with another planned figure; the range grows where the figure leaves it. */
export function withFigure(dose: Dose, field: DoseField, shown: number): Dose {
  const value = Math.round(shown * field.scale);
  const before = (dose as unknown as Record<string, Range | number | undefined>)[field.key] ?? 0;
  const after =
    typeof before === 'number'
      ? value
      : { low: Math.min(before.low, value), planned: value, high: Math.max(before.high, value) };
  return { ...dose, [field.key]: after };
}
