import { describeRead, howSure } from './describe';

describe('a dose that was read', () => {
  it('is said in words, with its scope', () => {
    expect(describeRead({ kind: 'hold_s', low: 10, high: 12, scope: 'each_side' })).toBe('hold 10 to 12 s a side');
    expect(describeRead({ kind: 'reps', low: 1, high: 1, scope: 'here' })).toBe('1 time');
    expect(describeRead({ kind: 'swipes', low: 5, high: 5, scope: 'other_side' })).toBe('5 passes, second side');
    expect(describeRead({ kind: 'sets', low: 2, high: 2, scope: 'every_move' })).toBe('2 sets, every move');
    expect(describeRead({ kind: 'remaining_s', low: 8, high: 8, scope: 'here' })).toBe('8 s left');
  });

  it('says how sure it is only where it is not', () => {
    expect([0.95, 0.7, 0.5].map(howSure)).toEqual(['', 'likely', 'a guess']);
  });
});
