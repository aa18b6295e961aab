import type { OwnPlace } from '../lesson/override.schema';
import type { Box, Frame } from './frame';

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
