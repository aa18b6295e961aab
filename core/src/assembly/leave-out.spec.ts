import { applyChange, inverseOf } from '../lesson/change';
import { aFilmedLesson } from '../testing';
import { leaveOut } from './leave-out';

describe('leaving stretches of a take out', () => {
  const ids = (): (() => string) => {
    let next = 0;
    return () => `new-${next++}`;
  };
  const lesson = aFilmedLesson({
    assembly: [
      { id: 'p', takeId: 't', fromMs: 0, toMs: 30_000 },
      { id: 'again', takeId: 't', fromMs: 8000, toMs: 12_000 },
    ],
  });

  it('takes them out wherever they play, and is taken back', () => {
    const change = leaveOut(lesson, 't', [[4000, 9000]], ids())!;
    const after = applyChange(lesson, change);
    expect(after.assembly.map(({ fromMs, toMs }) => [fromMs, toMs])).toEqual([
      [0, 4000],
      [9000, 30_000],
      [9000, 12_000],
    ]);
    expect(new Set(after.assembly.map((piece) => piece.id)).size).toBe(3);
    expect(applyChange(after, inverseOf(lesson, change))).toEqual(lesson);
  });

  it('changes nothing where nothing of them plays', () => {
    expect(leaveOut(lesson, 'other', [[0, 9000]], ids())).toBeNull();
    expect(leaveOut(lesson, 't', [[40_000, 50_000]], ids())).toBeNull();
  });
});
