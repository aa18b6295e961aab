import { join } from 'node:path';
import { filmParts } from '@limber/core/render/film';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { asJpeg, ffmpeg } from './ffmpeg';

/**
 * The picture that stands for a film in lists, taken from its finished parts.
 *
 * @returns its path; null when none is wanted.
 */
export async function stillOf(
  plan: FilmPlan,
  parts: readonly string[],
  scratch: string,
  signal?: AbortSignal,
): Promise<string | null> {
  const { rate, stillAt } = plan;
  if (stillAt === null) return null;
  const all = filmParts(plan);
  const index = all.findIndex(({ at, frames }) => stillAt < at + frames);
  const [part, path] = [all[index], parts[index]];
  if (!part || !path) return null;
  const out = join(scratch, 'still.jpg');
  const seconds = ((stillAt - part.at) * rate.denominator) / rate.numerator;
  await ffmpeg(['-ss', seconds.toFixed(6), '-i', path, ...asJpeg(out)], signal ? { signal } : {});
  return out;
}
