import type { CueStyle } from '../lesson/cue-style.schema';
import type { Ground } from './light-under';

/** Least contrast of words and of shapes (WCAG 2.2, 1.4.3 and 1.4.11). */
export const LEAST = { words: 4.5, shapes: 3 } as const;

/** Red, green and blue, 0 to 255. */
type Colour = readonly [red: number, green: number, blue: number];

function colourOf(hex: string): Colour {
  return [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)) as unknown as Colour;
}

/** Relative luminance, 0 to 1 (WCAG 2.2). */
function luminanceOf(colour: Colour): number {
  const [red, green, blue] = colour.map((value) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}

/**
 * How much lighter one colour is than another, 1 to 21 (WCAG 2.2, contrast ratio).
 *
 * @example contrastOf('#767676', '#ffffff') // 4.54
 */
export function contrastOf(a: string, b: string): number {
  const [dark, light] = [luminanceOf(colourOf(a)), luminanceOf(colourOf(b))].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
}

/**
 * What is seen of a plate that lets something through.
 *
 * @param opacity 0 to 1.
 * @example laidOver('#000000', 0.5, '#ffffff') // '#808080'
 */
export function laidOver(plate: string, opacity: number, ground: string): string {
  const [over, under] = [colourOf(plate), colourOf(ground)];
  const mixed = over.map((value, i) => Math.round(opacity * value + (1 - opacity) * under[i]!));
  return `#${mixed.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
}

/** The colours of a style that have to be told apart, what they are of, and what they are seen on. */
const PAIRS = [
  { of: 'ink', on: 'plate', is: 'words' },
  { of: 'soft', on: 'plate', is: 'words' },
  { of: 'accentInk', on: 'accent', is: 'words' },
  { of: 'accent', on: 'plate', is: 'shapes' },
  { of: 'rest', on: 'plate', is: 'shapes' },
] as const;
export type Told = (typeof PAIRS)[number]['of'];

/**
 * Colours of a style that nobody tells from what they are seen on, even where nothing shines through.
 *
 * @param least contrast of words and of shapes.
 * @example tooClose({ ...PEBBLE, ink: '#8d8292' }, LEAST) // [{ of: 'ink', ratio: 3.9, least: 4.5 }]
 */
export function tooClose(
  style: CueStyle,
  least: Readonly<Record<keyof typeof LEAST, number>>,
): { of: Told; ratio: number; least: number }[] {
  return PAIRS.map(({ of, on, is }) => ({ of, ratio: contrastOf(style[of], style[on]), least: least[is] })).filter(
    (pair) => pair.ratio < pair.least,
  );
}

/** Plates are tried so much denser. */
const DENSER = 0.02;

/**
 * How dense the plate of a style has to be for everything on it to be read over a ground: as the style has it, or denser.
 * Where even a whole plate is not enough, the colours are not: 1.
 *
 * @example plateFor({ ...PEBBLE, plateOpacity: 0.5 }, [0, 40]) // 0.5: over the dark it is dark enough
 */
export function plateFor(style: CueStyle, ground: Ground): number {
  for (let opacity = style.plateOpacity; opacity < 1; opacity = Math.round((opacity + DENSER) * 100) / 100)
    if (isRead(style, opacity, ground)) return opacity;
  return 1;
}

function isRead(style: CueStyle, opacity: number, ground: Ground): boolean {
  const [dark, light] = ground.map((value) => laidOver(style.plate, opacity, grey(value))) as [string, string];
  const worst = (colour: string): number => {
    const own = luminanceOf(colourOf(colour));
    // Between the two there is a ground on which it cannot be seen at all.
    if (own >= luminanceOf(colourOf(dark)) && own <= luminanceOf(colourOf(light))) return 1;
    return Math.min(contrastOf(colour, dark), contrastOf(colour, light));
  };
  return PAIRS.every(({ of, on, is }) => on !== 'plate' || worst(style[of]) >= LEAST[is]);
}

function grey(value: number): string {
  return `#${Math.round(value).toString(16).padStart(2, '0').repeat(3)}`;
}
