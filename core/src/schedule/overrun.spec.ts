import { paceSchema } from '../lesson/lesson.schema';
import { aLesson, aPace, aStep, reps } from '../testing';
import { overrunOf, paceFor } from './overrun';
import { schedule } from './schedule';

const ran = (...ratios: number[]) => ratios.map((ratio) => ({ plannedMs: 100_000, filmedMs: 100_000 * ratio }));

describe('how far lessons run over their plan', () => {
  it('is the middle one of the last five, and nothing where there is one', () => {
    expect(overrunOf(ran(1.1, 1.3, 1.2))).toEqual({ ratio: 1.2, count: 3 });
    expect(overrunOf(ran(1.1, 1.3))!.ratio).toBeCloseTo(1.2, 9);
    // One that went quite wrong changes little; the sixth is too long ago.
    expect(overrunOf(ran(1.1, 9, 1.2, 1.1, 1.15, 0.1))).toEqual({ ratio: 1.15, count: 5 });
    expect(overrunOf(ran(1.1))).toBeNull();
    expect(overrunOf([{ plannedMs: 0, filmedMs: 1 }, { plannedMs: 1, filmedMs: 0 }, ...ran(1.1)])).toBeNull();
  });

  it('is planned with: the pace is slower, doses stay as they are', () => {
    const lesson = aLesson({
      opening: 'Good morning, early shift. Clean hands, and two drops of oil.',
      pace: aPace({ settleMs: 2000, swapMs: 2000 }),
      steps: [
        aStep('a', {
          dose: reps(5, 2000),
          narration: { before: 'Feather down the neck, from the ear to the hollow.', during: '', after: '' },
        }),
      ],
    });
    const { totalMs, steps } = schedule(lesson);
    for (const ratio of [0.9, 1.08, 1.25]) {
      const pace = paceFor(lesson, ratio * totalMs)!;
      expect(paceSchema.safeParse(pace).success).toBeTrue();
      const now = schedule({ ...lesson, pace });
      expect(Math.abs(now.totalMs - ratio * totalMs)).toBeLessThanOrEqual(1000);
      expect(now.steps[0]!.doseMs).toBe(steps[0]!.doseMs);
    }
    expect(paceFor(lesson, 20 * totalMs)).toBeNull();
    expect(paceFor(lesson, 0.2 * totalMs)).toBeNull();
  });
});
