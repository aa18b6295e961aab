import { FRAMES } from './frame';
import type { Mark } from './mark';
import { marksOf } from './marks';
import type { Place } from './place';
import { sizeOf } from './size';
import { CUE_STYLES, PEBBLE } from './styles';
import { textWidth } from './text-width';
import { aCue } from '../testing';

const frame = FRAMES['16:9'];

function drawn(cue: ReturnType<typeof aCue>, style = PEBBLE): { place: Place; marks: Mark[] } {
  const { lines, type, width, height } = sizeOf(cue, style, frame);
  const place: Place = { box: [0.1, 0.2, width, height / frame.height], lines, type };
  return { place, marks: marksOf({ ...cue, ...place }, style, frame) };
}
const texts = (marks: Mark[]) => marks.filter((mark) => mark.is === 'text');

describe('what a cue is drawn as', () => {
  it('a count: its figure, of how many, and a sign for each, filled for those that are done', () => {
    for (const style of CUE_STYLES) {
      const { marks } = drawn(aCue('count', '3', { value: 3, of: 5 }), style);
      expect(texts(marks)[0]!.text).toBe('3');
      if (style.count === 'numeral') expect(texts(marks)[1]!.text).toBe('of 5');
      else {
        const lit = marks.filter((mark) => mark.is === 'path' && [mark.fill, mark.stroke].includes(style.accent));
        const open = marks.filter((mark) => mark.is === 'path' && mark.stroke === style.rest);
        expect([lit.length, open.length]).withContext(style.name).toEqual([3, 2]);
      }
    }
  });

  it('of very many, twenty signs stand for all, and the last is filled at the last only', () => {
    const lit = (value: number): number =>
      drawn(aCue('count', String(value), { value, of: 60 })).marks.filter(
        (mark) => mark.is === 'path' && mark.fill === PEBBLE.accent,
      ).length;
    expect([lit(1), lit(30), lit(59), lit(60)]).toEqual([1, 10, 20, 20]);
  });

  it('a side: the half of the face as in a mirror, beside the words', () => {
    const halves = (side: string): string[] =>
      drawn(aCue('side', 'Your left', { side }))
        .marks.filter((mark) => mark.is === 'path' && mark.fill === PEBBLE.accent)
        .map((mark) => (mark.is === 'path' ? (/ 0 0 0 /.test(mark.d) ? 'left' : 'right') : ''));
    expect(halves('left')).toEqual(['left']);
    expect(halves('right')).toEqual(['right']);
    expect(halves('both')).toEqual(['left', 'right']);
  });

  it('lines of a caption stand in their plate, one under the other', () => {
    const words = 'Slow on the way up, and let the hand float down to where it came from.';
    const { place, marks } = drawn(aCue('caption', words, { side: null }));
    const lines = texts(marks);
    expect(lines.map((line) => line.text).join(' ')).toBe(words);
    const [x, y, width, height] = place.box;
    for (const line of lines) {
      const half = (textWidth(line.text, 'text') * line.size) / 2;
      expect(line.x - half).toBeGreaterThan(x * 1000);
      expect(line.x + half).toBeLessThan((x + width) * 1000);
      expect(line.baseline).toBeGreaterThan(y * frame.height * 1000 + 0.6 * line.size);
      expect(line.baseline).toBeLessThan((y + height) * frame.height * 1000);
    }
    expect(lines[1]!.baseline).toBeGreaterThan(lines[0]!.baseline + lines[0]!.size);
  });
});
