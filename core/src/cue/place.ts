import type { CueStyle } from '../lesson/cue-style.schema';
import type { OwnPlace } from '../lesson/override.schema';
import { partsOfKey } from '../lesson/cue-key';
import type { Cue } from './cue';
import { ANCHORS, boxAt, SLOT, UNDER, within, type Slot } from './anchors';
import { choosePlaces, type Group } from './choose-places';
import { plateFor } from './contrast';
import { roundedBox, sharedBy, TELEPHONE, type Box, type Frame } from './frame';
import { coveredOf, KeptFree } from './kept-free';
import { ANY_GROUND, type LightUnder } from './light-under';
import { boxWanted } from './own-place';
import { sizeOf, type CueSize } from './size';
import { boxUnder, type View } from './view';
import type { WorkedArea } from './worked-area';

/** Where a cue stands: its box in the unit picture, its lines, and the size of its type as a share of the width. */
export interface Place {
  readonly box: Box;
  readonly lines: readonly string[];
  readonly type: number;
  /** How dense its plate is, where that of its style would let too much of the picture through. */
  readonly plate?: number | undefined;
}

export type PlacedCue = Cue & Place;

/** Where a cue stands, and nothing else of it. @example placeOf(placed).lines // ['Your left'] */
export function placeOf({ box, lines, type, plate }: Place): Place {
  return { box, lines, type, ...(plate === undefined ? {} : { plate }) };
}

/**
 * Puts cues into boxes of a picture: inside its safe area, clear of where she works and of each other as far as there is
 * room, in one place for a passage and rather in the same one for the next. Of all ways to do so, one that costs least
 * ({@link choosePlaces}). Where the instructor wants a cue, it stands, and the others make room. Where nothing is free,
 * they are set smaller if that is enough. Where too much of the picture shines through their plate, it is denser.
 *
 * @param cues in order of their start, as they are derived.
 * @param areas what is to be kept free, in a wide picture.
 * @param light what lies under a box of the wide picture; anything, where nobody knows.
 * @example placeCues(cues, PEBBLE, FRAMES['16:9'], workedAreas(lesson, passages))[0]?.box // [0.05, 0.05, 0.17, 0.07]
 */
export function placeCues(
  cues: readonly Cue[],
  style: CueStyle,
  frame: Frame,
  areas: readonly WorkedArea[],
  light: LightUnder = () => ANY_GROUND,
): PlacedCue[] {
  const sizes = cues.map((cue) => sizeOf(cue, style, frame));
  const groups = groupsOf(cues, sizes);
  const free = new KeptFree(areas, frame);
  // What stands under a name stands under the tallest, so that it does not jump from step to step.
  const tallest = Math.max(0, ...groups.map(({ slot, own, height }) => (slot === 'label' && !own ? height : 0)));
  const under = tallest + UNDER * style.types.label * style.scale * frame.type;
  const kept = groups.map(({ startMs, endMs }) => free.during(startMs, endMs));
  const choices = groups.map(({ slot, own, startMs, endMs, width, height }, i): Group => {
    const group = { slot, startMs, endMs };
    if (own) return { ...group, own: true, boxes: [boxWanted(own, width, height / frame.height, frame)], covered: [0] };
    const boxes = ANCHORS[slot].map((anchor) => boxAt(anchor, width, height, frame, under));
    return { ...group, boxes, covered: boxes.map((box) => coveredOf(box, kept[i]!.boxes)) };
  });
  const stands = choosePlaces(choices).map((at, i): Standing => ({ at, box: choices[i]!.boxes[at]! }));
  const smaller = { ...style, scale: SMALLER * style.scale };
  choices.forEach(({ covered }, i) => {
    if ((covered[stands[i]!.at] ?? 0) === 0) return;
    const group = groups[i]!;
    const set = setIn(
      smaller,
      frame,
      group.cues.map((at) => cues[at]!),
    );
    if (!set) return;
    const boxes = ANCHORS[group.slot].map((anchor) => boxAt(anchor, set.width, set.height, frame, under));
    const at = boxes.findIndex((box) => coveredOf(box, kept[i]!.boxes) === 0 && isClear(box, i, groups, stands));
    if (at < 0) return;
    stands[i] = { at, box: boxes[at]! };
    group.cues.forEach((cue, nth) => (sizes[cue] = set.sizes[nth]!));
  });
  const shinesThrough = plateFor(style, ANY_GROUND) > style.plateOpacity;
  const plateUnder = (box: Box, { startMs, endMs }: Grouped, views: readonly View[]): number =>
    Math.max(...views.map((view) => plateFor(style, light(boxUnder(box, frame, view), startMs, endMs))));
  const placed = new Array<PlacedCue>(cues.length);
  groups.forEach((group, i) => {
    const { at, box: around } = stands[i]!;
    const plate = shinesThrough ? plateUnder(around, group, kept[i]!.views) : undefined;
    for (const cue of group.cues) {
      const { lines, type, width, height } = sizes[cue]!;
      const high = height / frame.height;
      const exact = group.own
        ? boxWanted(group.own, width, high, frame)
        : within(around, ANCHORS[group.slot][at]!, width, high);
      placed[cue] = { ...cues[cue]!, ...placeOf({ box: roundedBox(exact, PARTS), lines, type, plate }) };
    }
  });
  return placed;
}

/** Parts of the picture that boxes are whole in: a fiftieth of a pixel of a film that is 1,920 wide. */
const PARTS = 100_000;
/** Where nothing is free, cues are set so much smaller. */
const SMALLER = 0.8;

/** The place of a group: the number of its anchor, and its box. */
interface Standing {
  readonly at: number;
  readonly box: Box;
}

interface Smaller {
  readonly sizes: readonly CueSize[];
  readonly width: number;
  readonly height: number;
}

/** Sets the cues of a group in a smaller style; null where nobody would read them any more. */
function setIn(style: CueStyle, frame: Frame, cues: readonly Cue[]): Smaller | null {
  const sizes = cues.map((cue) => sizeOf(cue, style, frame));
  if (frame.height > 1 && sizes.some(({ type }) => type * TELEPHONE.widthPx < TELEPHONE.leastPx)) return null;
  return {
    sizes,
    width: Math.max(...sizes.map(({ width }) => width)),
    height: Math.max(...sizes.map(({ height }) => height)),
  };
}

/** Whether nothing else stands in a box while a group does. */
function isClear(box: Box, own: number, groups: readonly Grouped[], stands: readonly Standing[]): boolean {
  const { startMs, endMs } = groups[own]!;
  return groups.every(
    (group, i) => i === own || group.startMs >= endMs || group.endMs <= startMs || sharedBy(box, stands[i]!.box) === 0,
  );
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
