import fc from 'fast-check';
import levenshtein from 'fast-levenshtein';
import { editDistance } from './edit-distance';

describe('the distance between two words', () => {
  it('is the published one', () => {
    // Levenshtein 1966; the pair is the one of standard textbooks.
    expect(editDistance('kitten', 'sitting')).toBe(3);
    expect([editDistance('', 'jaw'), editDistance('jaw', ''), editDistance('jaw', 'jaw')]).toEqual([3, 3, 0]);
  });

  it('is that of a well-known library, and is cut off where more is asked for', () => {
    const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'é'), maxLength: 12 });
    fc.assert(
      fc.property(word, word, fc.nat(8), (a, b, most) => {
        const distance = levenshtein.get(a, b);
        expect(editDistance(a, b)).toBe(distance);
        expect(editDistance(a, b, most)).toBe(Math.min(distance, most + 1));
      }),
    );
  });
});
