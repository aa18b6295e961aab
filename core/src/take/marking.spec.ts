import { applyChange } from '../lesson/change';
import { standingOf, headwayOf } from '../lesson/stage';
import { aFilmedLesson, aSegment, aLesson, aStep } from '../testing';
import { freeStretch, segmentAt, withBeat } from './marking';
import { nextToMark } from '../schedule/next-to-mark';

describe('marking', () => {
  const lesson = aFilmedLesson({ steps: [aStep('a'), aStep('b', { sidePlan: 'midline' })] });

  it('offers the next piece of planned work, side by side', () => {
    expect(nextToMark(lesson)).toEqual({ kind: 'reps', stepId: 'a', side: 'left' });
    const once = applyChange(lesson, { kind: 'add_segment', segment: aSegment('s', 0, 1000) });
    expect(nextToMark(once)).toEqual({ kind: 'reps', stepId: 'a', side: 'right' });
    const twice = applyChange(once, { kind: 'add_segment', segment: aSegment('u', 2000, 3000, { side: 'right' }) });
    expect(nextToMark(twice)).toEqual({ kind: 'reps', stepId: 'b', side: 'midline' });
    const all = applyChange(twice, {
      kind: 'add_segment',
      segment: aSegment('v', 4000, 5000, { stepId: 'b', side: 'midline' }),
    });
    expect(nextToMark(all)).toEqual({ kind: 'talk', stepId: null, side: null });
  });

  it('fits a new segment between those that are there', () => {
    const segments = [aSegment('s', 1000, 2000), aSegment('u', 3000, 4000)];
    expect(freeStretch(segments, 't', 0, 5000)).toEqual({ startMs: 0, endMs: 1000 });
    expect(freeStretch(segments, 't', 1500, 5000)).toEqual({ startMs: 2000, endMs: 3000 });
    expect(freeStretch(segments, 't', 3500, 3900)).toBeNull();
    // A stretch without length is none, before a segment as after the last.
    expect(freeStretch(segments, 't', 500, 500)).toBeNull();
    expect(freeStretch(segments, 't', 500, 501)).toEqual({ startMs: 500, endMs: 501 });
    expect(freeStretch(segments, 't', 4000, 4000)).toBeNull();
    expect(freeStretch(segments, 'other', 0, 5000)).toEqual({ startMs: 0, endMs: 5000 });
    expect(segmentAt(segments, 't', 1000)!.id).toBe('s');
    expect(segmentAt(segments, 't', 2000)).toBeNull();
  });

  it('takes beats in order, one for a tap', () => {
    const one = aSegment('s', 1000, 5000, { beatsMs: [2000, 4000] });
    expect(withBeat(one, 3000)).toEqual([2000, 3000, 4000]);
    expect(withBeat(one, 2050)).toEqual([2050, 4000]);
    expect(withBeat(one, 9000)).toEqual([2000, 4000]);
  });
});

describe('where a lesson stands', () => {
  it('follows its path and says what comes next', () => {
    expect(standingOf(headwayOf(aLesson()), 0, 0)).toEqual({ stage: 'plan', next: 'Add the first move' });
    expect(standingOf(headwayOf(aLesson({ steps: [aStep('a')] })), 0, 0).next).toBe(
      'Write the words of 1 step, then film',
    );
    const told = aStep('a', { narration: { before: 'Do.', during: '', after: '' } });
    expect(standingOf(headwayOf(aLesson({ steps: [told] })), 0, 0).stage).toBe('film');
    expect(standingOf(headwayOf(aFilmedLesson({ steps: [told] })), 0, 0)).toEqual({
      stage: 'mark',
      next: 'Mark 1 step on the footage',
    });
    expect(standingOf(headwayOf(aFilmedLesson({ steps: [told], segments: [aSegment('s', 0, 5)] })), 0, 0).stage).toBe(
      'share',
    );
    expect(standingOf(headwayOf(aFilmedLesson()), 1, 0).stage).toBe('share');
    expect(standingOf(headwayOf(aFilmedLesson()), 1, 3)).toEqual({ stage: 'learn', next: 'See how 3 viewings went' });
  });
});
