import {
  defaultDose,
  describeDose,
  exactly,
  oneSideMs,
  partsOf,
  repetitionEnds,
  repetitionMs,
  repetitionsOf,
  sidesIn,
} from './dose';
import { doseSchema, rangeSchema } from './dose.schema';
import { reps } from '../testing';

const once = { sets: exactly(1), restMs: 0 };

describe('dose arithmetic', () => {
  // Worked by hand from the rules of each form (common practice, no source).
  it('times every form on one side', () => {
    expect(oneSideMs(reps(20, 1500, 3, 10_000))).toBe(3 * 30_000 + 2 * 10_000);
    expect(oneSideMs({ form: 'passes', lanes: exactly(3), passes: exactly(5), tempoMs: exactly(2000), ...once })).toBe(
      30_000,
    );
    expect(oneSideMs({ form: 'count', count: exactly(6), tempoMs: exactly(900), ...once })).toBe(5400);
    expect(oneSideMs({ form: 'hold', reps: exactly(5), holdMs: exactly(6000), releaseMs: 2000, ...once })).toBe(40_000);
    expect(oneSideMs({ form: 'timed', eachMs: exactly(30_000), ways: 2, ...once })).toBe(60_000);
    expect(oneSideMs({ form: 'breaths', breaths: exactly(4), cycleMs: exactly(10_000), ...once })).toBe(40_000);
  });

  // From four seconds to two: 4 + 3.5 + 3 + 2.5 + 2, worked by hand.
  it('changes its tempo evenly from the first repetition to the last', () => {
    const faster = { ...reps(5, 4000), endTempoMs: 2000 } as ReturnType<typeof reps>;
    expect(oneSideMs(faster)).toBe(15_000);
    expect(repetitionMs(faster)).toBe(3000);
    expect(repetitionEnds(faster, 5).map((share) => Math.round(share * 15_000))).toEqual([
      4000, 7500, 10_500, 13_000, 15_000,
    ]);
    expect(repetitionEnds(reps(4, 1000), 4)).toEqual([0.25, 0.5, 0.75, 1]);
    expect(repetitionEnds(faster, 1)).toEqual([1]);
    expect(describeDose(faster)).toBe('5 times, ever faster');
    expect(describeDose({ ...faster, endTempoMs: 6000 } as typeof faster)).toBe('5 times, ever slower');
  });

  it('may go on until the breath is out: its time is what is expected', () => {
    const hum = { ...defaultDose('breaths'), open: true } as ReturnType<typeof defaultDose>;
    expect(oneSideMs(hum)).toBe(oneSideMs(defaultDose('breaths')));
    expect(describeDose(hum)).toBe('4 breaths, until the breath is out');
    expect(doseSchema.parse(hum)).toEqual(hum);
  });

  it('rests between sets and not after the last', () => {
    expect(oneSideMs(reps(10, 1000, 1, 9000))).toBe(10_000);
    expect(oneSideMs(reps(10, 1000, 2, 9000))).toBe(29_000);
  });

  it('counts what can be counted', () => {
    expect(
      repetitionsOf({ form: 'passes', lanes: exactly(2), passes: exactly(5), tempoMs: exactly(2000), ...once }),
    ).toBe(10);
    expect(repetitionsOf(reps(8, 1000))).toBe(8);
  });

  it('works the parts of a side plan in order', () => {
    expect(partsOf('left_right')).toEqual(['left', 'right']);
    expect(partsOf('right_left')).toEqual(['right', 'left']);
    expect(partsOf('centre_first')).toEqual(['midline', 'left', 'right']);
    expect(partsOf('left_only')).toEqual(['left']);
    expect(sidesIn('alternating')).toBe(2);
    expect(sidesIn('both')).toBe(1);
  });

  it('says a dose in words', () => {
    expect(describeDose(reps(1, 1000))).toBe('1 time');
    expect(describeDose(reps(20, 1000, 3))).toBe('3 × 20');
    expect(describeDose({ form: 'timed', eachMs: exactly(15_000), ways: 2, ...once })).toBe('15 s each way');
    expect(describeDose(defaultDose('hold'))).toBe('3 × 6 s');
  });
});

describe('a dose from outside', () => {
  it('keeps the planned figure inside its range', () => {
    expect(rangeSchema.safeParse({ low: 3, planned: 5, high: 10 }).success).toBeTrue();
    expect(rangeSchema.safeParse({ low: 6, planned: 5, high: 10 }).success).toBeFalse();
    expect(rangeSchema.safeParse({ low: 0, planned: 5, high: 10 }).success).toBeFalse();
  });

  it('is one of six forms, each of whose defaults is valid', () => {
    for (const form of ['reps', 'passes', 'count', 'hold', 'timed', 'breaths'] as const)
      expect(doseSchema.parse(defaultDose(form))).toEqual(defaultDose(form));
    expect(doseSchema.safeParse({ ...reps(5, 1000), form: 'vibes' }).success).toBeFalse();
    expect(doseSchema.safeParse(reps(2.5, 1000)).success).toBeFalse();
  });
});
