import { mkdtemp, readdir, rename, rm, copyFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, extname, join } from 'node:path';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { filmPlan, NoFilmError } from '@limber/core/render/film';
import type { FilmWish } from '@limber/core/render/film.schema';
import { WrongFont } from '@limber/server/media/film/check-fonts';
import { lookAt } from '@limber/server/media/film/ffmpeg';
import { NoFont } from '@limber/server/media/film/fonts';
import { makeFilm, type FilmMedium } from '@limber/server/media/film/make-film';
import { probe, RefusedMedia } from '@limber/server/media/probe';
import { InputError } from './input';

/**
 * Makes the film of a lesson from media that lie in a folder, named by their takes (`<takeId>.<ext>`), and writes it when
 * it is whole.
 *
 * @returns what ffprobe reads of it.
 * @throws InputError when a medium is not there or cannot be used.
 */
export async function renderFilm(
  lesson: Lesson,
  wish: FilmWish,
  style: CueStyle,
  folder: string,
  out: string,
): Promise<unknown> {
  const scratch = await mkdtemp(join(tmpdir(), 'limber-film-'));
  try {
    const files = await mediaIn(folder);
    const known = new Map<string, FilmMedium>();
    const medium = async (takeId: string): Promise<FilmMedium> => {
      const known_ = known.get(takeId);
      if (known_) return known_;
      const file = files.get(takeId);
      if (!file)
        throw new InputError(
          'missing-media',
          `There is no film of the take “${takeId}” in ${folder}: name it ${takeId}.mp4.`,
        );
      const path = join(folder, file);
      const { hasSound, highDynamicRange } = await probe(path);
      const one = { path, hasSound, highDynamicRange };
      known.set(takeId, one);
      return one;
    };
    const film = await makeFilm(filmPlan(onItsTakes(lesson), wish, { style }), medium, scratch);
    // Beside its place first: what is there is whole.
    const part = `${out}.part`;
    await copyFile(film, part);
    await rename(part, out);
    return lookAt(out);
  } catch (error) {
    if (error instanceof NoFilmError) throw new InputError('no-film', error.message);
    if (error instanceof RefusedMedia || error instanceof WrongFont || error instanceof NoFont)
      throw new InputError('unusable-media', error.message);
    throw error;
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
}

/** In a folder each take is one file, which gives its picture and its sound. */
function onItsTakes(lesson: Lesson): Lesson {
  const takes = lesson.takes.map((take) => ({
    ...take,
    sources: [{ mediaId: take.id, role: 'picture' as const, offsetMs: 0 }],
  }));
  return { ...lesson, takes, voiceOver: [], music: null };
}

async function mediaIn(folder: string): Promise<Map<string, string>> {
  try {
    return new Map((await readdir(folder)).map((file) => [basename(file, extname(file)), file]));
  } catch {
    throw new InputError('missing-file', `The folder ${folder} cannot be read. Check its name.`);
  }
}
