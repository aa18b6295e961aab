import type { Passage } from '@limber/core/assembly/passage';
import { sideTimes } from './side-times';

const work = (side: Passage['side'], ms: number): Passage => ({
  kind: 'reps',
  stepId: 'a',
  side,
  startMs: 0,
  endMs: ms,
  pieceId: null,
  segmentId: null,
  share: 1,
  shareBefore: 0,
  beatsMs: [],
  beatsBefore: 0,
  beatCount: 0,
  spoken: [],
  words: '',
});

describe('the work of the sides', () => {
  it('adds both to each, halves what alternates, and leaves the midline out', () => {
    expect(
      sideTimes([
        work('left', 1000),
        work('right', 400),
        work('both', 100),
        work('alternating', 60),
        work('midline', 9999),
      ]),
    ).toEqual({ leftMs: 1130, rightMs: 530 });
  });

  it('does not count talk', () => {
    expect(sideTimes([{ ...work('left', 1000), kind: 'teach' }])).toEqual({ leftMs: 0, rightMs: 0 });
  });
});
