import fc from 'fast-check';
import { HEAT, howLikely, likeliest, type Learned, type Seen } from './likeliest';
import { learned, type Example } from './train-likeliest';

type Letter = 'a' | 'b' | 'c';
const VALUES: readonly Letter[] = ['a', 'b', 'c'];
const names = fc.uniqueArray(fc.constantFrom('named', 'hinted', 'first'), { maxLength: 3 });
const seen = fc.record({
  of: fc.tuple(names, names, names),
  place: fc.uniqueArray(fc.constantFrom('short', 'late'), { maxLength: 2 }),
});
const weight = fc.double({ min: -3, max: 3, noNaN: true });
const weights = fc.record({
  shared: fc.record({ named: weight, hinted: weight, first: weight }),
  own: fc.record({ short: fc.record({ a: weight, c: weight }), late: fc.record({ b: weight }) }),
});

describe('the likeliest of several values', () => {
  it('is the one that most speaks for, as sure as its share of all', () => {
    fc.assert(
      fc.property(seen, weights, (one, { shared, own }) => {
        const odds = VALUES.map((value, i) => {
          const ofValue = one.of[i]!.reduce((sum, name) => sum + shared[name as 'named'], 0);
          return one.place.reduce((sum, name) => sum + ((own as Learned['own'])[name]![value] ?? 0), ofValue);
        });
        const all = odds.reduce((sum, each) => sum + Math.exp(each / HEAT), 0);
        const found = likeliest({ values: VALUES, ...one }, { shared, own });
        expect(odds[VALUES.indexOf(found.value)]!).toBeCloseTo(Math.max(...odds), 9);
        expect(found.sure).toBeCloseTo(Math.exp(Math.max(...odds) / HEAT) / all, 9);
        const each = VALUES.map((value) => howLikely(value, { values: VALUES, ...one }, { shared, own }));
        expect(each.reduce((sum, share) => sum + share)).toBeCloseTo(1, 9);
        expect(each[VALUES.indexOf(found.value)]).toBe(found.sure);
      }),
    );
  });

  it('is learned from examples: what is always so of the right one speaks for it, what says nothing does not', () => {
    const example = (truth: Letter, place: string): Example<Letter> => ({
      seen: {
        values: VALUES,
        of: VALUES.map((value) => (value === truth ? ['right', 'any'] : ['any'])),
        place: [place],
      },
      truth,
      counts: 1,
    });
    const weights = learned([example('a', 'x'), example('b', 'y'), example('c', 'x')], 1e-3, () => true);
    expect(weights.shared['right']).toBeGreaterThan(1);
    expect(weights.shared['any']).toBeUndefined();
  });

  it('is learned of the place too, where that is all there is; and of what is known alone', () => {
    const bare = (truth: Letter, place: string): Example<Letter> => ({
      seen: { values: VALUES, of: [[], [], []], place: [place] },
      truth,
      counts: 1,
    });
    const examples = [bare('a', 'x'), bare('a', 'x'), bare('b', 'y')];
    const at = (place: string): Seen<Letter> => ({ values: VALUES, of: [[], [], []], place: [place] });
    const weights = learned(examples, 1e-3, () => true);
    expect([likeliest(at('x'), weights).value, likeliest(at('y'), weights).value]).toEqual(['a', 'b']);
    expect(learned(examples, 1e-3, (place) => place === 'x').own['y']).toBeUndefined();
  });

  it('is learned the same way every time', () => {
    const example: Example<Letter> = {
      seen: { values: VALUES, of: [['named'], [], ['hinted']], place: ['short'] },
      truth: 'c',
      counts: 2,
    };
    expect(learned([example], 1e-3, () => true)).toEqual(learned([example], 1e-3, () => true));
  });
});
