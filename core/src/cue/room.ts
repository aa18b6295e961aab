import type { TypeName } from './text-width';

/** Room of each kind of cue in multiples of the size of its type: around its words, between lines, beside a mark. */
export const ROOM = {
  side: { type: 'head', x: 0.75, y: 0.55, leading: 1.12, mark: 1.35 },
  label: { type: 'head', x: 0.8, y: 0.5, leading: 1.15, mark: 0 },
  swap: { type: 'head', x: 0.95, y: 0.6, leading: 1.12, mark: 1.35 },
  caption: { type: 'text', x: 0.75, y: 0.42, leading: 1.28, mark: 0 },
} as const satisfies Record<string, { type: TypeName; x: number; y: number; leading: number; mark: number }>;

/** A count's box in multiples of the size of its type, and how wide its words may run in it. */
export const COUNT_ROOM = {
  pebble: { width: 3.3, height: 3.1, words: 1.62 },
  ribbon: { width: 5.2, height: 1.72, words: 1.3 },
  numeral: { width: 1.66, height: 1.52, words: 1.36 },
} as const;
