import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import type { Lesson } from '../lesson/lesson.schema';
import { betterIn, takeFigures, type TakeMade } from './take-figures';

const step = aStep('a', {
  sidePlan: 'both',
  dose: reps(8, 2000),
  narration: { before: 'Feather down the neck into the hollow above the collarbone.', during: '', after: '' },
});
const lesson: Lesson = aFilmedLesson({
  steps: [step],
  segments: [
    aSegment('talk', 0, 4000, { kind: 'teach', side: null }),
    aSegment('s', 4000, 20_000, { side: 'both', beatsMs: [6000, 8000, 10_000, 12_000, 14_000, 16_000, 18_000] }),
  ],
});
const [take] = lesson.takes as [Lesson['takes'][number]];
/** Peaks of 100 ms each: so many of a loudness, one after the other. */
const sound = (...levels: readonly (readonly [n: number, level: number])[]): NonNullable<TakeMade['sound']> => {
  const data = levels.flatMap(([n, level]) => Array.from({ length: n }, () => [-level, level - 1]).flat());
  return {
    peaks: {
      ...{ version: 2, channels: 1, sample_rate: 8000, samples_per_pixel: 800, bits: 8 },
      ...{ length: data.length / 2, data },
    },
    speech: [[0, 3000]],
  };
};
const face = (atMs: number, x: number): NonNullable<TakeMade['analysis']>['faces'][number] => ({
  ...{ atMs, box: [x, 0.2, 0.2, 0.4] as const, outline: [] },
});
const NONE: TakeMade = { sound: null, analysis: null, lines: null };
const of = (made: Partial<TakeMade>) => takeFigures(lesson, take, step, { ...NONE, ...made });

describe('how good a take of a step is', () => {
  it('is told by what was measured where the take shows it, and by nothing else', () => {
    expect(of({})).toEqual({ count: 7, planned: 8, voiceDb: null, inPicture: null, sway: null, heard: null });
    // Half of full scale while somebody speaks is -6 dB; what is louder afterwards is no voice.
    expect(of({ sound: sound([30, 64], [170, 120]) }).voiceDb).toBeCloseTo(-6.02, 1);
    expect(of({ sound: { ...sound([200, 64]), speech: [] } }).voiceDb).toBeNull();
  });

  it('tells whether the face is in the picture whole, and how still the head is kept', () => {
    const still = of({ analysis: { faces: [0, 1, 2, 3, 4].map((s) => face(1000 * s, 0.4)) } });
    expect([still.inPicture, still.sway]).toEqual([1, 0]);
    // Two widths apart by turns: one width from the middle.
    const sways = of({ analysis: { faces: [0, 1, 2, 3].map((s) => face(1000 * s, s % 2 ? 0.2 : 0.6)) } });
    expect(sways.sway).toBeCloseTo(1, 6);
    expect(of({ analysis: { faces: [face(0, 0.4), face(1000, 0.9)] } }).inPicture).toBe(0.5);
    expect(of({ analysis: { faces: [face(40_000, 0.4)] } }).inPicture).toBeNull();
  });

  it('tells how much of its words are heard', () => {
    const line = (text: string, startMs = 0) => ({ startMs, endMs: startMs + 3000, text, timed: true });
    const whole = step.narration.before;
    expect(of({ lines: [line(whole)] }).heard).toBeCloseTo(1, 6);
    expect(of({ lines: [line('Feather down the neck, I mean')] }).heard).toBeLessThan(0.6);
    // What is said elsewhere in the take is not heard here.
    expect(of({ lines: [line(whole, 40_000)] }).heard).toBe(0);
  });

  it('is better than another by what differs enough, whichever way round', () => {
    const base = of({});
    const other = { ...base, count: 8, voiceDb: -20, inPicture: 1, sway: 0.1, heard: 0.9 };
    expect([...betterIn(other, { ...other, count: 10, voiceDb: -22, sway: 0.2 })]).toEqual(['count', 'sway']);
    expect([...betterIn({ ...other, count: 10, voiceDb: -22, sway: 0.2 }, other)]).toEqual([]);
    expect([...betterIn(other, { ...other, voiceDb: -24, inPicture: 0.9, heard: 0.7 })]).toEqual([
      'voiceDb',
      'inPicture',
      'heard',
    ]);
    expect([...betterIn(other, base)]).toEqual(['count']);
  });
});
