import type { Frame } from '../cue/frame';
import { withoutPictures } from '../cue/fonts';
import { brokenInto } from '../cue/lines';
import type { Mark } from '../cue/mark';
import type { TypeName } from '../cue/text-width';
import type { FilmCard } from './film.schema';
import { codeOf } from './code';

export const GROUND = '#2b2330';
export const INK = '#fbf7f2';
export const HONEY = '#f2b84b';

/** Sizes of type in thousandths of a wide picture's width: on a television, 2 m away and more, 1/25 of the height and up. */
const TYPES = { title: 64, first: 40, second: 30 } as const;
const LEADING = 1.22;
/** Width of the code: of a wide picture, and of an upright one. */
const CODE = { wide: 270, upright: 600 } as const;

/**
 * What the opening or closing card of a film shows: lines of text in the middle, and where there is a link, a code beside
 * or above them. As marks, as cues are, so that a browser and a film draw it alike.
 *
 * @example cardMarks({ title: 'Tide', lines: ['5 moves'], link: '' }, FRAMES['16:9']).length // 4
 */
export function cardMarks({ title, lines, link }: FilmCard, { height, type }: Pick<Frame, 'height' | 'type'>): Mark[] {
  const high = 1000 * height;
  const upright = height > 1;
  const size = link === '' ? 0 : upright ? CODE.upright : CODE.wide;
  const beside = size > 0 && !upright;
  // Words stand in the middle of what the code leaves.
  const gap = 60;
  const column = beside ? 1000 - 2 * 70 - size - gap : 860;
  const x = beside ? 70 + size + gap : 500;
  const texts = [
    ...(title ? set(title, 'head', TYPES.title * type, column) : []),
    ...lines.flatMap((line, i) => set(line, title || i > 0 ? 'text' : 'head', sizeAt(i, title) * type, column)),
  ];
  const runs = texts.reduce((sum, text) => sum + text.size * LEADING, 0);
  const bar = title ? 26 * type : 0;
  const code = upright && size > 0 ? size + gap : 0;
  let y = (high - runs - bar - code) / 2 + code;
  const marks: Mark[] = [rect(0, 0, 1000, high, GROUND)];
  if (size > 0)
    marks.push(...codeMarks(link, beside ? 70 : (1000 - size) / 2, beside ? (high - size) / 2 : y - code, size));
  texts.forEach(({ text, face, size }, i) => {
    y += size * LEADING;
    marks.push({
      is: 'text',
      text,
      x,
      baseline: y - size * 0.3,
      size,
      type: face,
      anchor: beside ? 'start' : 'middle',
      fill: INK,
    });
    const next = texts[i + 1];
    if (bar > 0 && face === 'head' && next?.face !== 'head') {
      marks.push(rect(beside ? x : x - 60, y + bar * 0.25, 120, 6, HONEY));
      y += bar;
    }
  });
  return marks;
}

function sizeAt(line: number, title: string): number {
  return line === 0 && !title ? TYPES.first : TYPES.second;
}

function set(
  text: string,
  face: TypeName,
  size: number,
  column: number,
): { text: string; face: TypeName; size: number }[] {
  const shown = withoutPictures(text).trim();
  if (shown === '') return [];
  return brokenInto(shown, face, column / size).map((line) => ({ text: line, face, size }));
}

/** A code on a light plate with its quiet zone; runs of dark modules as one path. */
function codeMarks(link: string, left: number, top: number, size: number): Mark[] {
  const { across, runs } = codeOf(link);
  const module = size / across;
  const parts = runs.map(([x, y, length]) => rectPath(left + x * module, top + y * module, length * module, module));
  return [rect(left, top, size, size, '#ffffff'), filled(parts.join(''), '#000000')];
}

function rect(x: number, y: number, width: number, height: number, fill: string): Mark {
  return filled(rectPath(x, y, width, height), fill);
}

function rectPath(x: number, y: number, width: number, height: number): string {
  const n = (value: number): string => String(Math.round(value * 1000) / 1000);
  return `M${n(x)} ${n(y)}H${n(x + width)}V${n(y + height)}H${n(x)}Z`;
}

function filled(d: string, fill: string): Mark {
  return { is: 'path', d, fill, stroke: null, strokeWidth: 0, opacity: 1 };
}
