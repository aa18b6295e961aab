import type { Cue } from './cue';
import type { TypeName } from './text-width';

/** Room of each kind of cue in multiples of the size of its type: around its words, between lines, beside a mark. */
export const ROOM = {
  side: { type: 'head', x: 0.75, y: 0.55, leading: 1.12, mark: 1.35 },
  label: { type: 'head', x: 0.8, y: 0.5, leading: 1.15, mark: 0 },
  swap: { type: 'head', x: 0.95, y: 0.6, leading: 1.12, mark: 1.35 },
  caption: { type: 'text', x: 0.75, y: 0.42, leading: 1.28, mark: 0 },
  /** What is told beside the work: moments of a count, what a move says of itself. */
  note: { type: 'text', x: 0.8, y: 0.55, leading: 1.22, mark: 0 },
  /** A breath: a disc that fills and empties, and its word. */
  breath: { type: 'head', x: 0.7, y: 0.85, leading: 1.12, mark: 2.9 },
} as const satisfies Record<string, Room>;

export interface Room {
  readonly type: TypeName;
  readonly x: number;
  readonly y: number;
  readonly leading: number;
  readonly mark: number;
}

/** What a fingertip on the skin takes, and each arrow beside it; the stroke along a caution. */
export const WAY_ROOM = { tip: 1.7, arrow: 0.95 } as const;
export const EDGE = 0.5;

/** The room of a cue that is no figure. */
export function roomOf({ kind, shows }: Pick<Cue, 'kind' | 'shows'>): Room {
  switch (kind) {
    case 'side':
    case 'label':
    case 'swap':
    case 'caption':
    case 'breath':
      return ROOM[kind];
    case 'pressure':
      return { ...ROOM.note, mark: shows?.is === 'way' ? WAY_ROOM.tip + WAY_ROOM.arrow * shows.arrows.length : 0 };
    case 'caution':
      return { ...ROOM.note, mark: EDGE };
    default:
      return ROOM.note;
  }
}

/** A count's box in multiples of the size of its type, and how wide its words may run in it. */
export const COUNT_ROOM = {
  pebble: { width: 3.3, height: 3.1, words: 1.62 },
  ribbon: { width: 5.2, height: 1.72, words: 1.3 },
  numeral: { width: 1.66, height: 1.52, words: 1.36 },
} as const;
