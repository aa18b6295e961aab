import { diffArrays } from 'diff';
import fc from 'fast-check';
import { AlignError, layBeside, weightsOf, type Pair } from './global';
import { likeness } from './likeness';

const OPEN = 1.2;
const [UNSAID, ADDED, OTHER] = [0.04, 0.03, 0.7];

describe('laying what was said beside what is written', () => {
  it('finds the words, whatever was added and left out', () => {
    const written = 'knuckles into the jaw muscle teeth apart eight slow kneads'.split(' ');
    const said = 'so now we take knuckles into the joe muscle please and eight slow needs'.split(' ');
    const found = layBeside(written, said)
      .filter((pair) => pair.likeness > 0)
      .map((pair) => [written[pair.written], said[pair.said]]);
    expect(found.map(([word]) => word)).toEqual(['knuckles', 'into', 'the', 'muscle', 'eight', 'slow']);
    expect(found.every(([a, b]) => a === b)).toBeTrue();
    expect(layBeside([], said)).toEqual([]);
    expect(layBeside(['jaw'], ['ear'])).toEqual([]);
  });

  it('takes the later of two places that fit alike, and no word twice', () => {
    const pairs = layBeside(['press', 'and', 'hold'], ['press', 'and', 'hold', 'press', 'and', 'hold']);
    expect(pairs.map((pair) => pair.said)).toEqual([3, 4, 5]);
  });

  it('costs as much as the best of all ways there are', () => {
    const word = fc.constantFrom('a', 'b', 'jaw', 'the');
    const words = (most: number): fc.Arbitrary<string[]> => fc.array(word, { minLength: 1, maxLength: most });
    fc.assert(
      fc.property(words(5), words(5), (written, said) => {
        expect(scoreOf(layBeside(written, said), written, said)).toBeCloseTo(bestOf(written, said), 5);
      }),
      { numRuns: 200 },
    );
  });

  it('keeps what a well-known library calls common, where a text was changed in a few places', () => {
    const word = fc.string({ unit: fc.constantFrom('k', 'n', 'e', 'a', 'd'), minLength: 2, maxLength: 3 });
    fc.assert(
      fc.property(
        fc.uniqueArray(word, { minLength: 40, maxLength: 60 }),
        fc.array(fc.nat(39), { maxLength: 3 }),
        (written, places) => {
          const said = written.flatMap((one, at) => (places.includes(at) ? [] : at % 20 === 7 ? [one, 'zzz'] : [one]));
          const common = diffArrays(written, said)
            .filter((part) => !part.added && !part.removed)
            .flatMap((part) => part.value);
          const found = layBeside(written, said).filter((pair) => pair.likeness === 1);
          // The few at the very ends may cost more than they bring.
          expect(found.length).toBeGreaterThanOrEqual(common.length - 4);
          expect(found.length).toBeLessThanOrEqual(common.length);
        },
      ),
      { numRuns: 50 },
    );
  });

  it('refuses what is too long in words', () => {
    const many = Array.from({ length: 20_001 }, () => 'jaw');
    expect(() => layBeside(many, many)).toThrowMatching(
      (error) => error instanceof AlignError && /one take at a time/.test(error.message),
    );
  });
});

/** What a way of laying two texts beside each other costs, from its pairs alone: by the rules, and not by the method. */
function scoreOf(pairs: readonly Pair[], written: readonly string[], said: readonly string[]): number {
  const weights = weightsOf(written);
  let score = 0;
  pairs.forEach((pair, at) => {
    const like = likeness(written[pair.written]!, said[pair.said]!);
    score += like > 0 ? weights[pair.written]! * like : -OTHER;
    const before = pairs[at - 1];
    if (before) score -= gap(pair.written - before.written - 1, UNSAID) + gap(pair.said - before.said - 1, ADDED);
  });
  // At the ends one of the two may stand out for nothing.
  const [first] = pairs;
  if (first && first.written > 0 && first.said > 0)
    score -= Math.min(gap(first.written, UNSAID), gap(first.said, ADDED));
  const last = pairs[pairs.length - 1];
  if (last) {
    const [a, b] = [written.length - 1 - last.written, said.length - 1 - last.said];
    if (a > 0 && b > 0) score -= Math.min(gap(a, UNSAID), gap(b, ADDED));
  }
  return score;
}

const gap = (length: number, further: number): number => (length === 0 ? 0 : OPEN + (length - 1) * further);

/** The best of all ways to lay two short texts beside each other, by trying them all. */
function bestOf(written: readonly string[], said: readonly string[]): number {
  let best = 0;
  const ways = (pairs: Pair[], i: number, j: number): void => {
    best = Math.max(best, scoreOf(pairs, written, said));
    for (let a = i; a < written.length; a++)
      for (let b = j; b < said.length; b++) ways([...pairs, { written: a, said: b, likeness: 0 }], a + 1, b + 1);
  };
  ways([], 0, 0);
  return best;
}
