import '@limber/core/words/localize';
import type { Router } from 'express';
import { In, IsNull } from 'typeorm';
import * as z from 'zod';
import type { UploadRecord } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import { askToLook } from '../jobs/asks';
import { keepCaptionsAlong } from '../media/arrivals';
import { retryJob } from '../jobs/queue';
import { Jobs, Uploads, type UploadRow } from '../store/entities';
import type { Context } from './context';
import { shownJob } from './jobs';
import { Routes } from './on';
import { mustBeCaptions } from './captions';
import { notFound } from './problem';

/** What became of uploads: kept until the person has seen it, whatever happened to the page that sent them. */
export function arrivalRoutes(context: Context): Router {
  const { database } = context;
  const routes = new Routes(context, '/arrivals');
  const uploads = database.getRepository(Uploads);

  const load = async (id: string): Promise<UploadRow> => {
    const row = z.uuid().safeParse(id).success ? await uploads.findOneBy({ id }) : null;
    if (!row) throw notFound($localize`This upload`);
    return row;
  };

  const shown = async (rows: readonly UploadRow[]): Promise<UploadRecord[]> => {
    const jobs = await database
      .getRepository(Jobs)
      .find({ where: { kind: 'look', ownerId: In(rows.map((row) => row.id)) }, order: { createdAt: 'ASC' } });
    const latest = new Map(jobs.map((job) => [job.ownerId, job]));
    return rows.map((row) => {
      const job = latest.get(row.id);
      const { id, lessonId, name, state, words, takeId } = row;
      return { id, lessonId, name, bytes: Number(row.bytes), state, words, takeId, job: job ? shownJob(job) : null };
    });
  };

  routes.on(ROUTES.arrivals, async ({ query: { lessonId } }) => {
    const rows = await uploads.find({ where: { lessonId, seenAt: IsNull() }, order: { createdAt: 'ASC' } });
    return shown(rows.filter((row) => row.state !== 'sending' && (row.state !== 'taken' || row.words !== '')));
  });

  routes.on(ROUTES.arrival, async ({ params }) => (await shown([await load(params.id)]))[0]!);

  routes.on(ROUTES.arrivalSeen, async ({ params }) => {
    await uploads.update({ id: (await load(params.id)).id }, { seenAt: new Date() });
  });

  routes.on(ROUTES.arrivalCaptions, async ({ params, body: { text } }) => {
    const { id } = await load(params.id);
    mustBeCaptions(text);
    await keepCaptionsAlong(database, id, text);
  });

  /** Looks at it again: a tool was missing, or the disk was full. */
  routes.on(ROUTES.arrivalAgain, async ({ params }) => {
    const row = await load(params.id);
    if (row.state === 'arrived') {
      const [job] = await database.query<{ id: string }[]>(
        `SELECT id FROM jobs WHERE kind = 'look' AND owner_id = $1 ORDER BY created_at DESC LIMIT 1`,
        [row.id],
      );
      if (job) await retryJob(database, job.id);
      else await askToLook(database, row);
    }
    return (await shown([row]))[0]!;
  });

  return routes.router;
}
