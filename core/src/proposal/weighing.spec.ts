import type { SegmentKind } from '../lesson/segment-kind';
import type { Span } from '../time/spans';
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

/** What tells for something of the plan to last so long when somebody speaks in it once. */
const stays = (kind: SegmentKind, durationMs: number, [from, to]: Span, written: boolean): number => {
  const evidence: Evidence = {
    ...noEvidence(durationMs),
    ...{ heard: true, speech: [[from, to]] },
    said: {
      ...{ steps: [], missing: [], again: [], apologies: [] },
      sentences: [{ startMs: from, endMs: to, written }],
    },
  };
  const slot = slots.findIndex((one) => one.kind === kind);
  return new Weighing(slots, rows, evidence, [0, durationMs], 'left').stay(slot, 0, 1);
};
const settles = (from: number, to: number, written: boolean): number => stays('prep', 6000, [from, to], written);
const works = (forMs: number): number => stays('reps', 10_000, [100, 100 + forMs], false);

describe('work', () => {
  it('is seldom chatted over, but a word or two says nothing', () => {
    expect(works(0) - works(700)).toBeLessThan(1);
    expect(works(0) - works(2000)).toBeGreaterThan(2.5);
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
