import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { LAYOUTS, laidOut } from './layouts';
import { parseLines } from './lines';
import { readMarked } from './marked';

const folder = join(dirname(fileURLToPath(import.meta.url)), 'development');
const source = '[0:00] {s intro - unknown none jaw}Hello. Sit down. I do.\n[0:06] {d reps 6 here}Six times, - softly.';

describe('another layout of a marked narration', () => {
  it('has the same words in blocks, with half of its sentences joined, or without a sign', () => {
    expect(laidOut(source, 'wrapped')).toBe(
      '[0:00.000] {s intro - unknown none jaw}Hello. Sit down. I do. {d reps 6 here}Six times, - softly.\n',
    );
    expect(laidOut(source, 'joined')).toBe(
      '[0:00.000] {s intro - unknown none jaw}Hello and sit down. I do and {d reps 6 here}six times, - softly.\n',
    );
    expect(laidOut(source, 'flat')).toContain('}hello sit down i do {d reps 6 here}six times softly');
    expect(laidOut(source, 'written')).toBe(source);
  });

  it('keeps every word, every mark, and the order of all of them, of the whole set', () => {
    const bare = (text: string): string =>
      parseLines(text)
        .map((line) => line.text)
        .join(' ')
        .toLowerCase()
        .replace(/[^\p{L}\d]+/gu, ' ')
        .trim();
    const marksOf = (text: string): string[] => [...text.matchAll(/\{[^}]*\}/g)].map(([mark]) => mark);
    for (const file of readdirSync(folder)) {
      const text = readFileSync(join(folder, file), 'utf8');
      const words = bare(readMarked(text).text);
      for (const layout of LAYOUTS) {
        const other = laidOut(text, layout);
        expect(marksOf(other)).withContext(`${file}, ${layout}`).toEqual(marksOf(text));
        if (layout !== 'joined')
          expect(bare(readMarked(other).text))
            .withContext(`${file}, ${layout}`)
            .toBe(words);
      }
    }
  });
});
