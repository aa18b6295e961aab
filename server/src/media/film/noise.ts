import { SAFE_INPUT } from '../probe';
import { outputOf } from '../ffmpeg';
import { SAMPLE_RATE } from './raw';

/** What is heard in a room when nobody speaks. */
export interface Noise {
  /** How loud it is, dB of full scale. */
  readonly floorDb: number;
  /** The mains that hum, Hz; null when nothing does. */
  readonly humHz: 50 | 60 | null;
}

const RATE = 16_000;
/** So much of a medium says enough, s. */
const MOST_SECONDS = 600;
/** The quietest tenth of stretches so long is the room, samples. */
const STRETCH = RATE / 5;
/** A hum stands so much above what lies beside it, dB. */
const HUM_DB = 9;
const HARMONICS = [1, 2, 3, 4, 5, 6] as const;

/** Listens to a medium. @throws ToolTrouble */
export async function noiseOf(original: string, signal?: AbortSignal): Promise<Noise> {
  const raw = await outputOf(
    [
      ...[
        ...SAFE_INPUT,
        '-i',
        original,
        '-map',
        '0:a:0',
        '-vn',
        '-t',
        String(MOST_SECONDS),
        '-ac',
        '1',
        '-ar',
        String(RATE),
      ],
      ...['-c:a', 'pcm_s16le', '-f', 's16le'],
    ],
    signal,
  );
  return noiseIn(Float32Array.from({ length: raw.length >> 1 }, (_, i) => raw.readInt16LE(2 * i) / 32_768));
}

/**
 * How loud the room is, and whether the mains hum in it: the quietest tenth of all stretches of a fifth of a second.
 *
 * @param samples 16 kHz, −1 to 1.
 */
export function noiseIn(samples: Float32Array): Noise {
  const stretches: { at: number; power: number }[] = [];
  for (let at = 0; at + STRETCH <= samples.length; at += STRETCH) {
    let sum = 0;
    for (let i = at; i < at + STRETCH; i++) sum += samples[i]! ** 2;
    // Nothing at all is no room: it was put there.
    if (sum > 0) stretches.push({ at, power: sum / STRETCH });
  }
  if (stretches.length === 0) return { floorDb: -120, humHz: null };
  const quiet = stretches.sort((a, b) => a.power - b.power).slice(0, Math.max(1, Math.floor(stretches.length / 10)));
  const floor = quiet.reduce((sum, one) => sum + one.power, 0) / quiet.length;
  const hums = ([50, 60] as const).map((hz) => ({ hz, db: humOf(samples, quiet, hz) }));
  const loudest = hums.reduce((a, b) => (b.db > a.db ? b : a));
  return { floorDb: 10 * Math.log10(floor), humHz: loudest.db > HUM_DB ? loudest.hz : null };
}

/** How far the strongest of the first harmonics stands above what lies beside it, dB. */
function humOf(samples: Float32Array, stretches: readonly { at: number }[], hz: number): number {
  const power = (at: number): number =>
    stretches.reduce((sum, one) => sum + goertzel(samples.subarray(one.at, one.at + STRETCH), at), 0);
  return Math.max(
    ...HARMONICS.slice(0, 3).map((n) => {
      // Multiples of 5 Hz are the bins of a fifth of a second; those beside belong to neither mains.
      const beside = (power(n * hz - 15) + power(n * hz + 15)) / 2;
      return 10 * Math.log10((power(n * hz) + 1e-12) / (beside + 1e-12));
    }),
  );
}

/** The power of one frequency (Goertzel 1958). */
function goertzel(samples: Float32Array, hz: number): number {
  const turn = 2 * Math.cos((2 * Math.PI * hz) / RATE);
  let [before, last] = [0, 0];
  samples.forEach((value, i) => {
    // A window keeps a loud neighbour out.
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / samples.length);
    [before, last] = [last, value * window + turn * last - before];
  });
  return before ** 2 + last ** 2 - turn * before * last;
}

/** Below this there is nothing that anybody hears. */
const SILENT_DB = -75;
/** Speech has nothing below this. */
const RUMBLE_HZ = 75;
/** ffmpeg's spectral filter gives everything so much later, samples (heard in its output). */
const LATER = SAMPLE_RATE / 40;

/** The filters that turn a room down; none where it is silent. */
export function quieted({ floorDb, humHz }: Noise): string[] {
  const hum = humHz === null ? [] : HARMONICS.map((n) => `bandreject=f=${n * humHz}:width_type=q:w=${8 * n}`);
  if (floorDb < SILENT_DB) return hum;
  const floor = Math.round(Math.min(-22, Math.max(-78, floorDb - 4)));
  return [
    `highpass=f=${RUMBLE_HZ}`,
    ...hum,
    `afftdn=nr=18:nf=${floor}`,
    `atrim=start_sample=${LATER}`,
    'asetpts=N/SR/TB',
  ];
}
