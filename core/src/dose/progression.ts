import '../words/localize';
import * as z from 'zod';
import { exactly } from './dose';
import type { Dose } from './dose.schema';
import { rangeOf, secondsKey, timesKey, UNIT, type FigureKey } from './figures';

/** What may grow: how often, how many sets, how long, or on how many days of the week. */
export const GROWTHS = ['repetitions', 'sets', 'seconds', 'days'] as const;
export type Growth = (typeof GROWTHS)[number];

const stageSchema = z.object({
  /** How many weeks it stays so. */
  weeks: z.int().min(1).max(52),
  /** Repetitions, sets or seconds; null where only the days grow. */
  amount: z.int().min(1).max(1000).nullable(),
  /** 7 is every day, 3.5 every other day. */
  daysAWeek: z.number().min(0.5).max(7),
});

/** A dose that is built up: stage by stage, each a plateau of weeks, and then what is planned. */
export const progressionSchema = z.object({
  grows: z.enum(GROWTHS),
  stages: z.array(stageSchema).min(1).max(52),
  /** On how many days of the week once what is planned is reached. */
  thenDaysAWeek: z.number().min(0.5).max(7),
});
export type Progression = z.infer<typeof progressionSchema>;

/** What of a dose can grow, the most usual first. @example growthsOf(defaultDose('timed')) // ['seconds', 'sets', 'days'] */
export function growthsOf(dose: Dose): Growth[] {
  if (dose.form === 'timed') return ['seconds', 'sets', 'days'];
  return dose.form === 'hold' ? ['repetitions', 'seconds', 'sets', 'days'] : ['repetitions', 'sets', 'days'];
}

/**
 * What grows, as this dose can: its first growth where it has no such figure, as when it was timed since.
 *
 * @example growthIn(defaultDose('timed'), 'repetitions') // 'seconds'
 */
export function growthIn(dose: Dose, grows: Growth): Growth {
  const own = growthsOf(dose);
  return own.includes(grows) ? grows : own[0]!;
}

/** The figure that grows; null where that is only the days. */
function keyOf(dose: Dose, grows: Growth): FigureKey | null {
  switch (growthIn(dose, grows)) {
    case 'days':
      return null;
    case 'sets':
      return 'sets';
    case 'seconds':
      return secondsKey(dose);
    case 'repetitions':
      return timesKey(dose);
  }
}

/**
 * The planned figure of what grows; null where that is only the days.
 *
 * @example plannedAmount(defaultDose('hold'), 'seconds') // 6
 */
export function plannedAmount(dose: Dose, grows: Growth): number | null {
  const key = keyOf(dose, grows);
  return key && Math.round(rangeOf(dose, key)!.planned / UNIT[key]);
}

/**
 * The dose with another figure of what grows.
 *
 * @param amount null leaves it as it is planned.
 * @example describeDose(doseAt(defaultDose('reps'), 'repetitions', 3)) // '3 times'
 */
export function doseAt(dose: Dose, grows: Growth, amount: number | null): Dose {
  const key = keyOf(dose, grows);
  return amount === null || key === null ? dose : { ...dose, [key]: exactly(amount * UNIT[key]) };
}

/** What is done in one week of a progression, counted from 1. */
export interface Week {
  readonly week: number;
  readonly dose: Dose;
  readonly daysAWeek: number;
}

/**
 * What is done week by week, until and with the first week in which it is as planned.
 *
 * @example weeksOf(dose, progression).map((one) => describeDose(one.dose)) // ['5 times', '5 times', '10 times']
 */
export function weeksOf(dose: Dose, { grows, stages, thenDaysAWeek }: Progression): Week[] {
  const weeks = stages.flatMap(({ weeks: many, amount, daysAWeek }) =>
    Array.from({ length: many }, () => ({ dose: doseAt(dose, grows, amount), daysAWeek })),
  );
  return [...weeks, { dose, daysAWeek: thenDaysAWeek }].map((one, at) => ({ week: at + 1, ...one }));
}

/**
 * Stages from a first figure to the planned one in equal steps, a week each, those of the same figure as one plateau.
 *
 * @example evenStages(dose of 10, 'repetitions', 5, 2, 3.5) // [{ weeks: 1, amount: 5, … }, { weeks: 1, amount: 8, … }]
 */
export function evenStages(
  dose: Dose,
  grows: Growth,
  from: number,
  weeks: number,
  daysAWeek: number,
): Progression['stages'] {
  const planned = plannedAmount(dose, grows);
  const stages: Progression['stages'] = [];
  for (let week = 0; week < weeks; week++) {
    const amount = planned === null ? null : Math.round(from + ((planned - from) * week) / weeks);
    const last = stages[stages.length - 1];
    if (last?.amount === amount) last.weeks++;
    else stages.push({ weeks: 1, amount, daysAWeek });
  }
  // What is planned already is no stage any more.
  if (stages.length > 1 && stages[stages.length - 1]!.amount === planned) stages.pop();
  return stages;
}

/** How often in words. @example describeDays(3.5) // 'every other day' */
export function describeDays(daysAWeek: number): string {
  if (daysAWeek === 7) return $localize`every day`;
  if (daysAWeek === 3.5) return $localize`every other day`;
  if (daysAWeek === 1) return $localize`once a week`;
  return Number.isInteger(daysAWeek)
    ? $localize`${daysAWeek} days a week`
    : $localize`every ${Math.round(7 / daysAWeek)} days`;
}

/**
 * A progression in words: "two weeks at 5, every other day, then 10, every day".
 *
 * @example describeProgression(dose, progression) // '2 weeks at 5, every other day, then 10, every day'
 */
export function describeProgression(dose: Dose, { grows, stages, thenDaysAWeek }: Progression): string {
  const growth = growthIn(dose, grows);
  const figure = (amount: number | null): string => {
    if (amount === null) return '';
    if (growth === 'seconds') return `${amount} s`;
    return growth === 'sets' ? `${amount} ${amount === 1 ? 'set' : 'sets'}` : String(amount);
  };
  const all = [
    ...stages.map((one) => ({ ...one, amount: growth === 'days' ? null : one.amount })),
    { weeks: 0, amount: plannedAmount(dose, growth), daysAWeek: thenDaysAWeek },
  ];
  // How often is said where it changes, and once where it never does.
  let often = 0;
  return all
    .map(({ weeks, amount, daysAWeek }) => {
      const long = weeks === 0 ? '' : `${weeks} ${weeks === 1 ? 'week' : 'weeks'}`;
      const what = [long, figure(amount)].filter(Boolean).join(' at ');
      const days = daysAWeek === often ? '' : describeDays(daysAWeek);
      often = daysAWeek;
      return [what, days].filter(Boolean).join(', ');
    })
    .filter(Boolean)
    .join(', then ');
}
