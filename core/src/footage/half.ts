import type { ViewerSide } from '../lesson/take.schema';

/** The half of a picture in which a hand works, by where it is seen. */
export type PictureHalf = 'left' | 'right' | 'both';

/**
 * Which side of the viewers is worked in a half of the picture, and in which half a side is seen: one and the same turn.
 *
 * @param pictureLeft which side viewers do when the hand is at the left of the picture.
 * @example turned('left', 'right') // 'right'
 */
export function turned(half: PictureHalf, pictureLeft: ViewerSide): PictureHalf {
  if (half === 'both' || pictureLeft === 'left') return half;
  return half === 'left' ? 'right' : 'left';
}
