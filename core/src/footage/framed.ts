import '../words/localize';
import type { Framing } from '../move/move.schema';
import { boxOf, MAP_FACE, type FoundFace } from './face';
import { quantile } from './repetitions';

/** How somebody sits in the picture, against what has to be seen of them. */
export type Framed = 'nobody' | 'close' | 'low' | 'high' | 'small' | 'left' | 'right' | 'good';

/**
 * How far below the chin a framing reaches, in heights of a face from hairline to chin: by the lowest points of neck and
 * chest on our face map; a face by itself has a little air.
 */
const BELOW: Readonly<Record<Framing, number>> = {
  face: 0.1,
  face_neck: (324 - MAP_FACE.top - MAP_FACE.height) / MAP_FACE.height,
  face_chest: (400 - MAP_FACE.top - MAP_FACE.height) / MAP_FACE.height,
};
/** Above the hairline: hair, and a hand on the forehead (common practice, no source). */
const ABOVE = 0.2;
/** Smaller than this, and a telephone shows no finger on it: share of the picture's height (common practice, no source). */
const SMALL = 0.22;
/** Farther from the middle than this, and an arm's elbow is out of the picture: share of its width (common practice, no source). */
const ASIDE = 0.14;

/**
 * How a face sits in the picture for what is to be seen: first whether all of it is in, then whether it is large enough
 * and in the middle. Left and right are those of who films herself.
 *
 * @param face as found in the picture, unmirrored; null where none was found.
 * @example framedOf({ atMs: 0, left: 0.4, right: 0.6, eyes: 0.35, chin: 0.55 }, 'face') // 'good'
 */
export function framedOf(face: FoundFace | null, framing: Framing): Framed {
  if (!face) return 'nobody';
  const [x, , width, height] = boxOf(face);
  const { from, to } = neededOf(face, framing);
  if (to - from > 1) return 'close';
  if (to > 1) return 'low';
  if (from < 0) return 'high';
  if (height < SMALL) return 'small';
  const aside = x + width / 2 - 0.5;
  if (Math.abs(aside) <= ASIDE) return 'good';
  // She looks at the camera: what is at the right of the picture is at her left.
  return aside > 0 ? 'left' : 'right';
}

/**
 * Where a face was lately: what one glance makes of an open mouth or a passing hand does not jump about.
 *
 * @param glances the last ones; null where no face was seen.
 * @returns the middle of each line; null where most saw none.
 */
export function lately(glances: readonly (FoundFace | null)[]): FoundFace | null {
  const faces = glances.filter((one) => one !== null);
  if (faces.length * 2 <= glances.length) return null;
  const middle = (of: keyof FoundFace): number =>
    quantile(
      faces.map((face) => face[of]),
      0.5,
    );
  const [atMs, left, right] = [middle('atMs'), middle('left'), middle('right')];
  return { atMs, left, right, eyes: middle('eyes'), chin: middle('chin') };
}

/** From where to where it has to be in the picture, as shares of its height: below nought or above one is out of it. */
export function neededOf(face: FoundFace, framing: Framing): { readonly from: number; readonly to: number } {
  const [, top, , height] = boxOf(face);
  return { from: top - ABOVE * height, to: top + (1 + BELOW[framing]) * height };
}

/** What to do about it, short enough to be read at three metres; empty where nothing is to do. */
export function framedWords(framed: Framed, framing: Framing): string {
  const all = { face: $localize`your face`, face_neck: $localize`your neck`, face_chest: $localize`your chest` }[
    framing
  ];
  switch (framed) {
    case 'nobody':
      return $localize`No face is seen`;
    case 'close':
      return $localize`Too close: ${all} is not all in the picture`;
    case 'low':
      return $localize`Too low: ${all} is not all in the picture`;
    case 'high':
      return $localize`Too high: no room above your head`;
    case 'small':
      return $localize`Too small: come closer`;
    case 'left':
      return $localize`Move to your right`;
    case 'right':
      return $localize`Move to your left`;
    case 'good':
      return '';
  }
}
