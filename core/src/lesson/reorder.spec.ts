import { aLesson, aStep, seeded } from '../testing';
import { applyChange } from './change';
import type { Lesson } from './lesson.schema';
import { movedBetween, reorder, shifted } from './reorder';

describe('the steps that move', () => {
  it('are as few as can be', () => {
    expect([...movedBetween(['a', 'b', 'c', 'd'], ['b', 'c', 'd', 'a'])]).toEqual(['a']);
    expect([...movedBetween(['a', 'b', 'c'], ['a', 'b', 'c'])]).toEqual([]);
    expect(movedBetween(['a', 'b', 'c', 'd'], ['d', 'c', 'b', 'a']).size).toBe(3);
  });
});

describe('another order', () => {
  it('is reached by placing those that move, whatever the order', () => {
    const next = seeded(5);
    for (let round = 0; round < 40; round++) {
      const ids = Array.from({ length: 1 + (round % 9) }, (_, i) => `s${i}`);
      const after = [...ids].sort(() => next() - 0.5);
      const lesson = aLesson({ steps: ids.map((id) => aStep(id)) });
      const changes = reorder(ids, after);
      const there = changes.reduce<Lesson>((state, one) => applyChange(state, one), lesson);
      expect(there.steps.map((step) => step.id)).toEqual(after);
      expect(changes.length).toBe(movedBetween(ids, after).size);
    }
  });

  it('one place earlier or later keeps what is at the end there, and those chosen in their order', () => {
    const of = (chosen: string, by: 1 | -1): string => shifted([...'abcde'], new Set(chosen), by).join('');
    expect([of('c', -1), of('c', 1)]).toEqual(['acbde', 'abdce']);
    expect([of('bc', -1), of('bc', 1)]).toEqual(['bcade', 'adbce']);
    expect([of('ab', -1), of('de', 1)]).toEqual(['abcde', 'abcde']);
    expect([of('ac', -1), of('ce', 1)]).toEqual(['acbde', 'abdce']);
  });
});
