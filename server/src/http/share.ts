import { randomBytes } from 'node:crypto';
import { Router } from 'express';
import * as z from 'zod';
import { NotReadyError } from '@limber/core/viewing/freeze';
import { Links, Versions } from '../store/entities';
import { shareLesson } from '../store/share';
import type { Context } from './context';
import { notFound, parse, Problem } from './problem';

/** Versions and links of a lesson: freeze, link, point a link elsewhere, revoke. */
export function shareRoutes({ database }: Context): Router {
  const router = Router({ mergeParams: true });
  const versions = database.getRepository(Versions);
  const links = database.getRepository(Links);
  const lessonOf = (request: { params: Record<string, unknown> }): string => String(request.params['id']);

  router.get('/', async (request, response) => {
    const lessonId = lessonOf(request);
    const rows = await versions.find({
      where: { lessonId },
      order: { number: 'DESC' },
      select: { id: true, number: true, revision: true, createdAt: true, mediaId: true },
    });
    const counts = await database.query<{ version_id: string; viewings: number }[]>(
      `SELECT r.version_id, (r.doc->>'viewings')::int AS viewings FROM rollups r JOIN versions v ON v.id = r.version_id WHERE v.lesson_id = $1`,
      [lessonId],
    );
    const viewings = new Map(counts.map((one) => [one.version_id, one.viewings]));
    response.json({
      versions: rows.map((row) => ({ ...row, viewings: viewings.get(row.id) ?? 0 })),
      links: await links.find({ where: { lessonId }, order: { createdAt: 'DESC' } }),
    });
  });

  router.post('/', async (request, response) => {
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

  router.post('/links', async (request, response) => {
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

  router.patch('/links/:token', async (request, response) => {
    const asked = parse(z.object({ revoked: z.boolean().optional(), versionId: z.uuid().optional() }), request.body);
    const where = { token: request.params.token, lessonId: lessonOf(request) };
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

  return router;
}
