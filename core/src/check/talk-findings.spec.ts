import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import { talkFindings } from './talk-findings';

const lesson = (change: Partial<Lesson> = {}): Lesson =>
  aFilmedLesson(
    {
      steps: [aStep('a', { dose: reps(3, 2000) }), aStep('b', { dose: reps(3, 2000) })],
      segments: [aSegment('s', 10_000, 16_000), aSegment('u', 30_000, 36_000, { stepId: 'b' })],
      ...change,
    },
    50_000,
  );

describe('talk that nobody has marked', () => {
  it('is told of where somebody talks for a while, and can be marked', () => {
    const heard = () =>
      [
        [1000, 4000],
        [20_000, 22_000],
        [24_000, 28_500],
        [40_000, 42_999],
      ] as const;
    const found = talkFindings(lesson(), heard);
    expect(found.map((one) => one.message)).toEqual([
      'Before Slipway somebody talks for 3 s, and it is not marked.',
      'Before Slipway somebody talks for 7 s, and it is not marked.',
    ]);
    let marked = lesson();
    for (const one of found) marked = applyChange(marked, one.repairs[0]!.change!);
    expect(talkFindings(marked, heard)).toEqual([]);
    expect(
      marked.segments.filter((one) => one.kind === 'teach').map((one) => [one.stepId, one.startMs, one.endMs]),
    ).toEqual([
      ['a', 1000, 4000],
      ['b', 20_000, 28_500],
    ]);
  });

  it('is the opening before everything, where there is one, and the closing after it', () => {
    const heard = () =>
      [
        [1000, 5000],
        [40_000, 45_000],
      ] as const;
    const kinds = (one: Lesson) =>
      talkFindings(one, heard).map(({ repairs }) => (repairs[0]!.change as { segment: { kind: string } }).segment.kind);
    expect(kinds(lesson({ opening: 'Good morning.' }))).toEqual(['intro', 'outro']);
    expect(kinds(lesson())).toEqual(['teach', 'outro']);
  });

  it('is not looked for where nobody listened, nothing is marked, or it does not play', () => {
    const heard = () => [[1000, 9000]] as const;
    expect(talkFindings(lesson())).toEqual([]);
    expect(talkFindings(lesson(), () => null)).toEqual([]);
    expect(talkFindings(lesson({ segments: [] }), heard)).toEqual([]);
    const later = lesson({ assembly: [{ id: 'p', takeId: 't', fromMs: 9500, toMs: 50_000 }] });
    expect(talkFindings(later, heard)).toEqual([]);
  });
});
