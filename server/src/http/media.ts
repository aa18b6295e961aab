import '@limber/core/words/localize';
import type { Router } from 'express';
import * as z from 'zod';
import { wordsDocument } from '@limber/core/align/words.document';
import { ARTEFACTS, stillName, type ArtefactName, type Medium, type MediumArtefact } from '@limber/core/api/media';
import type { Route } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import { parseDocument, type DocumentKind } from '@limber/core/document/document';
import { analysisDocument } from '@limber/core/footage/analysis.document';
import { soundDocument } from '@limber/core/footage/sound.document';
import { logDocument } from '@limber/core/take/log.document';
import { askForStills, askToJoin, askToPrepare } from '../jobs/asks';
import { stillsOf } from '../jobs/kinds/stills';
import { readJson } from '../media/read-json';
import { OF_VERSIONS } from '../media/unused';
import { writeDocument } from '../store/document-column';
import { Artefacts, Jobs, Media, type ArtefactRow, type JobRow, type MediaRow } from '../store/entities';
import { playAsDoneLast } from '../store/play-as-done-last';
import type { Context } from './context';
import { shownJob } from './jobs';
import { Routes, SENT } from './on';
import { mustBeCaptions } from './captions';
import { notFound, Problem } from './problem';
import { sendFile } from './send-file';

export const ARTEFACT_TYPES: Readonly<Record<MediumArtefact, string>> = {
  'poster.jpg': 'image/jpeg',
  'sound.json': 'application/json; charset=utf-8',
  'proxy.mp4': 'video/mp4',
  'proxy.m4a': 'audio/mp4',
  'analysis.json': 'application/json; charset=utf-8',
  'words.json': 'application/json; charset=utf-8',
};

/** What is made of a medium and is a document of its own. */
const DOCUMENTS = new Map<MediumArtefact, DocumentKind<object>>([
  ['sound.json', soundDocument],
  ['analysis.json', analysisDocument],
  ['words.json', wordsDocument],
]);

/** A take's media for the studio. */
export function mediaRoutes(context: Context): Router {
  const { database, media } = context;
  const routes = new Routes(context, '/media');

  const load = async (id: string): Promise<MediaRow> => {
    const row = z.uuid().safeParse(id).success ? await database.getRepository(Media).findOneBy({ id }) : null;
    if (!row) throw notFound($localize`This footage`);
    return row;
  };

  const made = async (id: string, name: ArtefactName): Promise<ArtefactRow | null> =>
    z.uuid().safeParse(id).success ? database.getRepository(Artefacts).findOneBy({ ownerId: id, name }) : null;

  const shown = async (row: MediaRow): Promise<Medium> => {
    const all = await database.getRepository(Artefacts).findBy({ ownerId: row.id });
    const latest = (kind: string): Promise<JobRow | null> =>
      database.getRepository(Jobs).findOne({ where: { kind, ownerId: row.id }, order: { createdAt: 'DESC' } });
    const prepared = await latest('prepare');
    // What is looked at once the film can be played is told of when that is done.
    const joined = await latest('join');
    const job = [prepared, joined].find((one) => one && one.state !== 'done') ?? (await latest('analyse')) ?? prepared;
    const { id, name, durationMs, width, height, hasSound, warning } = row;
    const needs = await database.query<{ number: number; title: string }[]>(
      `SELECT number, coalesce(l.doc->>'title', '') AS title FROM (${OF_VERSIONS}) v JOIN lessons l ON l.id = v.lesson_id
       WHERE media_id = $1::text ORDER BY title, number`,
      [id],
    );
    return {
      ...{ id, name, bytes: Number(row.bytes), durationMs, width, height, hasSound, warning },
      artefacts: ARTEFACTS.filter((one) => all.some((each) => each.name === one)),
      madeBytes: all.reduce((sum, one) => sum + Number(one.bytes), 0),
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

  routes.on(ROUTES.findPlace, async ({ params, body }) => {
    const row = await load(params.id);
    await askToJoin(database.manager, row.id, body.lessonId);
    return shown(row);
  });

  routes.on(ROUTES.stills, async ({ params, body }) => {
    const { id } = await load(params.id);
    const there = await stillsOf(database, id);
    const missing = body.atMs.filter((ms) => !there.has(ms));
    const jobId =
      missing.length > 0 && (await made(id, 'proxy.mp4')) ? await askForStills(database, id, missing) : null;
    const job = jobId === null ? null : await database.getRepository(Jobs).findOneByOrFail({ id: jobId });
    return { atMs: body.atMs.filter((ms) => there.has(ms)), job: job && shownJob(job) };
  });

  routes.on(ROUTES.still, async ({ params: { id, atMs }, request, response }) => {
    const row = await made(id, stillName(Number(atMs)));
    if (!row) throw notFound($localize`This still`);
    await sendFile(request, response, media, { key: row.key, type: 'image/jpeg', cache: 'no-store' });
    return SENT;
  });

  /** A log is kept once: another one does not take its place. */
  routes.on(ROUTES.keepLog, async ({ params, body }) => {
    const { id } = await load(params.id);
    const log = JSON.stringify(writeDocument(logDocument, body));
    const isOther = await database.transaction(async (manager) => {
      const [kept] = await manager.query<[unknown[], number]>(
        'UPDATE media SET log = $2 WHERE id = $1 AND log IS NULL RETURNING 1',
        [id, log],
      );
      if (kept.length > 0) await playAsDoneLast(manager, id);
      return (await manager.query<unknown[]>('SELECT 1 FROM media WHERE id = $1 AND log = $2', [id, log])).length === 0;
    });
    if (isOther)
      throw new Problem('other-log', $localize`This recording has a log already, and it is another one. It was kept.`);
  });

  routes.on(ROUTES.captions, async ({ params }) => {
    const { id } = await load(params.id);
    const [row] = await database.query<{ text: string | null }[]>('SELECT captions AS text FROM media WHERE id = $1', [
      id,
    ]);
    return { text: row?.text ?? null };
  });

  /** Others are let go of only where that is asked for. */
  routes.on(ROUTES.keepCaptions, async ({ params, body: { text, instead } }) => {
    const { id } = await load(params.id);
    mustBeCaptions(text);
    const [kept] = await database.query<[unknown[], number]>(
      'UPDATE media SET captions = $2 WHERE id = $1 AND ($3 OR captions IS NULL OR captions = $2) RETURNING 1',
      [id, text, instead],
    );
    if (kept.length === 0)
      throw new Problem('other-captions', $localize`This recording has other captions already. They were kept.`);
  });

  routes.on(ROUTES.removeCaptions, async ({ params }) => {
    const { id } = await load(params.id);
    await database.query('UPDATE media SET captions = NULL WHERE id = $1', [id]);
  });

  const files = {
    'poster.jpg': ROUTES.poster,
    'sound.json': ROUTES.sound,
    'proxy.mp4': ROUTES.film,
    'proxy.m4a': ROUTES.heardSound,
    'analysis.json': ROUTES.analysis,
    'words.json': ROUTES.words,
  } as const;
  for (const name of ARTEFACTS)
    routes.on<Route<typeof ROUTES.poster.params>>(files[name], async ({ params: { id }, request, response }) => {
      const row = await made(id, name);
      if (!row) throw notFound($localize`This footage`);
      const kind = DOCUMENTS.get(name);
      // What an older program made is brought forward until it is made again.
      if (kind && row.formatVersion < kind.version) {
        response.set('Cache-Control', 'no-store').json(parseDocument(kind, await readJson(media, row.key)));
        return SENT;
      }
      await sendFile(request, response, media, { key: row.key, type: ARTEFACT_TYPES[name], cache: 'no-store' });
      return SENT;
    });

  return routes.router;
}
