import { withoutPictures } from '../cue/fonts';
import { FRAMES, sharedBy, type Box } from '../cue/frame';
import { brokenInto } from '../cue/lines';
import { path, type Mark } from '../cue/mark';
import { textWidth } from '../cue/text-width';
import { THUMBNAIL_PLACES, type ThumbnailPlace } from '../lesson/thumbnail.schema';
import { GROUND, HONEY, INK } from './card';

/** What video hosts take as a thumbnail, and how wide they show it in a list on a telephone (common practice, from memory). */
export const THUMBNAIL = { width: 1280, height: 720, mostBytes: 2_000_000, inListPx: 168 } as const;

/** Letters of a list are no smaller than this to be read in passing (common practice, no source), px. */
const LEAST_PX = 10;
const LEADING = 1.08;
const HIGH = 1000 * FRAMES['16:9'].height;

/** Where words and their ground are, in thousandths of the picture's width. Hosts lay the length over the lower right corner. */
interface Place {
  /** The ground, its edge bent like a cheek, and the line along that edge. */
  readonly ground: string;
  readonly edge: string;
  readonly words: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** What of the picture it covers, in the unit picture. */
  readonly covers: Box;
}

const PLACES: Readonly<Record<ThumbnailPlace, Place>> = {
  left: {
    ground: `M0 0H330Q400 ${HIGH / 2} 330 ${HIGH}H0Z`,
    edge: `M330 0Q400 ${HIGH / 2} 330 ${HIGH}`,
    words: { x: 32, y: 36, width: 306, height: HIGH - 72 },
    covers: [0, 0, 0.365, 1],
  },
  right: {
    ground: `M1000 0H670Q600 ${HIGH / 2} 670 ${HIGH}H1000Z`,
    edge: `M670 0Q600 ${HIGH / 2} 670 ${HIGH}`,
    words: { x: 668, y: 36, width: 306, height: HIGH - 72 - 70 },
    covers: [0.635, 0, 0.365, 1],
  },
  below: {
    ground: `M0 418Q500 376 1000 418V${HIGH}H0Z`,
    edge: 'M0 418Q500 376 1000 418',
    words: { x: 32, y: 414, width: 800, height: HIGH - 414 - 20 },
    covers: [0, 0.7, 1, 0.3],
  },
};

/** Sizes of type that are tried, the largest first. */
const SIZES = Array.from({ length: 45 }, (_, i) => 124 - 2 * i);

/** What is drawn over the picture of a thumbnail, and whether its words are read where it is small. */
export interface DrawnThumbnail {
  readonly marks: Mark[];
  readonly readable: boolean;
}

/**
 * The words of a thumbnail on their ground, as large as there is room for, as marks over a wide picture.
 *
 * @example drawThumbnail('Tide', 'left').marks.length // 3: the ground, its edge, and one line
 */
export function drawThumbnail(words: string, place: ThumbnailPlace): DrawnThumbnail {
  const shown = withoutPictures(words).trim();
  const { ground, edge, words: room } = PLACES[place];
  if (shown === '') return { marks: [], readable: true };
  const { size, lines } = largest(shown, room);
  const top = room.y + (room.height - lines.length * size * LEADING) / 2;
  const marks: Mark[] = [
    path(ground, { fill: GROUND, opacity: 0.94 }),
    path(edge, { stroke: HONEY, strokeWidth: 9 }),
    ...lines.map((text, i): Mark => ({
      ...{ is: 'text', text, x: room.x, baseline: top + (i + 0.8) * size * LEADING, size },
      ...{ type: 'head', anchor: 'start', fill: INK },
    })),
  ];
  return { marks, readable: (size / 1000) * THUMBNAIL.inListPx >= LEAST_PX };
}

function largest(text: string, { width, height }: Place['words']): { size: number; lines: string[] } {
  const laid = (size: number): { size: number; lines: string[] } => ({
    size,
    lines: brokenInto(text, 'head', width / size),
  });
  const fits = ({ size, lines }: { size: number; lines: string[] }): boolean =>
    lines.length * size * LEADING <= height && lines.every((line) => textWidth(line, 'head') * size <= width);
  const sizes = SIZES.map(laid);
  return sizes.find(fits) ?? sizes[sizes.length - 1]!;
}

/**
 * Where words cover least of what is not to be covered; at the left where nothing is.
 *
 * @param taken boxes in the unit picture: the face, the hands and what they work on.
 * @example clearPlace([[0, 0.1, 0.4, 0.8]]) // 'right'
 */
export function clearPlace(taken: readonly Box[]): ThumbnailPlace {
  const covered = (place: ThumbnailPlace): number =>
    taken.reduce((sum, box) => sum + sharedBy(box, PLACES[place].covers), 0);
  return THUMBNAIL_PLACES.reduce((best, one) => (covered(one) < covered(best) - 1e-6 ? one : best));
}
