import '@limber/core/words/localize';
import type { Router } from 'express';
import * as z from 'zod';
import type { SharedLink } from '@limber/core/api/keeping';
import { ROUTES } from '@limber/core/api/routes';
import { NotReadyError } from '@limber/core/viewing/publish';
import { Links, Versions, type LinkRow } from '../store/entities';
import { openLink, shareLesson } from '../store/share';
import { deleteVersions } from '../store/trash';
import { hashPassword } from './auth';
import type { Context } from './context';
import { Routes } from './on';
import { notFound, parse, Problem } from './problem';

/** Of a version: not what it froze, which weighs much more. */
const SHOWN = {
  ...{ id: true, number: true, name: true, note: true, allTheSame: true, revision: true, createdAt: true, cuts: true },
} as const;

/** Versions and links of a lesson: freeze, link, point a link elsewhere, revoke. */
export function shareRoutes(context: Context): Router {
  const { config, database, log } = context;
  const routes = new Routes(context, '/lessons/:id/share');
  const versions = database.getRepository(Versions);
  const links = database.getRepository(Links);

  /** The id of a version of a lesson. @throws Problem where it is none. */
  const known = async (lessonId: string, versionId: string): Promise<string> => {
    const id = parse(z.uuid(), versionId);
    if (!(await versions.existsBy({ id, lessonId }))) throw notFound($localize`This version`);
    return id;
  };

  routes.on(ROUTES.share, async ({ params: { id: lessonId } }) => {
    const rows = await versions.find({
      where: { lessonId },
      order: { number: 'DESC' },
      select: SHOWN,
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
      versions: rows.map((row) => ({
        ...row,
        viewings: viewings.get(row.id) ?? 0,
        bytes: bytes.get(row.id) ?? 0,
      })),
      links: (await links.find({ where: { lessonId }, order: { createdAt: 'DESC' } })).map(shownLink),
      publicUrl: config.isPublic ? config.publicUrl : null,
    };
  });

  routes.on(ROUTES.shareLesson, async ({ params, body }) => {
    try {
      const shared = await shareLesson(database, context.media, params.id, body);
      if (!shared) throw notFound($localize`This lesson`);
      return { versionId: shared.version.id, number: shared.version.number, token: shared.link.token };
    } catch (error) {
      if (error instanceof NotReadyError) throw new Problem('not-ready', error.message);
      throw error;
    }
  });

  routes.on(ROUTES.newLink, async ({ params, body: { versionId } }) => {
    await known(params.id, versionId);
    const link = openLink({ lessonId: params.id, id: versionId });
    await links.insert(link);
    return shownLink(link);
  });

  routes.on(ROUTES.changeLink, async ({ params, body: asked }) => {
    const where = { token: params.token, lessonId: params.id };
    const link = await links.findOneBy(where);
    if (!link) throw notFound($localize`This link`);
    const { revoked, phrase, versionId, expiresAt, embeds } = asked;
    if (versionId) await known(params.id, versionId);
    // A browser gives away nothing that it was told on its own site to a page within another one.
    if ((embeds ?? link.embeds) && (phrase === undefined ? link.phraseHash : phrase) !== null)
      throw new Problem(
        'invalid',
        $localize`A link that asks for a pass phrase cannot stand in another page. Take one of the two off first.`,
      );
    const change = {
      ...(revoked === undefined ? {} : { revokedAt: revoked ? new Date() : null }),
      ...(versionId === undefined ? {} : { versionId }),
      ...(expiresAt === undefined ? {} : { expiresAt }),
      ...(embeds === undefined ? {} : { embeds }),
      ...(phrase === undefined ? {} : { phraseHash: phrase === null ? null : await hashPassword(phrase) }),
    };
    if (Object.keys(change).length > 0) await links.update(where, change);
    return shownLink(await links.findOneByOrFail(where));
  });

  routes.on(ROUTES.frozen, async ({ params }) => {
    const [row] = await database.query<{ doc: unknown }[]>('SELECT doc FROM versions WHERE id = $1', [
      await known(params.id, params.versionId),
    ]);
    if (!row) throw notFound($localize`This version`);
    return { doc: row.doc };
  });

  routes.on(ROUTES.changeVersion, async ({ params, body }) => {
    const id = await known(params.id, params.versionId);
    if (Object.keys(body).length > 0) await versions.update({ id }, body);
  });

  /** With its links and what viewers did with it. Its film goes with the next sweep when nothing else needs it. */
  routes.on(ROUTES.deleteVersion, async ({ params }) => {
    const id = await known(params.id, params.versionId);
    await database.transaction((manager) => deleteVersions(manager, [id]));
    log.info({ version: id }, 'version deleted');
  });

  return routes.router;
}

function shownLink({ phraseHash, token, versionId, createdAt, revokedAt, expiresAt, embeds }: LinkRow): SharedLink {
  return { token, versionId, createdAt, revokedAt, expiresAt, embeds, asksPhrase: phraseHash !== null };
}
