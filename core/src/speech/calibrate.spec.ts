import { aFilmedLesson, aPace, aStep } from '../testing';
import { calibrate, READING_TEST, samplesFromTake, type Sample } from './calibrate';
import { speakingMs } from './speaking-time';

const TEXTS = [
  READING_TEST,
  'Up. And down. And rest.',
  'Place the flat of your hand on the cheek and let it glide, slowly and without any weight at all, out to the ear.',
  'Press. Let go. Press. Let go. Once more.',
];

describe('calibration', () => {
  const real = aPace({ syllablesPerMinute: 190, sentencePauseMs: 800, commaPauseMs: 360 });
  const timed = (off: number[] = [0, 0, 0, 0]): Sample[] =>
    TEXTS.map((text, i) => ({ text, ms: speakingMs(text, real) * (1 + off[i]!) }));

  it('finds the rate and the pauses that texts were spoken with', () => {
    const found = calibrate(timed(), aPace());
    expect(found.syllablesPerMinute).toBeCloseTo(190, -1);
    expect(Math.abs(found.sentencePauseMs - 800)).toBeLessThan(40);
    expect(found.spread).toBe(0.03);
  });

  it('tells how far speaking is off', () => {
    const found = calibrate(timed([0.1, 0.1, -0.1, -0.1]), aPace());
    expect(found.spread).toBeGreaterThan(0.05);
    expect(found.spread).toBeLessThan(0.2);
  });

  it('of one text finds the rate alone and keeps the pauses', () => {
    const found = calibrate(timed().slice(0, 1), aPace({ sentencePauseMs: 800, commaPauseMs: 360, spread: 0.08 }));
    expect(found.syllablesPerMinute).toBeCloseTo(190, -1);
    expect(found.sentencePauseMs).toBe(800);
    expect(found.spread).toBe(0.08);
    expect(() => calibrate([{ text: '', ms: 4000 }], aPace())).toThrowError(/Nothing was timed/);
  });

  it('rounds the rate to the nearest, keeps it within what people speak, and commas shorter than stops', () => {
    const quiet = aPace({ sentencePauseMs: 0, commaPauseMs: 0 });
    // One syllable in 313 ms is 191.7 a minute, in 314 ms 191.1.
    expect(calibrate([{ text: 'Up', ms: 313 }], quiet).syllablesPerMinute).toBe(192);
    expect(calibrate([{ text: 'Up', ms: 314 }], quiet).syllablesPerMinute).toBe(191);
    expect(calibrate([{ text: 'Up', ms: 5 }], quiet).syllablesPerMinute).toBe(480);
    expect(calibrate([{ text: 'Up', ms: 5000 }], quiet).syllablesPerMinute).toBe(60);
    const { sentencePauseMs, commaPauseMs } = calibrate(timed().slice(0, 1), aPace({ sentencePauseMs: 1000 }));
    expect([sentencePauseMs, commaPauseMs]).toEqual([1000, 450]);
  });

  // Common practice, no source: reading aloud runs at 130 to 190 words a minute.
  it('reads a test of about a minute', () => {
    const ms = speakingMs(READING_TEST, aPace({ syllablesPerMinute: 220, sentencePauseMs: 450 }));
    expect(ms).toBeGreaterThan(45_000);
    expect(ms).toBeLessThan(75_000);
  });

  it('learns from what is marked on a take', () => {
    const lesson = aFilmedLesson({
      steps: [aStep('a', { narration: { before: 'Press {reps} times.', during: '', after: '' } })],
      segments: [
        { id: 'g', takeId: 't', kind: 'teach', stepId: 'a', side: null, startMs: 1000, endMs: 3500, beatsMs: [] },
        { id: 'h', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 3500, endMs: 9000, beatsMs: [] },
      ],
    });
    expect(samplesFromTake(lesson)).toEqual([{ text: 'Press 5 times.', ms: 2500 }]);
  });
});
