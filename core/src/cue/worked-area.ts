import type { Passage } from '../assembly/passage';
import { takesOf } from '../assembly/takes-of';
import type { Region } from '../face/regions';
import { type Lesson, movesOf } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { widestFraming } from '../move/framing';
import type { Framing, Move } from '../move/move.schema';
import type { CutMs } from '../time/clocks';
import type { Box } from './frame';
import type { View } from './view';

/** What cues keep free for a while: boxes in a wide picture. */
export interface WorkedArea {
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  readonly boxes: readonly Box[];
  /** What has to be seen meanwhile; null where nothing is worked on. */
  readonly seen: Box | null;
  /** What a frame that is not wide shows of the picture meanwhile; its middle when it is left out. */
  readonly view?: View;
}

/** Where the head is in a wide picture, for how wide the shot has to be (common practice, no source). */
const HEADS: Readonly<Record<Framing, Box>> = {
  face: [0.335, 0.08, 0.33, 0.82],
  face_neck: [0.355, 0.1, 0.29, 0.64],
  face_chest: [0.36, 0.1, 0.28, 0.58],
};

/** Regions outside the head, in heads: from its left upper corner. */
const BELOW: Partial<Record<Region, Box>> = {
  neck: [0.2, 0.95, 0.6, 0.35],
  nape: [0.2, 0.95, 0.6, 0.35],
  under_chin: [0.2, 0.9, 0.6, 0.2],
  collarbone: [-0.35, 1.25, 1.7, 0.22],
  shoulder: [-0.6, 1.2, 2.2, 0.4],
  chest: [-0.3, 1.35, 1.6, 0.6],
};
/** From where to where a region lies across the head at the picture's left, in heads; the right is its mirror image. */
const ACROSS: Readonly<Record<Region, readonly [from: number, to: number]>> = {
  chest: [-0.2, 0.5],
  collarbone: [-0.35, 0.5],
  shoulder: [-0.5, 0.1],
  neck: [0.15, 0.5],
  nape: [0.05, 0.5],
  ear: [-0.05, 0.15],
  under_chin: [0.2, 0.5],
  jaw: [0.05, 0.45],
  chin: [0.35, 0.5],
  lips: [0.3, 0.5],
  mouth: [0.3, 0.5],
  tongue: [0.3, 0.5],
  cheek: [0.1, 0.45],
  nose: [0.4, 0.5],
  eye: [0.12, 0.45],
  brow: [0.12, 0.45],
  forehead: [0.1, 0.5],
  temple: [0, 0.2],
  scalp: [0, 0.5],
  whole_face: [0, 0.5],
};
/** What of the head is seen whatever is worked on, in heads: nobody follows half a face. */
const FACE = [0.1, 0.9] as const;
/** Fingers beside what they work on, in heads. */
const FINGERS = 0.08;

/** A hand that works at a side of the head, with its wrist, in heads. */
const HAND: Box = [1, 0.35, 0.3, 0.9];

/**
 * What cues keep free along a cut, as long as nobody has looked at the footage: the head, the regions that a step works
 * from and to, and the hand on the side that it works. Estimated from the step and from how wide the shot has to be.
 *
 * @param headIn where the head was seen in a passage; null where nobody knows.
 * @example workedAreas(lesson, passages)[0] // { startMs: 0, endMs: 15_000, boxes: [[0.36, 0.1, 0.28, 0.58], …] }
 */
export function workedAreas(
  lesson: Pick<Lesson, 'steps' | 'takes' | 'segments'>,
  passages: readonly Passage[],
  headIn: (passage: Passage) => Box | null = () => null,
): WorkedArea[] {
  const takeIn = takesOf(lesson);
  const leftIsLeft = (passage: Passage): boolean => takeIn(passage)?.pictureLeft !== 'right';
  const areas = areasOf(movesOf(lesson.steps), passages, leftIsLeft, headIn);
  // Of footage that is upright already all is seen.
  return areas.map((area, i) => {
    const take = takeIn(passages[i]!);
    return take && take.width < take.height ? { ...area, seen: null } : area;
  });
}

/** What an area is estimated from. */
interface Worked {
  readonly id: string;
  readonly move: Pick<Move, 'region' | 'route' | 'framing'>;
}

/**
 * The same from what is known of steps and passages alone.
 *
 * @param leftIsLeft whether the viewers' left is at the left of the picture there.
 * @param headIn where the head was seen; null where nobody knows: then where it usually is.
 * @example areasOf(steps, passages, () => true).length === passages.length // true
 */
export function areasOf<P extends Pick<Passage, 'startMs' | 'endMs' | 'stepId' | 'side' | 'kind'>>(
  known: readonly Worked[],
  passages: readonly P[],
  leftIsLeft: (passage: P) => boolean,
  headIn: (passage: P) => Box | null = () => null,
): WorkedArea[] {
  const steps = new Map(known.map((step) => [step.id, step]));
  const usual = HEADS[widestFraming(known.map((step) => step.move))];
  return passages.map((passage) => {
    const { startMs, endMs, stepId, side, kind } = passage;
    const head = headIn(passage) ?? usual;
    const step = steps.get(stepId ?? '');
    if (!step || !isWork(kind)) return { startMs, endMs, boxes: [head], seen: null };
    const mirror = leftIsLeft(passage);
    const hands = side === 'left' ? [mirror] : side === 'right' ? [!mirror] : [true, false];
    return {
      startMs,
      endMs,
      boxes: [head, ...regionsOf(step, head), ...hands.map((left) => handAt(head, left))],
      seen: seenOf(step, head, hands),
    };
  });
}

/** Where a step works, from where to where. */
function workedBy({ move }: Worked): Region[] {
  return [...new Set([move.region, ...move.route.map((stop) => stop.region)])];
}

/** The face, and everything that is worked on at the sides of the picture where hands are, over its whole height. */
function seenOf(step: Worked, head: Box, atLeft: readonly boolean[]): Box {
  const spans = workedBy(step).flatMap((region) => {
    const [from, to] = [ACROSS[region][0] - FINGERS, ACROSS[region][1]];
    return atLeft.map((left) => (left ? [from, to] : [1 - to, 1 - from]));
  });
  const [from, to] = [
    Math.min(FACE[0], ...spans.map((one) => one[0]!)),
    Math.max(FACE[1], ...spans.map((one) => one[1]!)),
  ];
  return inPicture([from, -1, to - from, 4], head);
}

function regionsOf(step: Worked, head: Box): Box[] {
  return workedBy(step).flatMap((region) => {
    const box = BELOW[region];
    return box ? [inPicture(box, head)] : [];
  });
}

function handAt(head: Box, atLeft: boolean): Box {
  return inPicture(atLeft ? [-HAND[2], HAND[1], HAND[2], HAND[3]] : HAND, head);
}

/** From shares of the head to shares of the picture, what is outside cut off. */
function inPicture([x, y, width, height]: Box, head: Box): Box {
  const left = Math.max(0, head[0] + x * head[2]);
  const top = Math.max(0, head[1] + y * head[3]);
  const right = Math.min(1, head[0] + (x + width) * head[2]);
  const bottom = Math.min(1, head[1] + (y + height) * head[3]);
  return [left, top, Math.max(0, right - left), Math.max(0, bottom - top)];
}
