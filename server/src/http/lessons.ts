import '@limber/core/words/localize';
import { randomUUID } from 'node:crypto';
import { pipeline } from 'node:stream/promises';
import type { Router } from 'express';
import { IsNull } from 'typeorm';
import { ROUTES } from '@limber/core/api/routes';
import { goesAlong } from '@limber/core/caution/studio-rules';
import { DocumentError } from '@limber/core/document/document';
import { parseBundle } from '@limber/core/format/bundle';
import { fileName } from '@limber/core/format/file-name';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { showCues } from '@limber/core/cue/show';
import { bundleWithMedia } from '../media/bundle-out';
import { sensesIn } from '../media/senses';
import { logOfTake } from '../store/take-log';
import { LESSON_FORMAT, LESSON_VERSION, lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { standingOf } from '@limber/core/lesson/stage';
import { Lessons, type LessonRow } from '../store/entities';
import { insertLesson, lessonStore } from '../store/lesson-store';
import { listLessons, readable, titleOf } from '../store/list-lessons';
import { studioRules } from '../store/rules-store';
import type { Context } from './context';
import { editsRoute, historyOf } from './edits';
import { Routes, SENT } from './on';
import { notFound, Problem } from './problem';

/** Lessons: the desk, the document, its edits and history, and its ways in and out. */
export function lessonRoutes(context: Context): Router {
  const { database, media, log } = context;
  const routes = new Routes(context, '/lessons');
  const lessons = database.getRepository(Lessons);

  const load = async (id: string): Promise<LessonRow> => {
    const row = await lessons.findOneBy({ id, trashedAt: IsNull() });
    if (!row) throw await gone(id);
    return row;
  };

  const gone = async (id: string): Promise<Problem> =>
    (await lessons.existsBy({ id }))
      ? new Problem('trashed', $localize`This lesson is in the trash. Put it back on the desk to go on with it.`)
      : notFound($localize`This lesson`);

  const create = async (doc: Lesson): Promise<{ id: string }> => {
    await insertLesson(database, doc);
    return { id: doc.id };
  };

  routes.on(ROUTES.lessons, async () => {
    const rows = await listLessons(database);
    const shared = await database.query<{ lesson_id: string; versions: number; viewings: number }[]>(
      `SELECT v.lesson_id, count(DISTINCT v.id)::int AS versions, coalesce(sum((r.doc->>'viewings')::int), 0)::int AS viewings
       FROM versions v LEFT JOIN rollups r ON r.version_id = v.id GROUP BY v.lesson_id`,
    );
    const pains = await database.query<{ lesson_id: string; n: number }[]>(
      `SELECT v.lesson_id, count(*)::int AS n FROM discomfort d JOIN versions v ON v.id = d.version_id
       WHERE d.serious AND d.seen_at IS NULL GROUP BY v.lesson_id`,
    );
    const counts = new Map(shared.map((one) => [one.lesson_id, one]));
    const serious = new Map(pains.map((one) => [one.lesson_id, one.n]));
    return rows.map((row) => {
      if ('unreadable' in row) return row;
      const { id, updatedAt, summary } = row;
      const { versions = 0, viewings = 0 } = counts.get(id) ?? {};
      return {
        id,
        title: summary.title,
        concern: summary.concern,
        school: summary.school,
        ownSchool: summary.ownSchool,
        steps: summary.stepCount,
        moves: summary.moves,
        plannedMs: summary.plannedMs,
        filmedMs: summary.filmedMs,
        targetMs: summary.targetMs,
        ...standingOf(summary, versions, viewings),
        versions,
        viewings,
        serious: serious.get(id) ?? 0,
        updatedAt,
        regions: summary.regions,
      };
    });
  });

  routes.on(ROUTES.newLesson, ({ body: asked }) => {
    const doc = lessonSchema.parse({ format: LESSON_FORMAT, version: LESSON_VERSION, id: randomUUID(), ...asked });
    return create(doc);
  });

  routes.on(ROUTES.bringIn, ({ body }) => {
    let doc: Lesson;
    try {
      doc = parseBundle(body);
    } catch (error) {
      if (error instanceof DocumentError)
        throw new Problem('bundle', $localize`The lesson was not brought in. ${error.message}`, { path: error.path });
      throw error;
    }
    // Media do not travel in a bundle: takes and what is marked on them stay, and ask for their footage again.
    const takes = doc.takes.map((take) => ({ ...take, sources: [] }));
    return create({ ...doc, id: randomUUID(), takes, waiting: [], voiceOver: [], music: null, rules: null });
  });

  routes.on(ROUTES.lesson, async ({ params, request }) => {
    const { row, history } = await database.transaction('REPEATABLE READ', async (manager) => ({
      row: await manager.getRepository(Lessons).findOneBy({ id: params.id, trashedAt: IsNull() }),
      history: await historyOf(manager, lessonStore.name, params.id, request),
    }));
    if (!row) throw await gone(params.id);
    const { id, revision, doc } = row;
    const [shared] = await database.query<{ versions: number; viewings: number }[]>(
      `SELECT count(*)::int AS versions, coalesce(sum((r.doc->>'viewings')::int), 0)::int AS viewings
       FROM versions v LEFT JOIN rollups r ON r.version_id = v.id WHERE v.lesson_id = $1`,
      [id],
    );
    return { id, revision, doc, versions: shared!.versions, viewings: shared!.viewings, history };
  });

  routes.on(
    ROUTES.editLesson,
    editsRoute(
      context,
      lessonStore,
      (params) => params!.id,
      (edited, id) => ({ on: 'lesson', ...edited, id }),
      gone,
    ),
  );

  routes.on(ROUTES.lessonBundle, async ({ params, response }) => {
    // As it is stored when it cannot be read: whoever can mend it needs all of it.
    const [row] = await database.query<{ doc: unknown }[]>('SELECT doc FROM lessons WHERE id = $1', [params.id]);
    if (!row) throw notFound($localize`This lesson`);
    const doc = readable(row.doc);
    const rules = goesAlong(await studioRules(database));
    response
      .attachment(`${fileName(titleOf(row.doc))}.lesson.json`)
      .type('json')
      .send(JSON.stringify(doc instanceof DocumentError ? row.doc : { ...doc, rules }, null, 2));
    return SENT;
  });

  routes.on(ROUTES.lessonWithMedia, async ({ params, response }) => {
    const { doc } = await load(params.id);
    const rules = goesAlong(await studioRules(database));
    const { stream, bytes } = await bundleWithMedia(context, { ...doc, rules });
    response
      .attachment(`${fileName(doc.title)}.lesson.zip`)
      .type('application/zip')
      .set({ 'Content-Length': String(bytes), 'Cache-Control': 'no-store' });
    // Somebody who goes away, or a film that does, ends it short of its length: no browser takes that for whole.
    await pipeline(stream, response).catch(() => response.destroy());
    return SENT;
  });

  routes.on(ROUTES.lessonCues, async ({ params, query, response }) => {
    const { doc } = await load(params.id);
    const kinds = query.kinds?.split(',');
    const { cues } = showCues(doc, await sensesIn(database.manager, media, doc));
    response
      .attachment(`${fileName(doc.title)}.vtt`)
      .type('text/vtt; charset=utf-8')
      .send(writeWebVtt(cues.filter((cue) => !kinds || kinds.includes(cue.kind))));
    return SENT;
  });

  /** The same plan, takes and marks under another name; what was shared stays with the first. */
  routes.on(ROUTES.copyLesson, async ({ params }) => {
    const { doc } = await load(params.id);
    // Never cut through a letter that is written in two halves.
    const title = $localize`Copy of ${doc.title}`.slice(0, 160).replace(/[\uD800-\uDBFF]$/, '');
    // Another lesson is public nowhere yet.
    return create({ ...doc, id: randomUUID(), title, publicElsewhere: false, publicAddress: '' });
  });

  routes.on(ROUTES.trashLesson, async ({ params: { id } }) => {
    const { affected } = await lessons.update({ id, trashedAt: IsNull() }, { trashedAt: new Date() });
    if (!affected) throw notFound($localize`This lesson`);
    log.info({ lesson: id }, 'lesson put in the trash');
  });

  routes.on(ROUTES.takeLog, async ({ params }) => {
    const { doc } = await load(params.id);
    const take = doc.takes.find((one) => one.id === params.takeId);
    if (!take) throw notFound($localize`This take`);
    return logOfTake(database, doc, take);
  });

  return routes.router;
}
