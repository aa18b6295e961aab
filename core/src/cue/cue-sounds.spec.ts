import { exactly } from '../dose/dose';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { chime, CHIME_PEAK } from './chime';
import { SOUND_KINDS } from './cue-sounds';
import { deriveCues } from './derive';

const BLIND = aMove({ eyesOff: true });

/** What is heard where the first of these steps runs from 1 s to 7 s on the left, and to 15 s on the right. */
function heard(step: Partial<MoveStep>, change: Partial<Lesson> = {}): string[] {
  const lesson = aFilmedLesson({
    cueSounds: 'eyes_off',
    steps: [aStep('a', { move: BLIND, sidePlan: 'left_right', ...step }), aStep('b', { dose: reps(2, 2000) })],
    segments: [
      aSegment('s', 1000, 7000, { stepId: 'a', side: 'left' }),
      aSegment('r', 9000, 15_000, { stepId: 'a', side: 'right' }),
      aSegment('q', 20_000, 24_000, { stepId: 'b', side: 'left' }),
    ],
    ...change,
  });
  return deriveCues(lesson).sounds.map(({ kind, atMs }) => `${kind} ${atMs}`);
}

describe('what is heard of cues', () => {
  it('is nothing until it is asked for', () => expect(heard({}, { cueSounds: 'none' })).toEqual([]));

  it('is each repetition, the last, the change and the end, only where the eyes are off', () => {
    const dose = reps(3, 2000);
    const side = ['count 9000', 'count 11000', 'last 13000', 'end 15000'];
    expect(heard({ dose })).toEqual(['count 1000', 'count 3000', 'last 5000', 'swap 6000', 'end 7000', ...side]);
    expect(heard({ dose, move: aMove() })).toEqual([]);
    // Whoever wears glasses has taken them off.
    expect(heard({ dose, move: aMove({ region: 'eye' }) })[0]).toBe('count 1000');
    expect(heard({ dose, move: aMove() }, { cueSounds: 'every' }).slice(-3)).toEqual([
      ...['count 20000', 'last 22000', 'end 24000'],
    ]);
  });

  it('is where a hold begins and where it is let go, and none of the seconds between', () => {
    const dose = { form: 'hold', reps: exactly(2), holdMs: exactly(2000), releaseMs: 1000, sets: exactly(1) } as const;
    const step = { dose: { ...aStep('x').dose, ...dose } as MoveStep['dose'], sidePlan: 'both' as const };
    const segments = [aSegment('s', 1000, 7000, { stepId: 'a', side: 'both', beatsMs: [4000, 7000] })];
    expect(heard(step, { segments })).toEqual(['begin 1000', 'end 3000', 'begin 4000', 'end 6000']);
  });

  it('is there though its kind is not shown, and not where she hid it by name', () => {
    const dose = reps(3, 2000);
    const unseen = { overrides: [{ key: 'count', when: 'never' as const }] };
    expect(heard({ dose }, unseen)).toEqual(heard({ dose }));
    const [first] = deriveCues(
      aFilmedLesson({
        steps: [aStep('a', { dose })],
        segments: [aSegment('s', 1000, 7000, { stepId: 'a', side: 'left' })],
      }),
    ).cues.filter((cue) => cue.kind === 'count');
    expect(heard({ dose }, { overrides: [{ key: first!.key, hidden: true }] })[0]).toBe('count 3000');
  });

  it('is one sound where two come together, the one that says most', () => {
    // The change of side is told when the last repetition begins.
    const dose = reps(2, 3000);
    const segments = [
      aSegment('s', 1000, 7000, { stepId: 'a', side: 'left' }),
      aSegment('r', 7000, 13_000, { stepId: 'a', side: 'right' }),
    ];
    expect(heard({ dose }, { segments })).toEqual([
      ...['count 1000', 'swap 4000', 'end 7000', 'last 10000', 'end 13000'],
    ]);
  });
});

describe('the sound of a cue', () => {
  it('is as loud as every other, begins with silence, and dies away', () => {
    for (const kind of SOUND_KINDS) {
      const samples = chime(kind, 48_000);
      const peak = (from: number, to: number): number =>
        samples.subarray(from, to).reduce((most, one) => Math.max(most, Math.abs(one)), 0);
      expect(peak(0, samples.length)).withContext(kind).toBeCloseTo(CHIME_PEAK, 6);
      expect(samples[0]).toBe(0);
      expect(peak(samples.length - 480, samples.length)).toBeLessThan(CHIME_PEAK / 100);
    }
  });

  it('is told from the others by its pitch: which way it goes, or how high it is', () => {
    const RATE = 48_000;
    // The pitch of a stretch, by its ways through zero.
    const pitch = (kind: Parameters<typeof chime>[0], fromS: number, toS: number): number => {
      const some = chime(kind, RATE).subarray(fromS * RATE, toS * RATE);
      const ways = some.reduce((sum, one, i) => sum + (i > 0 && one >= 0 !== some[i - 1]! >= 0 ? 1 : 0), 0);
      return ways / 2 / (toS - fromS);
    };
    expect(pitch('last', 0.01, 0.06)).toBeGreaterThan(1.3 * pitch('count', 0.01, 0.06));
    expect(pitch('end', 0.25, 0.4)).toBeLessThan(0.8 * pitch('end', 0.02, 0.15));
    expect(pitch('swap', 0.25, 0.4)).toBeGreaterThan(1.2 * pitch('swap', 0.02, 0.15));
  });
});
