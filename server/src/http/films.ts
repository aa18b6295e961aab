import '@limber/core/words/localize';
import { mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Router } from 'express';
import { In, IsNull } from 'typeorm';
import * as z from 'zod';
import type { Film } from '@limber/core/api/films';
import type { Route } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import { withoutPictures } from '@limber/core/cue/fonts';
import { fileName } from '@limber/core/format/file-name';
import type { Senses } from '@limber/core/cue/senses';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { filmPlan, NO_FOOTAGE, NoFilmError } from '@limber/core/render/film';
import { SHAPE_NAMES, type FilmWish } from '@limber/core/render/film.schema';
import { msOfFrame } from '@limber/core/time/frames';
import { Artefacts, Films, Jobs, Lessons, Media, type FilmRow, type LessonRow } from '../store/entities';
import { sensesIn } from '../media/senses';
import { originalKey } from '../media/keys';
import { tryPicture, trySound, type Trial } from '../media/film/trial';
import { askForFilm, deleteFilm, hashOf, planNow } from '../store/films';
import type { Context } from './context';
import { shownJob } from './jobs';
import { inTurn } from '../in-turn';
import { Routes, SENT, type Asked } from './on';
import { notFound, Problem } from './problem';
import { sendFile } from './send-file';

/** The finished films of a lesson: ask for one, see how far it is, take it, delete it. */
export function filmRoutes(context: Context): Router {
  const { config, database, media, log } = context;
  const routes = new Routes(context, '');
  const films = database.getRepository(Films);

  const lessonOf = async (id: string): Promise<LessonRow> => {
    const row = await database.getRepository(Lessons).findOneBy({ id, trashedAt: IsNull() });
    if (!row) throw notFound($localize`This lesson`);
    return row;
  };

  const shown = async (lesson: LessonRow, rows: readonly FilmRow[]): Promise<Film[]> => {
    const ids = rows.map((row) => row.id);
    const made = await database.getRepository(Artefacts).findBy({ ownerId: In(ids) });
    const jobs = await database
      .getRepository(Jobs)
      .find({ where: { kind: 'render', ownerId: In(ids) }, order: { createdAt: 'DESC' } });
    const hashNow = await hashesNow(lesson);
    return rows.map((row): Film => {
      const { id, lessonId, versionNumber, plan, hash, createdAt } = row;
      const { cut, frame, captions, kind, stillMs, width, height, rate, frames, style } = plan;
      const file = made.find((one) => one.ownerId === id && one.name === `film.${kind}`);
      const job = jobs.find((one) => one.ownerId === id);
      return {
        ...{ id, lessonId, cut, frame, captions, kind, stillMs, width, height, createdAt },
        version: versionNumber,
        style: style.name,
        durationMs: msOfFrame(frames, rate),
        bytes: file ? Number(file.bytes) : null,
        changed: versionNumber === null && hashNow(wishOf(plan)) !== hash,
        leftOut: [...new Set(plan.cues.map((cue) => cue.text))].filter((text) => withoutPictures(text) !== text),
        job: job ? shownJob(job) : null,
      };
    });
  };
  /** What a wish would be made from today, as a hash; null when it cannot be made. Each wish is planned once. */
  const hashesNow = async (lesson: LessonRow): Promise<(wish: FilmWish) => string | null> => {
    const senses = await sensesIn(database.manager, media, lesson.doc);
    const known = new Map<string, string | null>();
    return (wish) => {
      const name = JSON.stringify(wish);
      if (!known.has(name)) known.set(name, hashOfPlan(lesson.doc, wish, senses));
      return known.get(name)!;
    };
  };

  routes.on(ROUTES.films, async ({ params }) => {
    const lesson = await lessonOf(params.id);
    return shown(lesson, await films.find({ where: { lessonId: lesson.id }, order: { createdAt: 'DESC' }, take: 100 }));
  });

  routes.on(ROUTES.newFilm, async ({ params, body }) => {
    try {
      const row = await askForFilm(database, media, params.id, body);
      if (!row) throw notFound(body.versionId ? $localize`This version` : $localize`This lesson`);
      return (await shown(await lessonOf(params.id), [row]))[0]!;
    } catch (error) {
      if (error instanceof NoFilmError) throw new Problem('not-ready', error.message);
      throw error;
    }
  });

  routes.on(ROUTES.deleteFilm, async ({ params: { id } }) => {
    if (!z.uuid().safeParse(id).success || !(await deleteFilm(database, media, id)))
      throw notFound($localize`This film`);
    log.info({ film: id }, 'finished film deleted');
  });

  const trial = async (
    { params, query, response }: Pick<Asked<typeof ROUTES.filmPicture>, 'params' | 'query' | 'response'>,
    make: (trial: Trial, at: number) => Promise<Buffer>,
  ): Promise<Buffer> => {
    const lesson = await lessonOf(params.id);
    const { atMs, as, cues, ...wish } = query;
    const only = { brighter: as === 'brighter', quieter: as === 'quieter', music: null };
    const doc = as === 'it-will-be' ? lesson.doc : { ...lesson.doc, ...only };
    const gone = new AbortController();
    // Whoever went on does not want it any more.
    response.on('close', () => gone.abort());
    const scratch = await mkdtemp(join(config.scratchFolder, 'trial-'));
    try {
      const whole = await planNow(database.manager, media, doc, { ...wish, kind: 'mp4', stillMs: atMs });
      const plan = cues === 'shown' ? whole : { ...whole, cues: [] };
      const medium = async (id: string): ReturnType<Trial['medium']> => {
        const row = await database.getRepository(Media).findOneBy({ id });
        if (!row || (await media.size(originalKey(id))) === null) throw new NoFilmError(NO_FOOTAGE);
        return { ...row, path: await media.toScratch(originalKey(id), scratch) };
      };
      const fonts = config.fontFolder;
      return await oneByOne(() => {
        gone.signal.throwIfAborted();
        return make({ plan, medium, scratch, fonts, signal: gone.signal }, plan.stillAt ?? 0);
      });
    } catch (error) {
      if (error instanceof NoFilmError) throw new Problem('not-ready', error.message);
      throw error;
    } finally {
      await rm(scratch, { recursive: true, force: true });
    }
  };

  for (const [route, make] of [
    [ROUTES.filmPicture, tryPicture],
    [ROUTES.filmSound, trySound],
  ] as const)
    routes.on<typeof ROUTES.filmPicture>(route, async (asked) => {
      const { request, response } = asked;
      const made = await trial(asked, make).catch((error: unknown) => {
        if (request.destroyed || response.destroyed) return null;
        throw error;
      });
      if (made) response.set('Cache-Control', 'no-store').type(route.type!).send(made);
      return SENT;
    });

  const files = {
    mp4: [ROUTES.filmMp4, 'video/mp4'],
    webm: [ROUTES.filmWebm, 'video/webm'],
    jpg: [ROUTES.filmStill, 'image/jpeg'],
  } as const;
  for (const kind of ['mp4', 'webm', 'jpg'] as const) {
    const [route, type] = files[kind];
    routes.on<Route<typeof route.params, typeof route.query>>(
      route,
      async ({ params: { id }, query, request, response }) => {
        const row = z.uuid().safeParse(id).success ? await films.findOneBy({ id }) : null;
        const file =
          row && (await database.getRepository(Artefacts).findOneBy({ ownerId: row.id, name: `film.${kind}` }));
        if (!row || !file) throw notFound($localize`This film`);
        const shape = SHAPE_NAMES[row.plan.frame];
        if (query.download !== undefined) response.attachment(`${fileName(row.plan.title)} ${shape}.${kind}`);
        await sendFile(request, response, media, { key: file.key, type, cache: 'no-store' });
        return SENT;
      },
    );
  }

  return routes.router;
}

function wishOf({ cut, frame, captions, kind, stillMs }: FilmWish): FilmWish {
  return { cut, frame, captions, kind, stillMs };
}

function hashOfPlan(lesson: Lesson, wish: FilmWish, senses: Senses): string | null {
  try {
    return hashOf(filmPlan(lesson, wish, senses));
  } catch (error) {
    if (error instanceof NoFilmError) return null;
    throw error;
  }
}

/** One trial at a time: somebody who moves through a lesson asks for many, and the machine has other work. */
const oneByOne = inTurn();
