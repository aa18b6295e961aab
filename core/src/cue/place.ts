import type { CueStyle } from '../lesson/cue-style.schema';
import type { OwnPlace } from '../lesson/override.schema';
import { partsOfKey } from '../lesson/cue-key';
import type { Cue } from './cue';
import { choosePlaces, type Group } from './choose-places';
import { sharedBy, type Box, type Frame } from './frame';
import { sizeOf, type CueSize } from './size';
import { boxIn, middleOf } from './view';
import type { WorkedArea } from './worked-area';

/** Where a cue stands: its box in the unit picture, its lines, and the size of its type as a share of the width. */
export interface Place {
  readonly box: Box;
  readonly lines: readonly string[];
  readonly type: number;
}

export type PlacedCue = Cue & Place;

/** What never stands at the same time as another has one place with it. */
const SLOT = {
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

type Anchor = readonly [x: 'left' | 'middle' | 'right', y: 'top' | 'under' | 'middle' | 'low' | 'bottom'];

/** Where each may stand, the usual place first. */
const ANCHORS: Readonly<Record<Slot, readonly Anchor[]>> = {
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

/**
 * Puts cues into boxes of a picture: inside its safe area, clear of where she works and of each other as far as there is
 * room, in one place for a passage and rather in the same one for the next. Of all ways to do so, one that costs least
 * ({@link choosePlaces}). Where the instructor wants a cue, it stands, and the others make room.
 *
 * @param cues in order of their start, as they are derived.
 * @param areas what is to be kept free, in a wide picture.
 * @example placeCues(cues, PEBBLE, FRAMES['16:9'], workedAreas(lesson, passages))[0]?.box // [0.05, 0.05, 0.17, 0.07]
 */
export function placeCues(
  cues: readonly Cue[],
  style: CueStyle,
  frame: Frame,
  areas: readonly WorkedArea[],
): PlacedCue[] {
  const sizes = cues.map((cue) => sizeOf(cue, style, frame));
  const groups = groupsOf(cues, sizes);
  const free = new Areas(areas, frame);
  // What stands under a name stands under the tallest, so that it does not jump from step to step.
  const tallest = Math.max(0, ...groups.map(({ slot, own, height }) => (slot === 'label' && !own ? height : 0)));
  const under = tallest + UNDER * style.types.label * style.scale * frame.type;
  const chosen = choosePlaces(
    groups.map(({ slot, own, startMs, endMs, width, height }): Group => {
      const group = { slot, startMs, endMs };
      if (own)
        return { ...group, own: true, boxes: [boxWanted(own, width, height / frame.height, frame)], covered: [0] };
      const boxes = ANCHORS[slot].map((anchor) => boxAt(anchor, width, height, frame, under));
      const taken = free.between(startMs, endMs);
      return { ...group, boxes, covered: boxes.map((box) => coveredOf(box, taken)) };
    }),
  );
  const placed = new Array<PlacedCue>(cues.length);
  groups.forEach((group, i) => {
    const anchor = ANCHORS[group.slot][chosen[i]!]!;
    const around = boxAt(anchor, group.width, group.height, frame, under);
    for (const at of group.cues) {
      const { lines, type, width, height } = sizes[at]!;
      const high = height / frame.height;
      const box = group.own ? boxWanted(group.own, width, high, frame) : within(around, anchor, width, high);
      placed[at] = { ...cues[at]!, box: rounded(box), lines, type };
    }
  });
  return placed;
}

interface Grouped {
  readonly slot: Slot;
  /** Where the instructor wants them. */
  readonly own: OwnPlace | undefined;
  readonly cues: number[];
  startMs: number;
  endMs: number;
  width: number;
  height: number;
}

/** Cues of one slot in one passage share their place: the room of the largest. In order of their start. */
function groupsOf(cues: readonly Cue[], sizes: readonly CueSize[]): Grouped[] {
  const groups = new Map<string, Grouped>();
  cues.forEach((cue, at) => {
    const { width, height } = sizes[at]!;
    const slot = SLOT[cue.kind];
    const name = `${slot}/${partsOfKey(cue.key).passage}/${cue.place?.join() ?? ''}`;
    const known = groups.get(name);
    if (!known) {
      groups.set(name, { slot, own: cue.place, cues: [at], startMs: cue.startMs, endMs: cue.endMs, width, height });
      return;
    }
    known.cues.push(at);
    known.endMs = Math.max(known.endMs, cue.endMs);
    known.width = Math.max(known.width, width);
    known.height = Math.max(known.height, height);
  });
  return [...groups.values()].sort((a, b) => a.startMs - b.startMs);
}

/** How far from the top each row is, as a share of what is left of the height; `under` is under a name at the top. */
const ROWS = { top: 0, middle: 0.5, low: 0.8, bottom: 1 } as const;
/** Room between the two, in sizes of its type. */
const UNDER = 0.35;
const COLUMNS: Readonly<Record<Anchor[0], number>> = { left: 0, middle: 0.5, right: 1 };

/**
 * @param height as a share of the width, as is the room of a name
 * @param under how far below the top what stands under it begins.
 */
function boxAt([column, row]: Anchor, width: number, height: number, frame: Frame, under: number): Box {
  const { safe } = frame;
  const high = height / frame.height;
  const free = Math.max(0, safe[3] - high);
  const down = row === 'under' ? Math.min(free, under / frame.height) : ROWS[row] * free;
  return [safe[0] + COLUMNS[column] * (safe[2] - width), safe[1] + down, width, high];
}

/**
 * The box of what stands where the instructor wants it, in shares of the picture: large or small, as far from the edges as
 * its room goes.
 */
export function boxWanted([x, y]: OwnPlace, width: number, height: number, { safe }: Pick<Frame, 'safe'>): Box {
  return [safe[0] + x * Math.max(0, safe[2] - width), safe[1] + y * Math.max(0, safe[3] - height), width, height];
}

/**
 * The place at which a box would stand as it lies in a picture, as near as may be: what cannot be moved is in the middle.
 *
 * @example ownPlaceOf([0.05, 0.9, 0.2, 0.05], FRAMES['16:9']) // [0, 1]
 */
export function ownPlaceOf([x, y, width, height]: Box, { safe }: Pick<Frame, 'safe'>): OwnPlace {
  const at = (from: number, room: number): number =>
    room > 1e-6 ? Math.round(1000 * Math.min(1, Math.max(0, from / room))) / 1000 : 0.5;
  return [at(x - safe[0], safe[2] - width), at(y - safe[1], safe[3] - height)];
}

/** A smaller box in the one that is kept for its passage, towards where that stands. */
function within([x, y, width, height]: Box, [column, row]: Anchor, ownWidth: number, ownHeight: number): Box {
  return [
    x + COLUMNS[column] * (width - ownWidth),
    y + (row === 'top' || row === 'under' ? 0 : row === 'middle' ? 0.5 : 1) * (height - ownHeight),
    ownWidth,
    ownHeight,
  ];
}

/** To a hundredth of a thousandth: a fiftieth of a pixel of a film that is 1,920 wide. */
function rounded([x, y, width, height]: Box): Box {
  const share = (exact: number): number => Math.round(exact * 100_000) / 100_000;
  return [share(x), share(y), share(width), share(height)];
}

function coveredOf(box: Box, taken: readonly Box[]): number {
  return taken.reduce((most, one) => Math.max(most, sharedBy(box, one)), 0);
}

/** What is to be kept free, found by time. */
class Areas {
  private readonly areas: readonly WorkedArea[];

  constructor(
    areas: readonly WorkedArea[],
    private readonly frame: Frame,
  ) {
    this.areas = [...areas].sort((a, b) => a.startMs - b.startMs);
  }

  private next = 0;

  /** Boxes that are taken in a stretch, in the frame. Asked with stretches in order of their start. */
  between(startMs: number, endMs: number): Box[] {
    while (this.next < this.areas.length && this.areas[this.next]!.endMs <= startMs) this.next++;
    const boxes: Box[] = [];
    for (let at = this.next; at < this.areas.length && this.areas[at]!.startMs < endMs; at++)
      if (this.areas[at]!.endMs > startMs) boxes.push(...this.boxesOf(this.areas[at]!));
    return boxes;
  }

  private boxesOf({ boxes, view = middleOf(this.frame) }: WorkedArea): Box[] {
    return boxes.map((box) => boxIn(box, this.frame, view));
  }
}
