import { f1, pairUp } from './score';

const at = (one: { ms: number; kind: string }): number => one.ms;
const alike = (a: { kind: string }, b: { kind: string }): boolean => a.kind === b.kind;
const of = (...pairs: [number, string][]): { ms: number; kind: string }[] => pairs.map(([ms, kind]) => ({ ms, kind }));

describe('pairing what is true with what was found', () => {
  it('takes each found thing once, the nearest first', () => {
    const score = pairUp(of([1000, 'a'], [2000, 'a']), of([1900, 'a'], [1100, 'a']), at, alike);
    expect(score).toEqual({ truth: 2, found: 2, right: 2 });
    expect(pairUp(of([1000, 'a'], [1200, 'a']), of([1100, 'a']), at, alike).right).toBe(1);
  });

  it('pairs nothing of another kind, and nothing more than five seconds away', () => {
    expect(pairUp(of([1000, 'a']), of([1000, 'b']), at, alike).right).toBe(0);
    expect(pairUp(of([1000, 'a']), of([6000, 'a']), at, alike).right).toBe(1);
    expect(pairUp(of([1000, 'a']), of([6001, 'a']), at, alike).right).toBe(0);
  });

  // Twice the product of precision and recall over their sum (van Rijsbergen 1979; memory): 0.8 and 0.5 give 0.6154.
  it('comes to F1 as it is defined', () => {
    expect(f1({ truth: 8, found: 5, right: 4 })).toBeCloseTo((2 * 0.8 * 0.5) / 1.3, 4);
    expect(f1({ truth: 8, found: 5, right: 4 })).toBeCloseTo(0.6154, 4);
    expect(f1({ truth: 0, found: 0, right: 0 })).toBe(1);
    expect(f1({ truth: 3, found: 0, right: 0 })).toBe(0);
  });
});
