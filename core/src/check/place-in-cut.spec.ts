import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aSegment, aStep } from '../testing';
import { instantOf } from './place-in-cut';

const lesson = aFilmedLesson({
  steps: [aStep('a'), aStep('b')],
  segments: [
    aSegment('i', 0, 4000, { kind: 'intro', stepId: null, side: null }),
    aSegment('t', 4000, 8000, { kind: 'teach', side: null }),
    aSegment('l', 10_000, 20_000),
  ],
  // What comes first in the take plays second.
  assembly: [
    { id: 'q', takeId: 't', fromMs: 30_000, toMs: 40_000 },
    { id: 'p', takeId: 't', fromMs: 0, toMs: 30_000 },
  ],
});
const timeline = timelineOf(lesson)!;
const plan = (stepId: string | null, part: 'opening' | 'before' | 'dose' | 'lesson') =>
  instantOf({ on: 'plan', stepId, part }, timeline);

describe('where one looks at what was found', () => {
  it('is the middle of the first side of a step, or of the talk that it is about', () => {
    expect(plan('a', 'dose')).toBe(25_000);
    expect(plan('a', 'before')).toBe(16_000);
    expect(plan(null, 'opening')).toBe(12_000);
  });

  it('is where a take plays in the lesson, and where a cue is wholly there', () => {
    expect(instantOf({ on: 'take', takeId: 't', stepId: null, startMs: 4000, endMs: 6000 }, timeline)).toBe(15_000);
    const cut = { on: 'cut', cutId: 'full', stepId: 'a', side: 'left', startMs: 20_000, endMs: 30_000 } as const;
    expect(instantOf(cut, timeline)).toBe(20_400);
  });

  it('is nowhere for what does not play, and for what is about the whole', () => {
    expect(plan('b', 'dose')).toBeNull();
    expect(plan(null, 'lesson')).toBeNull();
    expect(instantOf({ on: 'take', takeId: 'gone', stepId: null, startMs: 0, endMs: 9 }, timeline)).toBeNull();
  });
});
