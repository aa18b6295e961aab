import { join } from 'node:path';
import { filmParts } from '@limber/core/render/film';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { secondsOf } from '@limber/core/time/frames';
import { ffmpeg } from '../ffmpeg';
import { asJpeg } from './ffmpeg';

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
  const seconds = secondsOf(stillAt - part.at, rate);
  await ffmpeg(['-ss', seconds.toFixed(6), '-i', path, ...asJpeg(out)], { signal });
  return out;
}
