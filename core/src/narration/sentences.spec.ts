import { readFileSync } from 'node:fs';
import { CLAIMS } from '../caution/wording';
import { CAUTIONS } from './reading';

const linesOf = (file: string): string[] =>
  readFileSync(`core/src/narration/${file}.txt`, 'utf8')
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'));

describe('sentences by themselves, to learn from', () => {
  it('of how work is led over to stand once each, and each ends', () => {
    const lines = linesOf('work-told');
    expect(lines.filter((line, i) => lines.indexOf(line) !== i || !/[.?!]$/.test(line))).toEqual([]);
  });

  for (const [those, harmless, known] of [
    ['cautions/with-cautions', 'cautions/harmless', CAUTIONS],
    ['claims/with-claims-wider', 'claims/harmless-wider', CLAIMS.flatMap((one) => [`${one} mild`, `${one} strong`])],
  ] as const) {
    const said = linesOf(those).map((line) => line.split(' | '));

    it(`in ${those} are of kinds that there are`, () => {
      const kinds = said.flatMap(([of]) => of!.split(', '));
      expect(kinds.filter((kind) => !(known as readonly string[]).includes(kind))).toEqual([]);
      expect(said.filter((parts) => parts.length !== 2)).toEqual([]);
    });

    it(`in ${those} are not among those in ${harmless}, and no line stands twice`, () => {
      const sentences = new Set(said.map(([, sentence]) => sentence));
      expect(linesOf(harmless).filter((sentence) => sentences.has(sentence))).toEqual([]);
      const lines = [...linesOf(those), ...linesOf(harmless)];
      expect(lines.filter((line, i) => lines.indexOf(line) !== i)).toEqual([]);
    });
  }
});
