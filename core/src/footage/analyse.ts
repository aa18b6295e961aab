import type { Region } from '../face/regions';
import { usualFace, USUAL_FACE, type FoundFace } from './face';
import { regionOf } from './fingertip';
import { lightOf, motionOf, type Grids } from './grids';
import type { PictureHalf } from './half';
import { handsIn, type FaceBox, type Hands, type Half } from './hands';
import { cellsOf, movementOf, type Movement } from './movement';
import { COLUMNS, meanPicture, Pictures, steepnessOf, STEP_MS } from './picture';
import { presenceIn, type Stretch } from './presence';
import { repetitionsIn, swingOf, type Repeated } from './repetitions';
import { scenesOf } from './scenes';
import { steady } from './steady';

/** Something that a hand does, before anybody agreed to it. Times in take ms; the half is the picture's own. */
export interface Seen {
  readonly startMs: number;
  readonly endMs: number;
  readonly half: PictureHalf | null;
  readonly region: Region | null;
  readonly confidence: number;
}
/** A movement that comes again and again; a beat is the instant at which one repetition completes. */
export interface Bout extends Seen {
  readonly periodMs: number;
  readonly beatsMs: readonly number[];
}

export interface PictureAnalysis {
  readonly bouts: readonly Bout[];
  /** A hand that came, stays and goes. */
  readonly holds: readonly Seen[];
  readonly sceneChangesMs: readonly number[];
  readonly motion: Grids;
  readonly light: Grids;
}

/** Shorter scenes show nothing that could be counted: 3 s. */
const SHORTEST_SCENE = 38;
/** A hand that stays does so for 2 s at least. */
const SHORTEST_HOLD = 25;
/** How far a hand that stays may move, in widths of the face: breath and a small tremor. */
const STAYS = 0.04;
/** A movement that is smaller than this and uneven is a tremor; a tiny one is one whatever it does. */
const SMALL = 0.01;
const TINY = 0.004;
const EVEN = { few: 0.9, small: 0.6, large: 0.4 } as const;
/** Fewer repetitions than this show little rhythm: they have to be even, or larger than this. */
const FEW = 5;
const CLEAR = 0.02;
/** Both hands do one thing when this share of the shorter time is shared. */
const TOGETHER = 0.6;

/**
 * What hands do in a film: what is repeated, with its beats, and what is held; in which half, and where on the face.
 * The method works on drawn footage (see the guide for how well); nothing of it knows what was planned.
 *
 * @param film is changed: camera and flicker are taken out in place.
 * @param faces found in some of the pictures; without any, halves and regions are not told.
 * @returns told on the way is the share that is done, so that long work can be ended, and lets others in between.
 */
export function* analysePictures(film: Pictures, faces: readonly FoundFace[]): Generator<number, PictureAnalysis> {
  const light = lightOf(film);
  const scenes = scenesOf(film);
  const bouts: Bout[] = [];
  const holds: Seen[] = [];
  let noise = 0;
  for (const { from, to } of scenes) {
    const scene = film.slice(from, to);
    if (to - from < SHORTEST_SCENE) continue;
    const firstMs = from * STEP_MS;
    const done = (share: number): number => (from + share * (to - from)) / film.length;
    const cameras = yield* told(steady(scene), (share) => done(0.5 * share));
    const inScene = faces.filter(({ atMs }) => atMs >= firstMs && atMs < to * STEP_MS);
    const face = usualFace(inScene, cameras, firstMs);
    const hands = yield* told(handsIn(scene, face ?? USUAL_FACE), (share) => done(0.5 + 0.4 * share));
    noise = Math.max(noise, hands.noise);
    const left = doneBy(scene, hands, face ?? USUAL_FACE, 0);
    yield done(0.95);
    const right = doneBy(scene, hands, face ?? USUAL_FACE, 1);
    for (const one of together(left, right)) {
      const place = face ? one : { half: null, region: null };
      const timed = {
        startMs: firstMs + one.from * STEP_MS,
        endMs: firstMs + one.to * STEP_MS,
        half: place.half,
        region: place.region,
        confidence: one.confidence,
      };
      if (!one.repeated) holds.push(timed);
      else
        bouts.push({
          ...timed,
          periodMs: Math.round(one.repeated.period * STEP_MS),
          beatsMs: one.repeated.beats.map((beat) => Math.round(firstMs + (one.offset + beat) * STEP_MS)),
        });
    }
  }
  const byStart = (a: Seen, b: Seen): number => a.startMs - b.startMs;
  return {
    bouts: bouts.sort(byStart),
    holds: holds.sort(byStart),
    sceneChangesMs: scenes.slice(1).map(({ from }) => from * STEP_MS),
    motion: motionOf(film, noise),
    light,
  };
}

/** Passes on what is told on the way, as a share of more. */
function* told<T>(work: Generator<number, T>, as: (share: number) => number): Generator<number, T> {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
    yield as(next.value);
  }
}

/** What one arm does, in pictures of the scene. */
interface Done extends Stretch {
  readonly half: PictureHalf;
  readonly region: Region | null;
  readonly confidence: number;
  /** Null where the hand stays. */
  readonly repeated: Repeated | null;
  /** From which picture on the beats are counted. */
  readonly offset: number;
  readonly size: number;
}

function doneBy(film: Pictures, hands: Hands, face: FaceBox, half: Half): Done[] {
  return presenceIn(hands.areas[half]).flatMap((stretch): Done[] => {
    const { from, to } = stretch;
    const cells = cellsOf(hands, half, from, to);
    if (cells.length === 0) return [];
    const movement = movementOf(film, cells, from, to);
    const size = sizeOf(film, movement, stretch) / (face[2] * COLUMNS);
    const told = { half: half === 0 ? ('left' as const) : ('right' as const), offset: from, size };
    const repeated = repetitionsIn(movement.course).filter(({ beats, evenness, share }) => {
      const small = size * share < SMALL;
      if (beats.length < FEW && size < CLEAR) return evenness >= EVEN.few;
      return share < 1
        ? !small && evenness >= EVEN.small
        : size >= TINY && evenness >= (small ? EVEN.small : EVEN.large);
    });
    const bouts = repeated.map((one): Done => {
      const where = { from: from + Math.floor(one.from), to: from + Math.ceil(one.to) };
      const region = regionOf(film, hands, face, half, where, repeated.length === 1 ? movement : null);
      const certain = one.evenness * (size < SMALL ? 0.8 : 1) * (one.beats.length < FEW ? 0.8 : 1);
      return { ...told, ...where, region, repeated: one, confidence: Math.min(1, certain) };
    });
    if (repeated.length > 0 || size > STAYS) return bouts;
    if (to - from < SHORTEST_HOLD) return [];
    const region = regionOf(film, hands, face, half, stretch, null);
    const certain = Math.max(0.3, 1 - size / STAYS);
    return [{ ...told, ...stretch, region, repeated: null, confidence: certain }];
  });
}

/** How far the movement goes, in cells: what changes, against how steep the picture is where it changes. */
function sizeOf(film: Pictures, { course, cells }: Movement, { from, to }: Stretch): number {
  const steepness = steepnessOf(meanPicture(film, from, to)!);
  const steep = cells.reduce((sum, cell) => sum + steepness[cell]!, 0);
  return steep > 0 ? swingOf(course) / Math.sqrt(steep) : 0;
}

/** What both arms do at once is one thing; the larger movement of the two counts it. */
function together(left: readonly Done[], right: readonly Done[]): Done[] {
  const taken = new Set<Done>();
  const both = left.map((one) => {
    const other = right.find((two) => !taken.has(two) && alike(one, two));
    if (!other) return one;
    taken.add(other);
    const [main, second] = one.size >= other.size ? [one, other] : [other, one];
    const agree = one.repeated?.beats.length === other.repeated?.beats.length;
    return {
      ...main,
      half: 'both' as const,
      from: Math.min(one.from, other.from),
      to: Math.max(one.to, other.to),
      region: main.region ?? second.region,
      confidence: agree ? Math.max(one.confidence, other.confidence) : 0.8 * main.confidence,
    };
  });
  return [...both, ...right.filter((one) => !taken.has(one))];
}

function alike(one: Done, two: Done): boolean {
  if ((one.repeated === null) !== (two.repeated === null)) return false;
  const shared = Math.min(one.to, two.to) - Math.max(one.from, two.from);
  return shared > TOGETHER * Math.min(one.to - one.from, two.to - two.from);
}
