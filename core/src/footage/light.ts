/** How a picture is lit, as far as a glance tells. */
export type Light = 'dark' | 'bright' | 'behind' | 'good';

/** Darker and brighter on the average than this, 0 to 255, and somebody's face is hardly seen (common practice, no source). */
const DARK = 55;
const BRIGHT = 205;
/** So much brighter around than in the middle, and the light comes from behind (common practice, no source). */
const BEHIND = 1.6;
/** The middle, where somebody sits: shares of the width and of the height. */
const MIDDLE = { left: 0.33, right: 0.67, top: 0.15, bottom: 0.75 };

/**
 * How a picture is lit: by its mean, and by the middle against what is around it.
 *
 * @param luma brightness of each cell, row by row, 0 to 255.
 * @example lightOf(new Uint8Array(64 * 36).fill(30), 64) // 'dark'
 */
export function lightOf(luma: ArrayLike<number>, columns: number): Light {
  const rows = luma.length / columns;
  let [middle, middleCells, around, aroundCells] = [0, 0, 0, 0];
  for (let at = 0; at < luma.length; at++) {
    const [x, y] = [((at % columns) + 0.5) / columns, (Math.floor(at / columns) + 0.5) / rows];
    if (x > MIDDLE.left && x < MIDDLE.right && y > MIDDLE.top && y < MIDDLE.bottom) {
      middle += luma[at]!;
      middleCells++;
    } else {
      around += luma[at]!;
      aroundCells++;
    }
  }
  const [inside, outside] = [middle / Math.max(1, middleCells), around / Math.max(1, aroundCells)];
  if (inside < DARK) return outside > BEHIND * Math.max(1, inside) ? 'behind' : 'dark';
  if (inside > BRIGHT) return 'bright';
  return outside > BEHIND * inside ? 'behind' : 'good';
}
