import { randomBytes } from 'node:crypto';
import { Router } from 'express';
import * as z from 'zod';
import type { Share } from '@limber/core/api/keeping';
import { NotReadyError } from '@limber/core/viewing/publish';
import { Links, Versions } from '../store/entities';
import { shareLesson } from '../store/share';
import { deleteVersions } from '../store/trash';
import { owner } from './auth';
import type { Context } from './context';
import { notFound, parse, Problem } from './problem';

/** Versions and links of a lesson: freeze, link, point a link elsewhere, revoke. */
export function shareRoutes(context: Context): Router {
  const { config, database, log } = context;
  const ownerOnly = owner(context);
  const router = Router({ mergeParams: true });
  const versions = database.getRepository(Versions);
  const links = database.getRepository(Links);
  const lessonOf = (request: { params: Record<string, unknown> }): string => String(request.params['id']);

  router.get('/', async (request, response) => {
    const lessonId = lessonOf(request);
    const rows = await versions.find({
      where: { lessonId },
      order: { number: 'DESC' },
      select: { id: true, number: true, revision: true, createdAt: true, cuts: true },
    });
    const counts = await database.query<{ version_id: string; viewings: number }[]>(
      `SELECT r.version_id, (r.doc->>'viewings')::int AS viewings FROM rollups r JOIN versions v ON v.id = r.version_id WHERE v.lesson_id = $1`,
      [lessonId],
    );
    const viewings = new Map(counts.map((one) => [one.version_id, one.viewings]));
    const weights = await database.query<{ id: string; bytes: number }[]>(
      `SELECT v.version_id AS id, sum(m.bytes + coalesce((SELECT sum(a.bytes) FROM artefacts a WHERE a.owner_id = m.id), 0))::float8 AS bytes
       FROM version_media v JOIN media m ON m.id = v.media_id WHERE v.version_id = ANY($1) GROUP BY v.version_id`,
      [rows.map((row) => row.id)],
    );
    const bytes = new Map(weights.map((one) => [one.id, one.bytes]));
    response.json({
      versions: rows.map(({ id, number, revision, createdAt, cuts }) => ({
        ...{ id, number, revision, createdAt, cuts },
        viewings: viewings.get(id) ?? 0,
        bytes: bytes.get(id) ?? 0,
      })),
      links: await links.find({ where: { lessonId }, order: { createdAt: 'DESC' } }),
      publicUrl: config.isPublic ? config.publicUrl : null,
    } satisfies Share);
  });

  router.post('/', ownerOnly, async (request, response) => {
    try {
      const shared = await shareLesson(database, lessonOf(request));
      if (!shared) throw notFound('This lesson');
      response
        .status(201)
        .json({ versionId: shared.version.id, number: shared.version.number, token: shared.link.token });
    } catch (error) {
      if (error instanceof NotReadyError) throw new Problem('not-ready', error.message);
      throw error;
    }
  });

  router.post('/links', ownerOnly, async (request, response) => {
    const { versionId } = parse(z.object({ versionId: z.uuid() }), request.body);
    const version = await versions.findOneBy({ id: versionId, lessonId: lessonOf(request) });
    if (!version) throw notFound('This version');
    const link = {
      token: randomBytes(16).toString('base64url'),
      lessonId: version.lessonId,
      versionId,
      createdAt: new Date(),
      revokedAt: null,
    };
    await links.insert(link);
    response.status(201).json(link);
  });

  router.patch('/links/:token', ownerOnly, async (request, response) => {
    const asked = parse(z.object({ revoked: z.boolean().optional(), versionId: z.uuid().optional() }), request.body);
    const where = { token: String(request.params['token']), lessonId: lessonOf(request) };
    const link = await links.findOneBy(where);
    if (!link) throw notFound('This link');
    if (asked.versionId && !(await versions.existsBy({ id: asked.versionId, lessonId: where.lessonId })))
      throw notFound('This version');
    await links.update(where, {
      ...(asked.revoked === undefined ? {} : { revokedAt: asked.revoked ? new Date() : null }),
      ...(asked.versionId ? { versionId: asked.versionId } : {}),
    });
    response.json(await links.findOneBy(where));
  });

  /** With its links and what viewers did with it. Its film goes with the next sweep when nothing else needs it. */
  router.delete('/versions/:versionId', ownerOnly, async (request, response) => {
    const id = parse(z.uuid(), request.params['versionId']);
    if (!(await versions.existsBy({ id, lessonId: lessonOf(request) }))) throw notFound('This version');
    await database.transaction((manager) => deleteVersions(manager, [id]));
    log.info({ version: id }, 'version deleted');
    response.status(204).end();
  });

  return router;
}
