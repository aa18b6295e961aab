import { findLessons, sortLessons } from './find-lessons';

const lesson = (title: string, change: object = {}) => ({
  ...{ title, concern: '', moves: [] as string[], stage: 'plan' as const, serious: 0 },
  ...{ updatedAt: new Date(0), plannedMs: 0, filmedMs: 0 },
  ...change,
});
const titles = (list: readonly { title: string }[]): string[] => list.map((one) => one.title);

describe('finding a lesson', () => {
  const all = [
    lesson('Cold morning eyes', { concern: 'puffy lids', moves: ['Drizzle', 'Café press'] }),
    lesson('Before the early bulletin', { moves: ['Slipway'] }),
    lesson('Reading aloud'),
  ];

  it('looks at title, concern and moves, from the beginning of words', () => {
    expect(titles(findLessons(all, 'slip'))).toEqual(['Before the early bulletin']);
    expect(titles(findLessons(all, 'EARLY b'))).toEqual(['Before the early bulletin']);
    expect(titles(findLessons(all, 'lids'))).toEqual(['Cold morning eyes']);
    expect(titles(findLessons(all, 'ids'))).toEqual([]);
    expect(titles(findLessons(all, 'cafe'))).toEqual(['Cold morning eyes']);
    expect(titles(findLessons(all, 'eyes bulletin'))).toEqual([]);
  });

  it('with nothing to look for finds everything', () => {
    for (const nothing of ['', '  ', '"!']) expect(findLessons(all, nothing).length).toBe(3);
  });
});

describe('the order of the desk', () => {
  const all = [
    lesson('B2', { updatedAt: new Date(3), plannedMs: 60_000, stage: 'plan' }),
    lesson('B10', { updatedAt: new Date(2), plannedMs: 10_000, filmedMs: 90_000, stage: 'learn' }),
    lesson('A', { updatedAt: new Date(1), plannedMs: 70_000, stage: 'mark' }),
    lesson('Hurts', { serious: 1 }),
  ];

  it('is by change, name or length, and serious remarks first in each', () => {
    expect(titles(sortLessons(all, 'changed'))).toEqual(['Hurts', 'B2', 'B10', 'A']);
    expect(titles(sortLessons(all, 'name'))).toEqual(['Hurts', 'A', 'B2', 'B10']);
    expect(titles(sortLessons(all, 'length'))).toEqual(['Hurts', 'B10', 'A', 'B2']);
  });
});
