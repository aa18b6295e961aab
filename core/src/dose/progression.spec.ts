import { reps } from '../testing';
import { defaultDose } from './dose';
import { describeProgression, growingFigure, progressionSchema, weeklyFigures } from './progression';

// "Begin with five every other day for two weeks, rise to ten": common practice, no source.
describe('a dose that is built up', () => {
  const plan = { from: 5, everyDays: 2, weeks: 2 };

  it('grows in equal steps to what is planned', () => {
    expect(weeklyFigures(reps(10, 1000), plan)).toEqual([5, 8, 10]);
    expect(weeklyFigures(reps(10, 1000), { ...plan, weeks: 3 })).toEqual([5, 7, 8, 10]);
    expect(weeklyFigures(reps(5, 1000), plan)).toEqual([5, 5, 5]);
  });

  it('is said in words, in seconds where the dose is one of seconds', () => {
    expect(describeProgression(reps(10, 1000), plan)).toBe('begin with 5, every other day, and rise to 10 in 2 weeks');
    expect(describeProgression(defaultDose('timed'), { from: 10, everyDays: 1, weeks: 1 })).toMatch(
      /^begin with 10 s, every day, and rise to \d+ s in 1 week$/,
    );
    expect(growingFigure(defaultDose('hold')).unit).toBe('s');
    for (const form of ['reps', 'passes', 'count', 'hold', 'timed', 'breaths'] as const)
      expect(growingFigure(defaultDose(form)).planned).toBeGreaterThan(0);
  });

  it('from outside has whole figures within reason', () => {
    expect(progressionSchema.safeParse(plan).success).toBeTrue();
    expect(progressionSchema.safeParse({ ...plan, weeks: 0 }).success).toBeFalse();
    expect(progressionSchema.safeParse({ ...plan, from: 2.5 }).success).toBeFalse();
  });
});
