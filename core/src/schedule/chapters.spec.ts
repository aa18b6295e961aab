import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aMove, aSegment } from '../testing';
import type { Lesson } from '../lesson/lesson.schema';
import { stepOf } from '../lesson/lesson.schema';
import { chaptersOf } from './chapters';

/** Work of steps at seconds of the take: `[step, from, to]`. */
function chapters(durationMs: number, ...work: [string, number, number][]) {
  const names = [...new Set(work.map(([id]) => id))];
  const lesson: Lesson = aFilmedLesson(
    {
      title: 'Tide',
      steps: names.map((id) => stepOf(id, aMove({ name: `Move ${id}`, sidePlan: 'left_only' }), {})),
      segments: work.map(([stepId, from, to], i) =>
        aSegment(`s${i}`, (from * 1000) as never, (to * 1000) as never, { stepId }),
      ),
    },
    durationMs,
  );
  return chaptersOf(lesson, timelineOf(lesson)!).map(({ startMs, endMs, title }) => [
    startMs / 1000,
    endMs / 1000,
    title,
  ]);
}

describe('chapters', () => {
  // Video hosts: the first at 0:00, each 10 s or longer (common practice, no source).
  it('run from move to move, the first from the beginning, without a gap', () => {
    expect(chapters(60_000, ['a', 12, 25], ['b', 30, 50])).toEqual([
      [0, 12, 'Tide'],
      [12, 30, 'Move a'],
      [30, 60, 'Move b'],
    ]);
  });

  it('begin with the first move when it comes at once', () => {
    expect(chapters(60_000, ['a', 4, 25], ['b', 30, 50])[0]).toEqual([0, 30, 'Move a']);
  });

  it('that would be too short go with the one before', () => {
    expect(chapters(60_000, ['a', 0, 20], ['b', 21, 24], ['c', 25, 50])).toEqual([
      [0, 21, 'Move a'],
      [21, 60, 'Move b, Move c'],
    ]);
    expect(chapters(60_000, ['a', 0, 20], ['b', 30, 50], ['c', 52, 58])).toEqual([
      [0, 30, 'Move a'],
      [30, 60, 'Move b, Move c'],
    ]);
  });

  it('of a lesson without moves are one', () => {
    expect(chaptersOf({ title: 'Tide', steps: [] }, { passages: [], durationMs: 60_000 })).toEqual([
      { startMs: 0 as never, endMs: 60_000 as never, title: 'Tide' },
    ]);
  });
});
