import type { Cue } from './cue';
import type { Box, Frame } from './frame';

/** What never stands at the same time as another has one place with it. */
export const SLOT = {
  count: 'count',
  countdown: 'count',
  side: 'side',
  swap: 'swap',
  next: 'swap',
  label: 'label',
  breath: 'breath',
  set: 'note',
  halfway: 'note',
  last: 'note',
  pressure: 'note',
  form: 'note',
  caution: 'note',
  felt: 'note',
  check: 'note',
  caption: 'caption',
} as const;
export type Slot = (typeof SLOT)[Cue['kind']];

export type Anchor = readonly [x: 'left' | 'middle' | 'right', y: 'top' | 'under' | 'middle' | 'low' | 'bottom'];

/** Where each may stand, the usual place first. */
export const ANCHORS: Readonly<Record<Slot, readonly Anchor[]>> = {
  label: [
    ['left', 'top'],
    ['right', 'top'],
    ['middle', 'top'],
  ],
  side: [
    ['left', 'under'],
    ['left', 'bottom'],
    ['right', 'bottom'],
    ['right', 'under'],
    ['left', 'middle'],
  ],
  count: [
    ['right', 'top'],
    ['left', 'bottom'],
    ['right', 'bottom'],
    ['right', 'middle'],
    ['left', 'middle'],
    ['left', 'top'],
  ],
  swap: [
    ['middle', 'bottom'],
    ['right', 'bottom'],
    ['left', 'low'],
    ['middle', 'low'],
    ['middle', 'top'],
  ],
  note: [
    ['left', 'middle'],
    ['right', 'middle'],
    ['left', 'low'],
    ['right', 'low'],
    // Beside both hands little is free; above and below them is more.
    ['left', 'under'],
    ['right', 'under'],
    ['left', 'bottom'],
    ['right', 'bottom'],
  ],
  breath: [
    ['right', 'middle'],
    ['left', 'middle'],
  ],
  caption: [
    ['middle', 'bottom'],
    ['middle', 'low'],
    ['middle', 'top'],
  ],
};

/** How far from the top each row is, as a share of what is left of the height; `under` is under a name at the top. */
const ROWS = { top: 0, middle: 0.5, low: 0.8, bottom: 1 } as const;
/** Room between the two, in sizes of its type. */
export const UNDER = 0.35;
const COLUMNS: Readonly<Record<Anchor[0], number>> = { left: 0, middle: 0.5, right: 1 };

/**
 * @param height as a share of the width, as is the room of a name
 * @param under how far below the top what stands under it begins.
 */
export function boxAt([column, row]: Anchor, width: number, height: number, frame: Frame, under: number): Box {
  const { safe } = frame;
  const high = height / frame.height;
  const free = Math.max(0, safe[3] - high);
  const down = row === 'under' ? Math.min(free, under / frame.height) : ROWS[row] * free;
  return [safe[0] + COLUMNS[column] * (safe[2] - width), safe[1] + down, width, high];
}

/** A smaller box in the one that is kept for its passage, towards where that stands. */
export function within([x, y, width, height]: Box, [column, row]: Anchor, ownWidth: number, ownHeight: number): Box {
  return [
    x + COLUMNS[column] * (width - ownWidth),
    y + (row === 'top' || row === 'under' ? 0 : row === 'middle' ? 0.5 : 1) * (height - ownHeight),
    ownWidth,
    ownHeight,
  ];
}
