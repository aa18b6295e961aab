import * as z from 'zod';
import type { DocumentKind } from '../document/document';

export const SOUND_FORMAT = 'limber-cheek/sound';
export const SOUND_VERSION = 2;

/**
 * How far samples go, for drawing: the JSON form of waveform data, version 2, as it is published for the programs
 * `audiowaveform` and `waveform-data` (one pair of lowest and highest for so many samples).
 */
const peaksSchema = z.object({
  version: z.literal(2),
  channels: z.literal(1),
  sample_rate: z.int().positive(),
  samples_per_pixel: z.int().positive(),
  bits: z.literal(8),
  length: z.int().min(0),
  data: z.array(z.int().min(-128).max(127)),
});
export type Peaks = z.infer<typeof peaksSchema>;

/** What was found in the sound of a take: peaks for drawing, where someone speaks, how it sounds. Times in take ms. */
export const soundSchema = z.object({
  format: z.literal(SOUND_FORMAT),
  version: z.literal(SOUND_VERSION),
  peaks: peaksSchema,
  speech: z.array(z.tuple([z.number().min(0), z.number().min(0)])),
  /** Integrated loudness (EBU R 128); null where nothing is heard, or nobody has measured it. */
  loudnessLufs: z.number().nullable(),
  /** How loud the room is where nobody speaks, dBFS; null where that cannot be told. */
  noiseDb: z.number().nullable(),
  /** The hum of the mains, if there is one, and how loud, dBFS. */
  hum: z.object({ hz: z.union([z.literal(50), z.literal(60)]), db: z.number() }).nullable(),
});
export type Sound = z.infer<typeof soundSchema>;

/** How long one pair of peaks lasts, ms. @example peakMs(sound.peaks) // 40 */
export function peakMs({ samples_per_pixel, sample_rate }: Peaks): number {
  return (1000 * samples_per_pixel) / sample_rate;
}

/** How far the samples of a pair go from silence, 0 to 1. @example peakAt(sound.peaks, 12) // 0.5 */
export function peakAt({ data }: Peaks, at: number): number {
  return Math.max(-(data[2 * at] ?? 0), data[2 * at + 1] ?? 0) / 128;
}

/** Version 1 had the loudest of each stretch, 0 to 100; the first ones did not say what they are. */
interface Older {
  readonly stepMs: number;
  readonly peaks: readonly number[];
}

export const soundDocument: DocumentKind<Sound> = {
  format: SOUND_FORMAT,
  version: SOUND_VERSION,
  noun: 'description of sound',
  schema: soundSchema,
  lists: {},
  references: [],
  migrations: {
    0: (older) => older,
    1: (older) => {
      const { stepMs, peaks, ...rest } = older as unknown as Older & object;
      const far = peaks.map((peak) => Math.round(peak * 1.27));
      return {
        ...rest,
        peaks: {
          ...{ version: 2, channels: 1, sample_rate: 16_000, samples_per_pixel: 16 * stepMs, bits: 8 },
          ...{ length: far.length, data: far.flatMap((peak) => [0 - peak, peak]) },
        },
        ...{ loudnessLufs: null, noiseDb: null, hum: null },
      };
    },
  },
};
