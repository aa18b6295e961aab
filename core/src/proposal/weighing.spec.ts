import { aLesson, aMove, aPace, aStep, reps } from '../testing';
import { noEvidence, type Evidence } from './evidence';
import { slotsOf } from './slots';
import { Weighing } from './weighing';

const { slots, rows } = slotsOf(
  aLesson({
    pace: aPace({ settleMs: 1500 }),
    steps: [
      aStep('rope', {
        move: aMove({ region: 'jaw' }),
        dose: reps(5, 2000),
        narration: { before: 'Knuckles into the jaw muscle, teeth apart.', during: '', after: '' },
      }),
    ],
  }),
);
const pause = slots.findIndex(({ kind }) => kind === 'prep');

/** What tells for a stretch of 6 s in which somebody speaks once to be the pause in which hands settle. */
const settles = (from: number, to: number, written: boolean): number => {
  const evidence: Evidence = {
    ...noEvidence(6000),
    ...{ heard: true, speech: [[from, to]] },
    said: {
      ...{ steps: [], missing: [], again: [], apologies: [] },
      sentences: [{ startMs: from, endMs: to, written }],
    },
  };
  return new Weighing(slots, rows, evidence, [0, 6000], 'left').stay(pause, 0, 1);
};

/** The same for the work itself, of which hands are seen. */
const works = (forMs: number): number => {
  const evidence: Evidence = {
    ...noEvidence(10_000),
    ...{ heard: true, speech: [[100, 100 + forMs]] },
    said: {
      ...{ steps: [], missing: [], again: [], apologies: [] },
      sentences: [{ startMs: 100, endMs: 100 + forMs, written: false }],
    },
  };
  const work = slots.findIndex(({ kind }) => kind === 'reps');
  return new Weighing(slots, rows, evidence, [0, 10_000], 'left').stay(work, 0, 1);
};

describe('work', () => {
  it('is seldom chatted over, but a word or two says nothing', () => {
    expect(works(0) - works(700)).toBeLessThan(1);
    expect(works(0) - works(2000)).toBeGreaterThan(4);
  });
});

describe('the pause in which hands settle', () => {
  it('is chatted in up to the work that it is before, and not quiet after that', () => {
    expect(settles(2300, 5800, false)).toBeGreaterThan(settles(300, 3800, false) + 2);
  });

  it('has nothing said in it that is written in the lesson', () => {
    expect(settles(3900, 5900, false)).toBeGreaterThan(settles(3900, 5900, true) + 4);
    // Of a word or two nothing is made.
    expect(settles(5700, 5900, false)).toBeLessThan(settles(5700, 5900, true) + 1);
  });
});
