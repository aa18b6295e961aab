import { Router } from 'express';
import { Jobs, type JobRow } from '../store/entities';
import type { Context } from './context';
import { notFound } from './problem';

/** Long work: how far it is, cancel, retry, and the stream of everything that moves (server-sent events). */
export function jobRoutes({ database, queue, signals }: Context): Router {
  const router = Router();
  const jobs = database.getRepository(Jobs);

  const load = async (id: string): Promise<JobRow> => {
    const row = await jobs.findOneBy({ id }).catch(() => null);
    if (!row) throw notFound('This job');
    return row;
  };

  router.get('/stream', (request, response) => {
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    response.flushHeaders();
    response.write('retry: 2000\n\n');
    const send = (event: string, data: unknown): void =>
      void response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    const stop = signals.subscribe((one) => {
      if (one.on === 'lesson') send('lesson', one);
      else
        void load(one.id)
          .then((row) => send('job', shown(row)))
          .catch(() => undefined);
    });
    const beat = setInterval(() => response.write(': here\n\n'), 15_000);
    request.on('close', () => {
      clearInterval(beat);
      stop();
    });
  });

  router.get('/:id', async (request, response) => {
    response.json(shown(await load(request.params.id)));
  });

  router.post('/:id/cancel', async (request, response) => {
    await queue.cancel((await load(request.params.id)).id);
    response.json(shown(await load(request.params.id)));
  });

  router.post('/:id/retry', async (request, response) => {
    await queue.retry((await load(request.params.id)).id);
    response.json(shown(await load(request.params.id)));
  });

  return router;
}

function shown({ id, mediaId, lessonId, state, progress, doing, error, attempt, startedAt }: JobRow): object {
  const sinceMs = startedAt ? Date.now() - startedAt.getTime() : 0;
  const leftMs =
    state === 'running' && progress > 0.05 && attempt === 1 ? Math.round((sinceMs / progress) * (1 - progress)) : null;
  return { id, mediaId, lessonId, state, progress, doing, error, leftMs };
}
