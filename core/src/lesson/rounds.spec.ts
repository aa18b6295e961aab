import { roundsOf } from './rounds';

const of = (steps: string): string[] =>
  roundsOf([...steps].map((one) => (one === '-' ? null : one))).map(
    ({ from, length, count }) => `${from} ${length}×${count}`,
  );

describe('rounds', () => {
  it('are runs of two steps or more that come again in the same order', () => {
    expect(of('abab')).toEqual(['0 2×2']);
    expect(of('xabcabcabcy')).toEqual(['1 3×3']);
    expect(of('ababcdcd')).toEqual(['0 2×2', '4 2×2']);
    expect(of('abababab')).toEqual(['0 2×4']);
  });

  it('are not one move again, nor a run that comes again in another order or later', () => {
    expect(of('aaaa')).toEqual([]);
    expect(of('abba')).toEqual([]);
    expect(of('abcab')).toEqual([]);
    expect(of('a-a-')).toEqual([]);
    expect(of('')).toEqual([]);
  });
});
