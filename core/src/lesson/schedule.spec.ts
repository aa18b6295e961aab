import { exactly } from '../dose/dose';
import { speakingMs } from '../speech/speaking-time';
import { aLesson, aStep, reps } from '../testing';
import { schedule } from './schedule';

const pace = { syllablesPerMinute: 240, commaPauseMs: 200, sentencePauseMs: 500, settleMs: 1000, swapMs: 3000 };

describe('schedule', () => {
  it('of nothing is nothing', () => {
    expect(schedule(aLesson())).toEqual({ totalMs: 0, firstMoveMs: null, talkShare: 0, steps: [], passages: [] });
  });

  it('adds settling, both sides and the swap between them', () => {
    const { totalMs, firstMoveMs, steps } = schedule(
      aLesson({ pace, steps: [aStep('a', { dose: reps(5, 2000), sidePlan: 'left_right' })] }),
    );
    expect(totalMs).toBe(1000 + 10_000 + 3000 + 10_000);
    expect(firstMoveMs).toBe(1000);
    expect(steps).toEqual([{ stepId: 'a', startMs: 0, endMs: 24_000, doseMs: 20_000, speechMs: 0 }]);
  });

  it('gives each side its own dose where they differ', () => {
    const step = aStep('a', { dose: reps(8, 1000), rightDose: reps(6, 1000) });
    expect(schedule(aLesson({ steps: [step] })).steps[0]!.doseMs).toBe(14_000);
    expect(schedule(aLesson({ steps: [{ ...step, sidePlan: 'alternating' }] })).steps[0]!.doseMs).toBe(14_000);
    expect(schedule(aLesson({ steps: [{ ...step, sidePlan: 'right_only' }] })).steps[0]!.doseMs).toBe(6000);
    expect(schedule(aLesson({ steps: [{ ...step, sidePlan: 'both' }] })).steps[0]!.doseMs).toBe(8000);
  });

  it('counts alternating repetitions per side, without a swap', () => {
    const { totalMs } = schedule(
      aLesson({ pace, steps: [aStep('a', { dose: reps(5, 2000), sidePlan: 'alternating' })] }),
    );
    expect(totalMs).toBe(1000 + 20_000);
  });

  it('works the centre, then left and right', () => {
    const { passages } = schedule(
      aLesson({ pace, steps: [aStep('a', { dose: reps(1, 1000), sidePlan: 'centre_first' })] }),
    );
    expect(passages.map((one) => `${one.kind} ${one.side}`)).toEqual([
      'prep null',
      'reps midline',
      'swap left',
      'reps left',
      'swap right',
      'reps right',
    ]);
  });

  it('puts words before a dose in front of it and words over it inside', () => {
    const before = 'Take two drops of oil.';
    const during = 'Slowly.';
    const step = aStep('a', { dose: reps(5, 2000), sidePlan: 'both', narration: { before, during, after: '' } });
    const { totalMs, firstMoveMs, talkShare, steps } = schedule(aLesson({ steps: [step] }));
    const [b, d] = [speakingMs(before, pace), speakingMs(during, pace)];
    expect(firstMoveMs).toBe(b);
    expect(totalMs).toBe(b + 10_000);
    expect(steps[0]!.speechMs).toBe(b + d);
    expect(talkShare).toBeCloseTo((b + d) / (b + 10_000), 12);
  });

  it('stretches the last part when the words over a dose take longer than it', () => {
    const during = 'This goes on and on and on, for far longer than two strokes of the hand could ever take.';
    const step = aStep('a', {
      dose: reps(2, 500),
      sidePlan: 'left_right',
      narration: { before: '', during, after: '' },
    });
    const { totalMs, steps, talkShare } = schedule(aLesson({ steps: [step] }));
    expect(totalMs).toBe(speakingMs(during, pace));
    expect(steps[0]!.doseMs).toBe(2000);
    expect(talkShare).toBe(1);
  });

  it('leaves no hole and no overlap between passages', () => {
    const lesson = aLesson({
      pace,
      opening: 'Hello.',
      closing: 'Goodbye.',
      steps: [
        aStep('a', { narration: { before: 'One.', during: 'Two.', after: 'Three.' } }),
        aStep('b', {
          sidePlan: 'centre_first',
          dose: {
            form: 'hold',
            reps: exactly(3),
            holdMs: exactly(5000),
            releaseMs: 1500,
            sets: exactly(2),
            restMs: 4000,
          },
        }),
      ],
    });
    const { passages, totalMs } = schedule(lesson);
    let at = 0;
    for (const one of passages) {
      expect(one.startMs).toBe(at);
      expect(Number.isInteger(one.endMs)).toBeTrue();
      at = one.endMs;
    }
    expect(at).toBe(totalMs);
  });
});
