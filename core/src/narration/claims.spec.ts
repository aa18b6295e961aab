import { readFileSync } from 'node:fs';
import { WORDINGS } from '../caution/wording';
import { readWords } from './read';

/** The sentences of a file, half by half: patterns were made with the first half in view, the second is only scored. */
const halves = (file: string): [string[], string[]] => {
  const lines = readFileSync(`core/src/narration/claims/${file}.txt`, 'utf8')
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'));
  return [lines.filter((_, at) => at % 2 === 0), lines.filter((_, at) => at % 2 === 1)];
};
const strong = (words: string): string[] =>
  readWords(words)
    .claims.filter((one) => one.strength === 'strong')
    .map((one) => one.about);

// The classes are common practice, no source; every sentence is invented.
describe('claims in plain and in other words', () => {
  const claims = halves('with-claims');
  const harmless = halves('harmless');

  it('are sixty, and sixty sentences that claim nothing', () => {
    expect(claims.flat().length).toBe(60);
    expect(harmless.flat().length).toBe(60);
  });

  for (const [half, name] of [
    [0, 'seen'],
    [1, 'unseen'],
  ] as const) {
    it(`are found in at least 0.85 of the ${name} half`, () => {
      const missed = claims[half].filter((line) => strong(line.split(' | ')[1]!).length === 0);
      expect(1 - missed.length / claims[half].length)
        .withContext(missed.join('\n'))
        .toBeGreaterThanOrEqual(0.85);
    });

    it(`are found in at most one of thirty harmless sentences, ${name} half`, () => {
      const marked = harmless[half].filter((line) => strong(line).length > 0);
      expect(marked.length).withContext(marked.join('\n')).toBeLessThanOrEqual(1);
    });
  }

  it('have careful words that claim nothing themselves', () => {
    for (const { careful } of WORDINGS)
      for (const words of careful)
        // That muscles are trained is no promise of looks.
        expect(strong(`It ${words}.`).filter((about) => about !== 'muscle'))
          .withContext(words)
          .toEqual([]);
  });
});
