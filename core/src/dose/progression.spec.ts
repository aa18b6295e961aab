import { reps } from '../testing';
import { defaultDose, describeDose } from './dose';
import {
  describeDays,
  describeProgression,
  doseAt,
  evenStages,
  growthsOf,
  plannedAmount,
  progressionSchema,
  weeksOf,
  type Progression,
} from './progression';

const FORMS = ['reps', 'passes', 'count', 'hold', 'timed', 'breaths'] as const;

// "Two weeks at five, every other day, then ten": common practice, no source.
describe('a dose that is built up', () => {
  const plan: Progression = {
    grows: 'repetitions',
    stages: [{ weeks: 2, amount: 5, daysAWeek: 3.5 }],
    thenDaysAWeek: 3.5,
  };

  it('stays on a plateau for its weeks, then is as planned', () => {
    expect(weeksOf(reps(10, 1000), plan).map(({ week, dose }) => `${week}: ${describeDose(dose)}`)).toEqual([
      '1: 5 times',
      '2: 5 times',
      '3: 10 times',
    ]);
    expect(describeProgression(reps(10, 1000), plan)).toBe('2 weeks at 5, every other day, then 10');
  });

  it('grows in equal steps to what is planned, the same figure as one plateau', () => {
    const amounts = (from: number, weeks: number, planned = 10): string =>
      evenStages(reps(planned, 1000), 'repetitions', from, weeks, 7)
        .map((one) => `${one.amount}×${one.weeks}`)
        .join(' ');
    expect(amounts(5, 2)).toBe('5×1 8×1');
    expect(amounts(5, 3)).toBe('5×1 7×1 8×1');
    expect(amounts(8, 4)).toBe('8×1 9×2');
    expect(amounts(5, 3, 5)).toBe('5×3');
  });

  it('grows in repetitions, sets, seconds or days, as far as it has them', () => {
    for (const form of FORMS) {
      const dose = defaultDose(form);
      expect(growthsOf(dose)).toContain('days');
      for (const grows of growthsOf(dose)) {
        const grown = doseAt(dose, grows, 4);
        expect(plannedAmount(grown, grows))
          .withContext(`${form} ${grows}`)
          .toBe(grows === 'days' ? null : 4);
        expect(doseAt(dose, grows, null)).toBe(dose);
      }
    }
    expect(growthsOf(defaultDose('timed'))).not.toContain('repetitions');
    expect(growthsOf(defaultDose('reps'))).not.toContain('seconds');
    // One that was given repetitions and became timed since grows in what it has.
    expect(plannedAmount(doseAt(defaultDose('timed'), 'repetitions', 9), 'seconds')).toBe(9);
  });

  it('is said in words: seconds, sets, days; how often where that changes', () => {
    const said = (grows: Progression['grows'], form: (typeof FORMS)[number], then = 7): string => {
      const dose = doseAt(doseAt(defaultDose(form), 'sets', 3), grows, 10);
      return describeProgression(dose, {
        grows,
        stages: [
          { weeks: 1, amount: 4, daysAWeek: 2 },
          { weeks: 3, amount: 1, daysAWeek: then },
        ],
        thenDaysAWeek: then,
      });
    };
    expect(said('seconds', 'hold')).toBe('1 week at 4 s, 2 days a week, then 3 weeks at 1 s, every day, then 10 s');
    expect(said('sets', 'passes')).toBe(
      '1 week at 4 sets, 2 days a week, then 3 weeks at 1 set, every day, then 10 sets',
    );
    expect(said('days', 'breaths')).toBe('1 week, 2 days a week, then 3 weeks, every day');
    expect([7, 3.5, 5, 1, 7 / 3, 0.5].map(describeDays)).toEqual([
      ...['every day', 'every other day', '5 days a week', 'once a week'],
      ...['every 3 days', 'every 14 days'],
    ]);
  });

  it('from outside has whole figures within reason', () => {
    const [stage] = plan.stages;
    const read = (change: Partial<(typeof plan)['stages'][number]>): boolean =>
      progressionSchema.safeParse({ ...plan, stages: [{ ...stage, ...change }] }).success;
    expect(read({})).toBeTrue();
    expect(read({ weeks: 0 })).toBeFalse();
    expect(read({ amount: 2.5 })).toBeFalse();
    expect(read({ daysAWeek: 8 })).toBeFalse();
    expect(progressionSchema.safeParse({ ...plan, stages: [] }).success).toBeFalse();
  });
});
