import '@limber/core/words/localize';
import { randomBytes } from 'node:crypto';
import type { Router } from 'express';
import * as z from 'zod';
import { ROUTES } from '@limber/core/api/routes';
import { NotReadyError } from '@limber/core/viewing/publish';
import { Links, Versions, type LinkRow } from '../store/entities';
import { shareLesson } from '../store/share';
import { deleteVersions } from '../store/trash';
import type { Context } from './context';
import { Routes } from './on';
import { notFound, parse, Problem } from './problem';

/** Versions and links of a lesson: freeze, link, point a link elsewhere, revoke. */
export function shareRoutes(context: Context): Router {
  const { config, database, log } = context;
  const routes = new Routes(context, '/lessons/:id/share');
  const versions = database.getRepository(Versions);
  const links = database.getRepository(Links);

  routes.on(ROUTES.share, async ({ params: { id: lessonId } }) => {
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
    return {
      versions: rows.map(({ id, number, revision, createdAt, cuts }) => ({
        ...{ id, number, revision, createdAt, cuts },
        viewings: viewings.get(id) ?? 0,
        bytes: bytes.get(id) ?? 0,
      })),
      links: (await links.find({ where: { lessonId }, order: { createdAt: 'DESC' } })).map(shownLink),
      publicUrl: config.isPublic ? config.publicUrl : null,
    };
  });

  routes.on(ROUTES.shareLesson, async ({ params }) => {
    try {
      const shared = await shareLesson(database, context.media, params.id);
      if (!shared) throw notFound($localize`This lesson`);
      return { versionId: shared.version.id, number: shared.version.number, token: shared.link.token };
    } catch (error) {
      if (error instanceof NotReadyError) throw new Problem('not-ready', error.message);
      throw error;
    }
  });

  routes.on(ROUTES.newLink, async ({ params, body: { versionId } }) => {
    const version = await versions.findOneBy({ id: versionId, lessonId: params.id });
    if (!version) throw notFound($localize`This version`);
    const link = {
      token: randomBytes(16).toString('base64url'),
      lessonId: version.lessonId,
      versionId,
      createdAt: new Date(),
      revokedAt: null,
    };
    await links.insert(link);
    return shownLink(link);
  });

  routes.on(ROUTES.changeLink, async ({ params, body: asked }) => {
    const where = { token: params.token, lessonId: params.id };
    const link = await links.findOneBy(where);
    if (!link) throw notFound($localize`This link`);
    if (asked.versionId && !(await versions.existsBy({ id: asked.versionId, lessonId: where.lessonId })))
      throw notFound($localize`This version`);
    await links.update(where, {
      ...(asked.revoked === undefined ? {} : { revokedAt: asked.revoked ? new Date() : null }),
      ...(asked.versionId ? { versionId: asked.versionId } : {}),
    });
    return shownLink(await links.findOneByOrFail(where));
  });

  /** With its links and what viewers did with it. Its film goes with the next sweep when nothing else needs it. */
  routes.on(ROUTES.deleteVersion, async ({ params }) => {
    const id = parse(z.uuid(), params.versionId);
    if (!(await versions.existsBy({ id, lessonId: params.id }))) throw notFound($localize`This version`);
    await database.transaction((manager) => deleteVersions(manager, [id]));
    log.info({ version: id }, 'version deleted');
  });

  return routes.router;
}

function shownLink({ token, versionId, createdAt, revokedAt }: LinkRow) {
  return { token, versionId, createdAt, revokedAt };
}
