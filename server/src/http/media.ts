import '@limber/core/words/localize';
import type { Router } from 'express';
import * as z from 'zod';
import { ARTEFACTS, type Medium, type MediumArtefact } from '@limber/core/api/media';
import type { Route } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import { askToPrepare } from '../jobs/asks';
import { OF_VERSIONS } from '../media/unused';
import { Artefacts, Jobs, Media, type JobRow, type MediaRow } from '../store/entities';
import type { Context } from './context';
import { shownJob } from './jobs';
import { Routes, SENT } from './on';
import { notFound } from './problem';
import { sendFile } from './send-file';

export const ARTEFACT_TYPES: Readonly<Record<MediumArtefact, string>> = {
  'poster.jpg': 'image/jpeg',
  'sound.json': 'application/json; charset=utf-8',
  'proxy.mp4': 'video/mp4',
  'proxy.m4a': 'audio/mp4',
  'analysis.json': 'application/json; charset=utf-8',
};

/** A take's media for the studio. */
export function mediaRoutes(context: Context): Router {
  const { database, media } = context;
  const routes = new Routes(context, '/media');

  const load = async (id: string): Promise<MediaRow> => {
    const row = z.uuid().safeParse(id).success ? await database.getRepository(Media).findOneBy({ id }) : null;
    if (!row) throw notFound($localize`This footage`);
    return row;
  };

  const shown = async (row: MediaRow): Promise<Medium> => {
    const made = await database.getRepository(Artefacts).findBy({ ownerId: row.id });
    const latest = (kind: string): Promise<JobRow | null> =>
      database.getRepository(Jobs).findOne({ where: { kind, ownerId: row.id }, order: { createdAt: 'DESC' } });
    const prepared = await latest('prepare');
    // What is looked at once the film can be played is told of when that is done.
    const job = prepared && prepared.state !== 'done' ? prepared : ((await latest('analyse')) ?? prepared);
    const { id, name, durationMs, width, height, hasSound, warning } = row;
    const needs = await database.query<{ number: number; title: string }[]>(
      `SELECT number, coalesce(l.doc->>'title', '') AS title FROM (${OF_VERSIONS}) v JOIN lessons l ON l.id = v.lesson_id
       WHERE media_id = $1::text ORDER BY title, number`,
      [id],
    );
    return {
      ...{ id, name, bytes: Number(row.bytes), durationMs, width, height, hasSound, warning },
      artefacts: ARTEFACTS.filter((one) => made.some(({ name: made }) => made === one)),
      madeBytes: made.reduce((sum, one) => sum + Number(one.bytes), 0),
      neededBy: needs.map((one) => $localize`version ${one.number} of “${one.title}”`),
      job: job ? shownJob(job) : null,
    };
  };

  routes.on(ROUTES.medium, async ({ params }) => shown(await load(params.id)));

  /** Makes everything of it again, whatever is there. */
  routes.on(ROUTES.prepare, async ({ params }) => {
    const row = await load(params.id);
    await askToPrepare(database, row.id);
    return shown(row);
  });

  const files = {
    'poster.jpg': ROUTES.poster,
    'sound.json': ROUTES.sound,
    'proxy.mp4': ROUTES.film,
    'proxy.m4a': ROUTES.heardSound,
    'analysis.json': ROUTES.analysis,
  } as const;
  for (const name of ARTEFACTS)
    routes.on<Route<typeof ROUTES.poster.params>>(files[name], async ({ params: { id }, request, response }) => {
      const row = z.uuid().safeParse(id).success
        ? await database.getRepository(Artefacts).findOneBy({ ownerId: id, name })
        : null;
      if (!row) throw notFound($localize`This footage`);
      await sendFile(request, response, media, { key: row.key, type: ARTEFACT_TYPES[name], cache: 'no-store' });
      return SENT;
    });

  return routes.router;
}
