import type { CueStyle } from '../lesson/cue-style.schema';
import type { Lesson } from '../lesson/lesson.schema';

const COLOURS = {
  plate: '#2b2330',
  plateOpacity: 0.94,
  ink: '#ffffff',
  soft: '#e9dfe6',
  rest: '#8d8292',
  accent: '#f2b84b',
  accentInk: '#2b2330',
} as const;
const TYPES = { side: 0.026, swap: 0.03, label: 0.021, caption: 0.027 } as const;

/** A worn stone with a pip for each repetition. */
export const PEBBLE: CueStyle = {
  ...{ name: 'Pebble', count: 'pebble', scale: 1, ...COLOURS, corner: 1, fadeMs: 160 },
  types: { ...TYPES, count: 0.058 },
};
/** A piece of the ribbon whose stitches fill. */
const RIBBON: CueStyle = {
  ...{ name: 'Ribbon', count: 'ribbon', scale: 1, ...COLOURS, corner: 0.55, fadeMs: 160 },
  types: { ...TYPES, count: 0.05 },
};
/** A large figure on a plate, for small and for far screens. */
const NUMERAL: CueStyle = {
  ...{ name: 'Numeral', count: 'numeral', scale: 1, ...COLOURS, corner: 0.3, fadeMs: 0 },
  types: { ...TYPES, count: 0.115, side: 0.03, swap: 0.034 },
};

/** The styles that come with the program; the first is the usual one. */
export const CUE_STYLES: readonly CueStyle[] = [PEBBLE, RIBBON, NUMERAL];

/** How the cues of a lesson look. @example cueStyleOf({ cueStyle: null }).name // 'Pebble' */
export function cueStyleOf({ cueStyle }: Pick<Lesson, 'cueStyle'>): CueStyle {
  return cueStyle ?? PEBBLE;
}
