import { plainStepOf, type Step } from '../lesson/lesson.schema';
import { exactly } from '../dose/dose';
import { speakingMs } from '../speech/speaking-time';
import { aLesson, aMove, aPace, aStep, reps } from '../testing';
import { schedule } from './schedule';

const pace = aPace({ settleMs: 1000, swapMs: 3000 });

describe('schedule', () => {
  it('of nothing is nothing', () => {
    expect(schedule(aLesson())).toEqual({
      totalMs: 0,
      spreadMs: 0,
      firstMoveMs: null,
      talkShare: 0,
      steps: [],
      passages: [],
    });
  });

  it('adds settling, both sides and the swap between them', () => {
    const { totalMs, firstMoveMs, steps } = schedule(
      aLesson({ pace, steps: [aStep('a', { dose: reps(5, 2000), sidePlan: 'left_right' })] }),
    );
    expect(totalMs).toBe(1000 + 10_000 + 3000 + 10_000);
    expect(firstMoveMs).toBe(1000);
    expect(steps).toEqual([{ stepId: 'a', startMs: 0, endMs: 24_000, doseMs: 20_000, speechMs: 0, stretchMs: 0 }]);
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

  // Worked by hand: two steps as a bundle, 1 s of settling each, 3 s between the sides.
  it('does a bundle as a whole on one side, then as a whole on the other', () => {
    const steps = [aStep('a', { dose: reps(5, 1000), bundle: 'x' }), aStep('b', { dose: reps(2, 1000), bundle: 'x' })];
    const { totalMs, passages } = schedule(aLesson({ pace, steps }));
    const work = passages.filter((one) => one.kind === 'reps').map((one) => `${one.stepId} ${one.side}`);
    expect(work).toEqual(['a left', 'b left', 'a right', 'b right']);
    expect(totalMs).toBe(2 * (1000 + 5000 + 1000 + 2000) + 3000);
  });

  it('takes time for tools, product, rest and the viewer', () => {
    const slow = aPace({ toolMs: 4000, applyMs: 10_000, topUpMs: 3000 });
    const plan = { dose: reps(1, 1000), sidePlan: 'both' } as const;
    const of = (...steps: ReturnType<typeof aStep>[]): number => schedule(aLesson({ pace: slow, steps })).totalMs;
    expect(of(aStep('a', { ...plan, product: 'apply' }))).toBe(11_000);
    expect(of(aStep('a', { ...plan, product: 'top_up', restAfterMs: 2000, nowYouMs: 20_000 }))).toBe(26_000);
    const stone = aMove({ tool: 'stone' });
    const roller = aMove({ tool: 'roller' });
    // A stone is taken up; then the roller in its place.
    expect(of(aStep('a', { ...plan, move: stone }), aStep('b', { ...plan, move: roller }))).toBe(10_000);
    // Taken up, put down for the bare hand, taken up again.
    expect(of(aStep('a', { ...plan, move: stone }), aStep('b', plan), aStep('c', { ...plan, move: stone }))).toBe(
      15_000,
    );
  });

  it('takes time for oil where it is due, though nobody planned it or speaks of it', () => {
    const slow = aPace({ applyMs: 10_000 });
    const gliding = aStep('a', { move: aMove({ slip: true }), dose: reps(1, 1000), sidePlan: 'both' });
    const of = (change: Parameters<typeof aLesson>[0], ...steps: Step[]): number => {
      const { passages } = schedule(aLesson({ pace: slow, ...change, steps }));
      return passages.filter((one) => one.kind === 'prep').reduce((ms, one) => ms + one.endMs - one.startMs, 0);
    };
    expect(of({}, gliding, { ...gliding, id: 'b' })).toBe(10_000);
    expect(of({ opening: 'Two drops of oil.' }, gliding)).toBe(0);
    expect(of({}, { ...gliding, product: 'apply' })).toBe(10_000);
    expect(of({}, plainStepOf('oil', 'product', { lengthMs: 3000 }), gliding)).toBe(3000);
    expect(of({}, aStep('c', { dose: reps(1, 1000) }))).toBe(0);
  });

  it('gives steps that are no moves their words and their time, and no dose', () => {
    const steps = [
      plainStepOf('oil', 'product', { lengthMs: 20_000 }),
      aStep('a', { dose: reps(1, 1000), sidePlan: 'both' }),
      plainStepOf('talk', 'talk', { narration: { before: '', during: 'One two three four.', after: '' } }),
      plainStepOf('look', 'comparison', { lengthMs: 6000, restAfterMs: 1000 }),
    ];
    const { totalMs, passages, steps: timings, firstMoveMs } = schedule(aLesson({ steps }));
    expect(passages.map((one) => [one.kind, one.stepId])).toEqual([
      ['prep', 'oil'],
      ['reps', 'a'],
      ['talk', 'talk'],
      ['rest', 'look'],
      ['rest', 'look'],
    ]);
    const talkMs = passages[2]!.endMs - passages[2]!.startMs;
    expect(talkMs).toBeGreaterThan(0);
    expect(totalMs).toBe(20_000 + 1000 + talkMs + 7000);
    expect(firstMoveMs).toBe(20_000);
    expect(timings.map((one) => one.doseMs)).toEqual([0, 1000, 0, 0]);
  });

  it('counts aloud where the numbers fall, also when the tempo changes', () => {
    const dose = { ...reps(3, 3000), endTempoMs: 1000 } as ReturnType<typeof reps>;
    const { passages } = schedule(aLesson({ steps: [aStep('a', { dose, counted: true, sidePlan: 'both' })] }));
    // 3 s, 2 s and 1 s, each number at its beginning.
    expect(passages[0]!.spoken.map(([start]) => start)).toEqual([0, 3000, 5000]);
  });

  it('lets counting aloud occupy the voice, and a voice-over stretch nothing', () => {
    const counted = schedule(
      aLesson({ steps: [aStep('a', { dose: reps(4, 2000), sidePlan: 'both', counted: true })] }),
    );
    expect(counted.talkShare).toBeCloseTo((4 * 600) / 8000, 6);
    const narration = { before: '', during: 'A long sentence that takes far more time than one second.', after: '' };
    const step = aStep('a', { dose: reps(1, 1000), sidePlan: 'both', narration });
    expect(schedule(aLesson({ steps: [step] })).steps[0]!.stretchMs).toBeGreaterThan(1000);
    expect(schedule(aLesson({ steps: [{ ...step, voiceOver: true }] })).totalMs).toBe(1000);
  });

  it('says how far it may be off', () => {
    const lesson = aLesson({ pace: aPace({ spread: 0.1 }), opening: 'Hello, and welcome to the harbour.' });
    const { totalMs, spreadMs } = schedule(lesson);
    expect(spreadMs).toBe(Math.round(totalMs / 10));
  });

  it('fills fields in the words from the dose before it times them', () => {
    const said = (before: string) =>
      schedule(aLesson({ steps: [aStep('a', { dose: reps(8, 1000), narration: { before, during: '', after: '' } })] }));
    expect(said('{reps} times.').passages[0]!.words).toBe('8 times.');
    expect(said('{reps} times.').totalMs).toBe(said('8 times.').totalMs);
  });
});
