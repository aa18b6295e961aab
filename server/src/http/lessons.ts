import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { IsNull } from 'typeorm';
import * as z from 'zod';
import { BundleError, readBundle } from '@limber/core/format/bundle';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { deriveCues } from '@limber/core/cue/derive';
import { changeSchema } from '@limber/core/lesson/change.schema';
import {
  LESSON_FORMAT,
  LESSON_VERSION,
  lessonFields,
  lessonSchema,
  type Lesson,
} from '@limber/core/lesson/lesson.schema';
import { schedule } from '@limber/core/lesson/schedule';
import { standingOf } from '@limber/core/lesson/stage';
import { assemblyMs } from '@limber/core/segment/filmed';
import { signal } from '../jobs/signals';
import { editLesson } from '../store/edit-lesson';
import { Changes, Lessons, type LessonRow } from '../store/entities';
import type { Context } from './context';
import { notFound, parse, Problem } from './problem';

const editsSchema = z.object({
  clientId: z.string().min(1).max(80),
  baseRevision: z.int().min(0),
  edits: z.array(z.object({ id: z.uuid(), kind: z.enum(['edit', 'undo', 'redo']), change: changeSchema })).max(500),
});

/** Lessons: the desk, the document, its edits and history, and its ways in and out. */
export function lessonRoutes({ database, log }: Context): Router {
  const router = Router();
  const lessons = database.getRepository(Lessons);

  const load = async (id: string): Promise<LessonRow> => {
    const row = await lessons.findOneBy({ id, trashedAt: IsNull() });
    if (!row) throw notFound('This lesson');
    return row;
  };

  const create = async (doc: Lesson): Promise<{ id: string }> => {
    await lessons.insert({ id: doc.id, revision: 1, doc: doc as never, updatedAt: new Date() });
    return { id: doc.id };
  };

  router.get('/', async (_request, response) => {
    const rows = await lessons.find({ where: { trashedAt: IsNull() }, order: { updatedAt: 'DESC' } });
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
    response.json(
      rows.map(({ id, doc, updatedAt }) => {
        const { versions = 0, viewings = 0 } = counts.get(id) ?? {};
        const plan = schedule(doc);
        return {
          id,
          title: doc.title,
          concern: doc.concern,
          school: doc.school,
          ownSchool: doc.ownSchool?.name ?? null,
          steps: doc.steps.length,
          plannedMs: plan.totalMs,
          filmedMs: assemblyMs(doc.assembly),
          targetMs: doc.targetMs,
          ...standingOf(doc, versions, viewings),
          versions,
          viewings,
          serious: serious.get(id) ?? 0,
          updatedAt,
          regions: plan.passages
            .filter((one) => one.stepId && one.side)
            .map((one) => ({
              region: doc.steps.find((step) => step.id === one.stepId)!.move.region,
              side: one.side,
              startMs: one.startMs,
              endMs: one.endMs,
            })),
        };
      }),
    );
  });

  router.post('/', async (request, response) => {
    const asked = parse(z.object({ title: lessonFields.title, pace: lessonFields.pace.optional() }), request.body);
    const doc = lessonSchema.parse({ format: LESSON_FORMAT, version: LESSON_VERSION, id: randomUUID(), ...asked });
    response.status(201).json(await create(doc));
  });

  router.post('/import', async (request, response) => {
    let doc: Lesson;
    try {
      doc = readBundle(request.body);
    } catch (error) {
      if (error instanceof BundleError)
        throw new Problem(422, 'bundle', `The lesson was not brought in. ${error.message}`, { path: error.path });
      throw error;
    }
    // Media do not travel in a bundle: takes and what is marked on them stay, and ask for their footage again.
    const takes = doc.takes.map((take) => ({ ...take, mediaId: null }));
    response.status(201).json(await create({ ...doc, id: randomUUID(), takes }));
  });

  router.get('/:id', async (request, response) => {
    const { id, revision, doc } = await load(request.params.id);
    const history = await database
      .getRepository(Changes)
      .find({ where: { lessonId: id }, order: { revision: 'DESC' }, take: 100 });
    const [shared] = await database.query<{ versions: number; viewings: number }[]>(
      `SELECT count(*)::int AS versions, coalesce(sum((r.doc->>'viewings')::int), 0)::int AS viewings
       FROM versions v LEFT JOIN rollups r ON r.version_id = v.id WHERE v.lesson_id = $1`,
      [id],
    );
    response.json({
      id,
      revision,
      doc,
      ...shared,
      history: history
        .reverse()
        .map(({ id: changeId, revision: at, change, inverse, kind, clientId, authorId, madeAt }) => ({
          id: changeId,
          revision: at,
          change,
          inverse,
          kind,
          clientId,
          mine: authorId === request.session.user!.id,
          madeAt,
        })),
    });
  });

  router.post('/:id/edits', async (request, response) => {
    const { clientId, baseRevision, edits } = parse(editsSchema, request.body);
    const answer = await editLesson(
      database,
      request.params.id,
      { baseRevision, clientId, authorId: request.session.user!.id },
      edits,
    );
    if (!answer) throw notFound('This lesson');
    if (answer.changes.some((one) => edits.some((edit) => edit.id === one.id)))
      await signal(database, { on: 'lesson', id: request.params.id, revision: answer.revision, clientId });
    response.status(answer.conflict ? 409 : 200).json(answer);
  });

  router.get('/:id/bundle', async (request, response) => {
    const { doc } = await load(request.params.id);
    response
      .attachment(`${fileName(doc.title)}.lesson.json`)
      .type('json')
      .send(JSON.stringify(doc, null, 2));
  });

  router.get('/:id/cues.vtt', async (request, response) => {
    const { doc } = await load(request.params.id);
    const kinds = parse(z.string().optional(), request.query['kinds'])?.split(',');
    const cues = deriveCues(doc).cues.filter((cue) => !kinds || kinds.includes(cue.kind));
    response
      .attachment(`${fileName(doc.title)}.vtt`)
      .type('text/vtt; charset=utf-8')
      .send(writeWebVtt(cues));
  });

  router.delete('/:id', async (request, response) => {
    const row = await load(request.params.id);
    await lessons.update({ id: row.id }, { trashedAt: new Date() });
    log.info({ lesson: row.id }, 'lesson put in the trash');
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    await lessons.update({ id: request.params.id }, { trashedAt: null });
    response.json({ id: (await load(request.params.id)).id });
  });

  return router;
}

function fileName(title: string): string {
  return (
    title
      .normalize('NFKD')
      .replace(/[^\w]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'lesson'
  );
}
