import { SAFE_INPUT } from '../probe';
import { outputOf } from '../ffmpeg';

/** How footage is made brighter and its white whiter: luma is multiplied, then bent up; colour is moved. */
export interface Light {
  /** 1 and above. */
  readonly gain: number;
  /** 1 and below: the smaller, the brighter the middle. */
  readonly gamma: number;
  /** What is added to both colour differences, of 256. */
  readonly blue: number;
  readonly red: number;
}

const SIZE = [64, 36] as const;
/** So many pictures, spread over the medium, are looked at. */
const MOST_PICTURES = 60;

/** Where the brightest twentieth and the middle of a well lit picture lie, of 0 to 1 (common practice, no source). */
const WANTED = { bright: 0.9, middle: 0.46 } as const;
const MOST = { gain: 1.4, gamma: 0.7, shift: 14 } as const;

/**
 * Looks at a medium, after the steps that films take first, and says what would put its light right.
 *
 * @param steps filters before it is looked at.
 * @throws ToolTrouble
 */
export async function lightOf(original: string, steps: readonly string[], signal?: AbortSignal): Promise<Light> {
  const [width, height] = SIZE;
  const pictures = await outputOf(
    [
      ...['-skip_frame', 'nokey', ...SAFE_INPUT, '-i', original, '-map', '0:v:0', '-an', '-sn', '-dn'],
      ...[
        '-vf',
        [...steps, `scale=${width}:${height}:flags=area`, 'format=yuv444p'].join(','),
        '-fps_mode',
        'passthrough',
      ],
      ...['-f', 'rawvideo'],
    ],
    signal,
  );
  return lightFrom(pictures, width * height);
}

/**
 * What would put the light of pictures right.
 *
 * @param pictures one after the other, each its luma and both colour differences (`area` bytes each, video range).
 */
export function lightFrom(pictures: Uint8Array, area: number): Light {
  const count = Math.floor(pictures.length / (3 * area));
  const step = Math.max(1, Math.ceil(count / MOST_PICTURES));
  const seen: { y: number; u: number; v: number }[] = [];
  for (let n = 0; n < count; n += step)
    for (let i = 0; i < area; i++) {
      const at = n * 3 * area + i;
      seen.push({
        y: Math.min(1, Math.max(0, (pictures[at]! - 16) / 219)),
        u: pictures[at + area]! - 128,
        v: pictures[at + 2 * area]! - 128,
      });
    }
  if (seen.length === 0) return { gain: 1, gamma: 1, blue: 0, red: 0 };
  seen.sort((a, b) => a.y - b.y);
  const at = (share: number): number => seen[Math.min(seen.length - 1, Math.floor(share * seen.length))]!.y;
  const gain = clamp(WANTED.bright / Math.max(at(0.95), 0.01), 1, MOST.gain);
  const middle = clamp(at(0.5) * gain, 0.02, 0.98);
  const gamma = middle >= WANTED.middle ? 1 : clamp(Math.log(WANTED.middle) / Math.log(middle), MOST.gamma, 1);
  // What is bright and least coloured is taken for white: walls, shelves, a towel; of skin there is more, and it is coloured.
  const bright = seen
    .slice(Math.floor(seen.length * 0.7), Math.ceil(seen.length * 0.99))
    .sort((a, b) => Math.hypot(a.u, a.v) - Math.hypot(b.u, b.v));
  const white = bright.slice(0, Math.max(1, Math.floor(bright.length / 3)));
  const mean = (of: (one: { u: number; v: number }) => number): number =>
    white.reduce((sum, one) => sum + of(one), 0) / white.length;
  const shift = (value: number): number => Math.round(clamp(-value, -MOST.shift, MOST.shift) * 10) / 10;
  return {
    gain: Math.round(gain * 1000) / 1000,
    gamma: Math.round(gamma * 1000) / 1000,
    blue: shift(mean((one) => one.u)),
    red: shift(mean((one) => one.v)),
  };
}

function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}

/** The filters that put it right; none where it is right already. */
export function lit({ gain, gamma, blue, red }: Light): string[] {
  if (gain === 1 && gamma === 1 && Math.hypot(blue, red) < 1) return [];
  const y = `16+219*pow(clip((val-16)/219*${gain},0,1),${gamma})`;
  return [`lutyuv=y='${y}':u='clip(val+${blue},16,240)':v='clip(val+${red},16,240)'`];
}
