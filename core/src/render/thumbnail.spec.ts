import fc from 'fast-check';
import type { Mark } from '../cue/mark';
import { textWidth } from '../cue/text-width';
import { THUMBNAIL_PLACES } from '../lesson/thumbnail.schema';
import { clearPlace, drawThumbnail } from './thumbnail';

const lettersOf = (words: string, place: (typeof THUMBNAIL_PLACES)[number]) =>
  drawThumbnail(words, place).marks.filter((mark): mark is Mark & { is: 'text' } => mark.is === 'text');

describe('the words of a thumbnail', () => {
  it('stand inside the picture, and never where hosts lay the length over it', () => {
    const word = fc.stringMatching(/^[a-z]{1,9}$/);
    const words = fc.array(word, { minLength: 1, maxLength: 7 }).map((all) => all.join(' '));
    fc.assert(
      fc.property(words, fc.constantFrom(...THUMBNAIL_PLACES), (text, place) => {
        for (const { text: line, x, baseline, size } of lettersOf(text, place)) {
          const right = x + textWidth(line, 'head') * size;
          expect(x).toBeGreaterThanOrEqual(30);
          expect(right).toBeLessThanOrEqual(975);
          expect(baseline - size * 0.8).toBeGreaterThanOrEqual(0);
          expect(baseline + size * 0.25).toBeLessThanOrEqual(562.5);
          // The lower right corner: an eighth of the width, an eighth of the height (common practice, no source).
          expect(right > 875 && baseline > 0.875 * 562.5).toBe(false);
        }
      }),
    );
  });

  it('are as large as there is room for, and say when nobody can read them in a list', () => {
    const [short] = lettersOf('Tide', 'left');
    const [long] = lettersOf('Before the early bulletin', 'left');
    expect(short!.size).toBeGreaterThan(long!.size);
    expect(drawThumbnail('Before the early bulletin', 'left').readable).toBe(true);
    expect(drawThumbnail('Everything that I know about what a jaw does all day long', 'below').readable).toBe(false);
  });

  it('leave pictures in words out, and draw nothing without words', () => {
    expect(lettersOf('Tide 🌊', 'left').map((one) => one.text)).toEqual(['Tide']);
    expect(drawThumbnail(' 🌊 ', 'left').marks).toEqual([]);
  });

  it('keep clear of the face', () => {
    expect(clearPlace([[0.05, 0.1, 0.4, 0.8]])).toBe('right');
    expect(clearPlace([[0.55, 0.1, 0.4, 0.8]])).toBe('left');
    // Hands at both sides, nothing below.
    expect(
      clearPlace([
        [0.1, 0.1, 0.25, 0.4],
        [0.65, 0.1, 0.25, 0.4],
      ]),
    ).toBe('below');
    expect(clearPlace([])).toBe('left');
  });
});
