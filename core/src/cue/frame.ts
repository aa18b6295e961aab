/** A box in the unit picture: x and width as shares of the picture's width, y and height of its height. */
export type Box = readonly [x: number, y: number, width: number, height: number];

export type FrameName = '16:9' | '9:16' | '1:1' | 'page';

/** The shape of a picture, and where in it cues may stand. */
export interface Frame {
  readonly name: FrameName;
  /** Height as a multiple of the width. */
  readonly height: number;
  /** Where cues may stand. */
  readonly safe: Box;
  /** Where the film plays; the whole picture but on the upright page, which has the cues under it. */
  readonly film: Box;
  /** How much of the film's width the frame shows around its middle: an upright or square one is cut out of a wide one. */
  readonly shows: number;
  /** Sizes of type as a multiple of what they are in a wide picture. */
  readonly type: number;
  /** How wide something at a side may be, as a share of the width. */
  readonly column: number;
  /** How wide a caption may be. */
  readonly caption: number;
}

/** An upright telephone is so wide, and nobody reads smaller type on it at arm's length (common practice, no source), px. */
export const TELEPHONE = { widthPx: 390, leastPx: 12 } as const;

/** EBU R 95 (from memory): graphics keep to 90 % of a 16:9 picture. */
const SAFE_16_9: Box = [0.05, 0.05, 0.9, 0.9];
const WHOLE: Box = [0, 0, 1, 1];
const WIDE = 9 / 16;

/**
 * The shapes that there are. In an upright film the lowest seventh and a margin above are left to the buttons that
 * players lay over it (common practice, no source). `page` is the viewers' page on an upright screen: the wide film at
 * the top, the cues beneath it.
 */
export const FRAMES: Readonly<Record<FrameName, Frame>> = {
  '16:9': { name: '16:9', height: WIDE, safe: SAFE_16_9, film: WHOLE, shows: 1, type: 1, column: 0.34, caption: 0.72 },
  '9:16': {
    name: '9:16',
    height: 16 / 9,
    safe: [0.06, 0.08, 0.88, 0.78],
    film: WHOLE,
    shows: WIDE * WIDE,
    type: 1.9,
    column: 0.6,
    caption: 0.88,
  },
  '1:1': { name: '1:1', height: 1, safe: SAFE_16_9, film: WHOLE, shows: WIDE, type: 1.45, column: 0.42, caption: 0.9 },
  page: {
    name: 'page',
    height: 4 / 3,
    safe: [0.04, 0.445, 0.92, 0.54],
    film: [0, 0, 1, (WIDE * 3) / 4],
    shows: 1,
    type: 2.05,
    column: 0.54,
    caption: 0.92,
  },
};

/** A box whose shares are whole parts of so many. @example roundedBox([1 / 3, 0, 0.5, 0.5], 1000) // [0.333, 0, 0.5, 0.5] */
export function roundedBox([x, y, width, height]: Box, parts: number): Box {
  const share = (exact: number): number => Math.round(exact * parts) / parts;
  return [share(x), share(y), share(width), share(height)];
}

/** How much of box `a` lies in box `b`, as a share of `a`. @example sharedBy([0, 0, 1, 1], [0.5, 0, 1, 1]) // 0.5 */
export function sharedBy(a: Box, b: Box): number {
  const width = Math.min(a[0] + a[2], b[0] + b[2]) - Math.max(a[0], b[0]);
  const height = Math.min(a[1] + a[3], b[1] + b[3]) - Math.max(a[1], b[1]);
  return width > 1e-9 && height > 1e-9 ? (width * height) / (a[2] * a[3]) : 0;
}
