import { join } from 'node:path';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { ffmpeg } from '../ffmpeg';
import { loudnessOf, SILENCE, type Loudness } from './measure';
import { RAW_FORMAT, SAMPLE_RATE } from './raw';
import { ring } from './ring';

/** Speech on telephones and laptops is put at −16 LUFS, its peaks at −1 dBTP (common practice, no source). */
export const TARGET: Loudness = { integrated: -16, peak: -1 };
/** More than this would bring up nothing but the room. */
const MOST_GAIN = 30;
const NEAR = 0.4;
const PASSES = 3;

/**
 * Brings a mix to its loudness and makes the sound of the film of it. One gain for all, so that nothing pumps, and a
 * limiter that looks between the samples; measured after each pass and put right. The sounds of cues are as loud in every
 * film, and a film in which nothing else is heard is not made louder for them.
 */
export async function finishSound(
  mix: { readonly path: string; readonly silent: boolean },
  { kind, sounds }: Pick<FilmPlan, 'kind' | 'sounds'>,
  scratch: string,
  signal?: AbortSignal,
): Promise<{ path: string; before: Loudness; after: Loudness }> {
  const input = [...RAW_FORMAT, '-i', mix.path];
  const out = join(scratch, kind === 'webm' ? 'sound.webm' : 'sound.m4a');
  const before = mix.silent ? { integrated: -Infinity, peak: -Infinity } : await loudnessOf(input, [], signal);
  const spoken = before.integrated > SILENCE;
  let gain = spoken ? Math.min(MOST_GAIN, TARGET.integrated - before.integrated) : 0;
  await ring(mix.path, sounds, 10 ** (-gain / 20));
  let ceiling = TARGET.peak - 0.5;
  let after = before;
  for (let pass = 0; pass < PASSES; pass++) {
    const filters = spoken ? [`volume=${gain.toFixed(2)}dB`, ...limiter(ceiling)] : [];
    await ffmpeg(
      [
        ...[...input, ...(filters.length > 0 ? ['-af', filters.join(',')] : [])],
        ...(kind === 'webm'
          ? ['-c:a', 'libopus', '-b:a', '128k', '-f', 'webm']
          : ['-c:a', 'aac', '-b:a', '192k', '-f', 'mp4']),
        ...['-y', out],
      ],
      { signal },
    );
    if (!spoken) break;
    after = await loudnessOf(['-i', out], [], signal);
    const off = TARGET.integrated - after.integrated;
    const over = after.peak - TARGET.peak;
    if (Math.abs(off) <= NEAR && over <= 0) break;
    if (over > 0) ceiling -= over + 0.1;
    gain = Math.min(MOST_GAIN, gain + off);
  }
  return { path: out, before, after };
}

/** Four times as many samples show most of what lies between them. */
function limiter(ceiling: number): string[] {
  const limit = 10 ** (ceiling / 20);
  return [
    `aresample=${4 * SAMPLE_RATE}`,
    `alimiter=limit=${limit.toFixed(4)}:level=false:attack=5:release=60`,
    `aresample=${SAMPLE_RATE}`,
  ];
}
