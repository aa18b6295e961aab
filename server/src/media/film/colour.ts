/** Luma weights of red and blue: ITU-R BT.601 and BT.709 (from memory; they are also ffmpeg's). */
const BT601 = { red: 0.299, blue: 0.114 };
const BT709 = { red: 0.2126, blue: 0.0722 };
type Weights = typeof BT601;

/**
 * The colour that has to be written so that a renderer which turns colours into BT.601 gives what `colour` is in a film
 * of BT.709: ffmpeg's does so whatever the film is.
 *
 * @param colour `#rrggbb`
 * @example forBt709('#ffffff') // '#ffffff'
 */
export function forBt709(colour: string): string {
  const rgb = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255) as [number, number, number];
  const [y, cb, cr] = toDifferences(rgb, BT709);
  const back = toRgb([y, cb, cr], BT601);
  return `#${back
    .map((value) =>
      Math.round(Math.min(1, Math.max(0, value)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

function toDifferences([r, g, b]: [number, number, number], { red, blue }: Weights): [number, number, number] {
  const y = red * r + (1 - red - blue) * g + blue * b;
  return [y, (b - y) / (2 * (1 - blue)), (r - y) / (2 * (1 - red))];
}

function toRgb([y, cb, cr]: [number, number, number], { red, blue }: Weights): [number, number, number] {
  const [r, b] = [y + 2 * (1 - red) * cr, y + 2 * (1 - blue) * cb];
  return [r, (y - red * r - blue * b) / (1 - red - blue), b];
}
