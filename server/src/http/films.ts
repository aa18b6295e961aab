import type { Router } from 'express';
import { In, IsNull } from 'typeorm';
import * as z from 'zod';
import type { Film } from '@limber/core/api/films';
import type { Route } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import { withoutPictures } from '@limber/core/cue/fonts';
import { fileName } from '@limber/core/format/file-name';
import { NoFilmError } from '@limber/core/render/film';
import { Artefacts, Films, Jobs, Lessons, type FilmRow, type LessonRow } from '../store/entities';
import { askForFilm, deleteFilm, hashOf, planNow } from '../store/films';
import type { Context } from './context';
import { shownJob } from './jobs';
import { Routes, SENT } from './on';
import { notFound, Problem } from './problem';
import { sendFile } from './send-file';

/** The finished films of a lesson: ask for one, see how far it is, take it, delete it. */
export function filmRoutes(context: Context): Router {
  const { database, media, log } = context;
  const routes = new Routes(context, '');
  const films = database.getRepository(Films);

  const lessonOf = async (id: string): Promise<LessonRow> => {
    const row = await database.getRepository(Lessons).findOneBy({ id, trashedAt: IsNull() });
    if (!row) throw notFound('This lesson');
    return row;
  };

  const shown = async (lesson: LessonRow, rows: readonly FilmRow[]): Promise<Film[]> => {
    const ids = rows.map((row) => row.id);
    const made = await database.getRepository(Artefacts).findBy({ ownerId: In(ids) });
    const jobs = await database
      .getRepository(Jobs)
      .find({ where: { kind: 'render', ownerId: In(ids) }, order: { createdAt: 'DESC' } });
    const now = new Map<string, string | null>();
    const hashNow = async (row: FilmRow): Promise<string | null> => {
      const { cut, frame, captions, kind, stillMs } = row.plan;
      const name = [cut, frame, captions, kind, stillMs].join();
      if (!now.has(name)) {
        const plan = await planNow(database.manager, media, lesson.doc, { cut, frame, captions, kind, stillMs }).catch(
          () => null,
        );
        now.set(name, plan && hashOf(plan));
      }
      return now.get(name)!;
    };
    return Promise.all(
      rows.map(async (row): Promise<Film> => {
        const { id, lessonId, versionNumber, plan, hash, createdAt } = row;
        const { cut, frame, captions, kind, stillMs, width, height, rate, frames, style } = plan;
        const file = made.find((one) => one.ownerId === id && one.name === `film.${kind}`);
        const job = jobs.find((one) => one.ownerId === id);
        return {
          ...{ id, lessonId, cut, frame, captions, kind, stillMs, width, height, createdAt },
          version: versionNumber,
          style: style.name,
          durationMs: Math.round((frames * 1000 * rate.denominator) / rate.numerator),
          bytes: file ? Number(file.bytes) : null,
          changed: versionNumber === null && (await hashNow(row)) !== hash,
          leftOut: [...new Set(plan.cues.map((cue) => cue.text))].filter((text) => withoutPictures(text) !== text),
          job: job ? shownJob(job) : null,
        };
      }),
    );
  };

  routes.on(ROUTES.films, async ({ params }) => {
    const lesson = await lessonOf(params.id);
    return shown(lesson, await films.find({ where: { lessonId: lesson.id }, order: { createdAt: 'DESC' }, take: 100 }));
  });

  routes.on(ROUTES.newFilm, async ({ params, body }) => {
    try {
      const row = await askForFilm(database, media, params.id, body);
      if (!row) throw notFound(body.versionId ? 'This version' : 'This lesson');
      return (await shown(await lessonOf(params.id), [row]))[0]!;
    } catch (error) {
      if (error instanceof NoFilmError) throw new Problem('not-ready', error.message);
      throw error;
    }
  });

  routes.on(ROUTES.deleteFilm, async ({ params: { id } }) => {
    if (!z.uuid().safeParse(id).success || !(await deleteFilm(database, media, id))) throw notFound('This film');
    log.info({ film: id }, 'finished film deleted');
  });

  const files = { mp4: [ROUTES.filmMp4, 'video/mp4'], webm: [ROUTES.filmWebm, 'video/webm'] } as const;
  for (const kind of ['mp4', 'webm'] as const) {
    const [route, type] = files[kind];
    routes.on<Route<typeof route.params, typeof route.query>>(
      route,
      async ({ params: { id }, query, request, response }) => {
        const row = z.uuid().safeParse(id).success ? await films.findOneBy({ id }) : null;
        const file =
          row && (await database.getRepository(Artefacts).findOneBy({ ownerId: row.id, name: `film.${kind}` }));
        if (!row || !file) throw notFound('This film');
        const shape = row.plan.frame.replace(':', '×');
        if (query.download !== undefined) response.attachment(`${fileName(row.plan.title)} ${shape}.${kind}`);
        await sendFile(request, response, media, { key: file.key, type, cache: 'no-store' });
        return SENT;
      },
    );
  }

  return routes.router;
}
