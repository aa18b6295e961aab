import '@limber/core/words/localize';
import type { Router } from 'express';
import * as z from 'zod';
import type { Job } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import { cancelJob, retryJob } from '../jobs/queue';
import { Jobs, type JobRow } from '../store/entities';
import type { Context } from './context';
import { eventStream } from './event-stream';
import { Routes, SENT } from './on';
import { notFound } from './problem';

/** Long work: how far it is, cancel, retry, and the stream of everything that moves (server-sent events). */
export function jobRoutes(context: Context): Router {
  const { database, signals } = context;
  const routes = new Routes(context, '/jobs');
  const jobs = database.getRepository(Jobs);

  const load = async (id: string): Promise<JobRow> => {
    const row = z.uuid().safeParse(id).success ? await jobs.findOneBy({ id }) : null;
    if (!row) throw notFound($localize`This job`);
    return row;
  };

  routes.on(ROUTES.stream, ({ request, response }) => {
    const { id: userId } = request.user!;
    // It ends with the session that it was opened with; when that was not told, it is found at the next beat.
    const stillIn = async (): Promise<void> => {
      const rows = await database.query<unknown[]>('SELECT 1 FROM session WHERE sid = $1 AND expire > now()', [
        request.sessionID,
      ]);
      if (rows.length === 0) response.end();
    };
    // A database that is away says nothing about the session: the next beat asks again.
    const check = (): void => void stillIn().catch(() => undefined);
    const send = eventStream(request, response, check);
    const stop = signals.subscribe((one) => {
      if (one.on === 'access') {
        if (one.userId === userId) check();
      } else if (one.on === 'lesson' || one.on === 'library' || one.on === 'rules' || one.on === 'ideas')
        send(one, one.on);
      else if (one.on === 'job')
        void load(one.id)
          .then((row) => send(shownJob(row), 'job'))
          .catch(() => undefined);
    });
    request.on('close', stop);
    return SENT;
  });

  routes.on(ROUTES.job, async ({ params }) => shownJob(await load(params.id)));

  routes.on(ROUTES.cancelJob, async ({ params }) => {
    await cancelJob(database, (await load(params.id)).id);
    return shownJob(await load(params.id));
  });

  routes.on(ROUTES.retryJob, async ({ params }) => {
    await retryJob(database, (await load(params.id)).id);
    return shownJob(await load(params.id));
  });

  return routes.router;
}

export function shownJob(job: JobRow): Job {
  const { id, kind, ownerId, lessonId, state, progress, doing, error, attempts, startedAt } = job;
  const sinceMs = startedAt ? Date.now() - startedAt.getTime() : 0;
  // Only a first attempt made all of its progress since it was taken.
  const leftMs =
    state === 'running' && progress > 0.05 && attempts === 1 ? Math.round((sinceMs / progress) * (1 - progress)) : null;
  return { id, kind, ownerId, lessonId, state, progress, doing, error, leftMs };
}
