import type { WorkedSide } from '@limber/core/dose/dose';
import { movesOf, type Lesson, type MoveStep } from '@limber/core/lesson/lesson.schema';
import type { HandPose, Pose } from './presenter';
import type { Truth } from './truth';
import { isWork } from '@limber/core/lesson/segment-kind';

type Point = readonly [out: number, y: number];

/** How a move travels over one side: points as distance from the middle of the face and height in the picture. */
export interface Path {
  readonly kind: 'travel' | 'circle' | 'press' | 'knead' | 'tap' | 'hold' | 'rest';
  readonly from: Point;
  readonly to: Point;
  readonly angle: number;
  readonly shape: HandPose['shape'];
  /** Length of one small motion where the dose is seconds, ms. */
  readonly periodMs: number;
}

const REST: Point = [196, 720];

export const PLACES: Readonly<Record<string, Point>> = {
  chest: [36, 500],
  collarbone: [62, 446],
  shoulder: [160, 440],
  neck: [58, 400],
  nape: [84, 372],
  ear: [112, 240],
  under_chin: [40, 356],
  jaw: [92, 312],
  chin: [14, 344],
  lips: [34, 306],
  mouth: [40, 304],
  tongue: [30, 306],
  cheek: [76, 268],
  nose: [26, 250],
  eye: [66, 232],
  brow: [52, 172],
  forehead: [26, 140],
  temple: [102, 190],
  scalp: [92, 118],
  whole_face: [80, 250],
};

function pathOf(step: MoveStep): Path {
  const { move } = step;
  const from = PLACES[move.route[0]?.region ?? move.region]!;
  const to = PLACES[move.route[move.route.length - 1]?.region ?? move.region]!;
  const base = { from, to, angle: 24, shape: 'tips' as const, periodMs: 1600 };
  switch (move.action) {
    case 'stroke':
    case 'drain':
    case 'roll':
      return { ...base, kind: 'travel', shape: 'flat', angle: 34 };
    case 'circle':
      return { ...base, kind: 'circle', shape: 'ring', angle: 28, periodMs: 2000 };
    case 'tap':
    case 'wiggle':
      return { ...base, kind: 'tap', periodMs: 320 };
    case 'knead':
      return { ...base, kind: 'knead', shape: 'knuckles', angle: 46 };
    case 'pinch':
      return { ...base, kind: 'knead', shape: 'pinch' };
    case 'press':
      return { ...base, kind: 'press', shape: 'flat', angle: 20 };
    case 'hold':
    case 'stretch':
      return { ...base, kind: 'hold' };
    default:
      return { ...base, kind: 'rest' };
  }
}

const smooth = (x: number): number => {
  const t = Math.max(0, Math.min(1, x));
  return t * t * (3 - 2 * t);
};
const mix = (a: number, b: number, t: number): number => a + (b - a) * t;

/** Hand position at phase `p` (0 to 1) of one repetition. */
export function along(path: Path, p: number): Point {
  const { from, to } = path;
  switch (path.kind) {
    case 'travel': {
      const t = p < 0.72 ? smooth(p / 0.72) : 1 - smooth((p - 0.72) / 0.28);
      const lifted = p < 0.72 ? 0 : Math.sin(((p - 0.72) / 0.28) * Math.PI) * 22;
      const bow = Math.sin(t * Math.PI) * 14;
      return [mix(from[0], to[0], t) + lifted + bow, mix(from[1], to[1], t)];
    }
    case 'circle':
      return [from[0] + Math.cos(p * 2 * Math.PI) * 26, from[1] - 8 + Math.sin(p * 2 * Math.PI) * 24];
    case 'press':
    case 'hold':
      return [from[0] + 16 * (1 - pressed(path, p)), from[1] + 12 * (1 - pressed(path, p))];
    case 'knead': {
      const slide = Math.sin(p * Math.PI) * 10;
      return [mix(from[0], to[0], 0.22) + slide, mix(from[1], to[1], 0.55) + Math.cos(p * 2 * Math.PI) * 12];
    }
    case 'tap':
      return [from[0] + 7 + Math.sin(p * 2 * Math.PI) * 7, from[1] + Math.sin(p * 2 * Math.PI) * 5];
    case 'rest':
      return REST;
  }
}

function pressed(path: Path, p: number): number {
  if (path.kind === 'hold') return p < 0.1 ? smooth(p / 0.1) : p < 0.72 ? 1 : 1 - smooth((p - 0.72) / 0.2);
  return Math.sin(p * Math.PI) ** 2;
}

/**
 * The presenter's pose at any instant: a pure function of the truth, so that what is drawn is what the truth says.
 *
 * @param loudness 0 to 1 at the instant, for the mouth.
 */
export function poseAt(lesson: Lesson, truth: Truth, ms: number, loudness: number): Pose {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const here = truth.segments.find((one) => one.startMs <= ms && ms < one.endMs);
  const step = here?.stepId ? steps.get(here.stepId) : undefined;
  const working = here !== undefined && isWork(here.kind) && step !== undefined;
  const phase = working ? phaseAt(here, step, ms) : 0;
  const speaking = loudness > 0.06;
  const effort = working ? pressed({ ...pathOf(step), kind: 'hold' }, phase) : 0;
  return {
    mouth: speaking ? Math.min(3, Math.ceil(loudness * 3.4)) : 0,
    lips: speaking ? 'talk' : working ? lipsOf(step) : here ? 'talk' : 'smile',
    eyes: blinks(ms) || (working && step.move.eyesOff) ? 'shut' : 'open',
    brows: working && step.move.region === 'brow' ? effort : speaking && Math.floor(ms / 1400) % 4 === 1 ? 0.45 : 0,
    cheeks: working && step.move.region === 'cheek' ? effort : 0,
    sway: Math.round(Math.sin(ms / 1900) * (speaking ? 2 : 1)),
    left: handAt(truth, steps, 'left', ms),
    right: handAt(truth, steps, 'right', ms),
  };
}

/** Whether the eyes are shut for a moment. */
export function blinks(ms: number): boolean {
  return ms % 3700 < 130 || (ms + 900) % 9100 < 130;
}

function lipsOf(step: MoveStep): Pose['lips'] {
  if (step.move.action === 'vocalise') return 'hum';
  if (step.move.action === 'puff') return 'puff';
  if (step.move.mouthBusy) return 'rolled';
  return step.move.region === 'cheek' ? 'smile' : 'talk';
}

type True = Truth['segments'][number];

function phaseAt(segment: True, step: MoveStep, ms: number): number {
  if (step.dose.form === 'timed') return ((ms - segment.startMs) / pathOf(step).periodMs) % 1;
  return phaseIn(segment, ms);
}

/** How far the repetition is that is under way, 0 to 1; 0 after the last. */
export function phaseIn(
  { startMs, beatsMs }: { readonly startMs: number; readonly beatsMs: readonly number[] },
  ms: number,
): number {
  let from = startMs;
  for (const beat of beatsMs) {
    if (ms < beat) return (ms - from) / (beat - from);
    from = beat;
  }
  return 0;
}

/** A hand is raised before it works, and lowered after. */
export const RAISE_MS = 700;

/** How far a hand is raised that works from `startMs` to `endMs`, 0 to 1. */
export function raisedAt({ startMs, endMs }: { readonly startMs: number; readonly endMs: number }, ms: number): number {
  if (ms < startMs) return smooth((ms - startMs + RAISE_MS) / RAISE_MS);
  return ms > endMs ? 1 - smooth((ms - endMs) / RAISE_MS) : 1;
}

/** A hand on its way between its rest and a place on its side. */
export function handOn(side: 'left' | 'right', { angle, shape }: Path, [out, y]: Point, raised: number): HandPose {
  const x = mix(REST[0], out, raised);
  return { x: 480 + (side === 'left' ? -x : x), y: mix(REST[1], y, raised) + 26, angle, shape };
}

function uses(segment: True, side: 'left' | 'right', ms: number): boolean {
  const worked: WorkedSide | null = segment.side;
  if (worked === 'alternating') {
    const nth = segment.beatsMs.filter((beat) => beat <= ms).length;
    return (nth % 2 === 0) === (side === 'left');
  }
  return worked === 'both' || worked === side || (worked === 'midline' && side === 'left');
}

function handAt(
  truth: Truth,
  steps: ReadonlyMap<string, MoveStep>,
  side: 'left' | 'right',
  ms: number,
): HandPose | null {
  for (const segment of truth.segments) {
    const step = segment.stepId ? steps.get(segment.stepId) : undefined;
    if (!step || !isWork(segment.kind) || ms < segment.startMs - RAISE_MS || ms > segment.endMs + RAISE_MS) continue;
    if (!uses(segment, side, Math.min(Math.max(ms, segment.startMs), segment.endMs - 1))) continue;
    const path = pathOf(step);
    if (path.kind === 'rest') continue;
    const inside = Math.min(Math.max(ms, segment.startMs), segment.endMs - 1);
    return handOn(side, path, along(path, phaseAt(segment, step, inside)), raisedAt(segment, ms));
  }
  return null;
}
