import { Router, type Request } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { eventSchema } from '@limber/core/viewing/event.schema';
import { soundsSerious } from '@limber/core/viewing/serious';
import { feedbackSchema } from '@limber/core/viewing/version.schema';
import { Links, Versions, type VersionRow } from '../store/entities';
import { storeEvents } from '../store/intake';
import { writeWebVtt } from '@limber/core/format/webvtt';
import type { Context } from './context';
import { notFound, parse, Problem, sendProblem, textOf } from './problem';

const batchSchema = z.object({
  viewingId: z.uuid(),
  viewerId: z.uuid(),
  events: z.array(eventSchema).min(1).max(500),
});

/** What viewers reach without an account: one version through one link, and nothing else. */
export function followRoutes({ database, media }: Context): Router {
  const router = Router();

  // By link and viewing, not by address alone: a whole class may share one.
  const limit = (perMinute: number): ReturnType<typeof rateLimit> =>
    rateLimit({
      windowMs: 60_000,
      limit: perMinute,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      keyGenerator: (request) =>
        [ipKeyGenerator(request.ip ?? ''), String(request.params['token']), textOf(request.body, 'viewingId')].join(
          '/',
        ),
      handler: (_request, response) =>
        sendProblem(
          response,
          new Problem(
            429,
            'too-many-tries',
            'That was a lot at once. It is kept on your device and sent a little later.',
          ),
        ),
    });

  const versionOf = async (request: Request): Promise<VersionRow> => {
    const link = await database.getRepository(Links).findOneBy({ token: String(request.params['token']) });
    if (!link) throw notFound('This lesson');
    if (link.revokedAt)
      throw new Problem(410, 'revoked', 'This lesson is no longer shared. Ask whoever sent you the link.');
    return database.getRepository(Versions).findOneByOrFail({ id: link.versionId });
  };

  /** The viewing, made on first sight; one of another version is refused. */
  const viewingOf = async (version: VersionRow, viewingId: string, viewerId: string): Promise<void> => {
    await database.query(
      'INSERT INTO viewings (id, version_id, viewer_id) VALUES ($1, $2, $3) ON CONFLICT (id) DO NOTHING',
      [viewingId, version.id, viewerId],
    );
    const [row] = await database.query<{ version_id: string }[]>('SELECT version_id FROM viewings WHERE id = $1', [
      viewingId,
    ]);
    if (row?.version_id !== version.id)
      throw new Problem(409, 'other-version', 'This viewing belongs to another version of the lesson.');
  };

  router.get('/:token', limit(120), async (request, response) => {
    const version = await versionOf(request);
    response.set('Cache-Control', 'no-store').json(version.follow);
  });

  for (const file of ['proxy.mp4', 'poster.jpg'] as const)
    router.get(`/:token/${file}`, async (request, response) => {
      const version = await versionOf(request);
      if (!(await media.has(version.mediaId, file))) throw notFound('The footage of this lesson');
      response.set('Cache-Control', 'private, max-age=3600');
      response.sendFile(media.path(version.mediaId, file), { dotfiles: 'allow' });
    });

  router.get('/:token/captions.vtt', limit(120), async (request, response) => {
    const { follow } = await versionOf(request);
    response.type('text/vtt; charset=utf-8').send(writeWebVtt(follow.cues.filter((cue) => cue.kind === 'caption')));
  });

  router.post('/:token/events', limit(240), async (request, response) => {
    const { viewingId, viewerId, events } = parse(batchSchema, request.body);
    if (events.some((event) => event.viewingId !== viewingId))
      throw new Problem(400, 'invalid', 'A batch holds the events of one viewing.');
    const version = await versionOf(request);
    await viewingOf(version, viewingId, viewerId);
    await storeEvents(database, viewingId, events);
    response.status(202).json({ stored: events.map((event) => event.id) });
  });

  router.post('/:token/feedback', limit(20), async (request, response) => {
    const { viewerId, feedback } = parse(z.object({ viewerId: z.uuid(), feedback: feedbackSchema }), request.body);
    const version = await versionOf(request);
    await viewingOf(version, feedback.viewingId, viewerId);
    await database.query(
      `INSERT INTO feedback (viewing_id, version_id, ease, felt, remark) VALUES ($1, $2, $3, $4, $5)
       ON CONFLICT (viewing_id) DO UPDATE SET ease = excluded.ease, felt = excluded.felt, remark = excluded.remark, at = now()`,
      [feedback.viewingId, version.id, feedback.ease, JSON.stringify(feedback.felt), feedback.remark],
    );
    const pain = feedback.discomfort;
    const serious = pain !== null && (pain.serious || soundsSerious(pain.words));
    if (pain)
      await database.query(
        `INSERT INTO discomfort (viewing_id, version_id, step_id, side, serious, words) VALUES ($1, $2, $3, $4, $5, $6)
         ON CONFLICT (viewing_id) DO UPDATE SET step_id = excluded.step_id, side = excluded.side, serious = excluded.serious, words = excluded.words, at = now(), seen_at = NULL`,
        [feedback.viewingId, version.id, pain.stepId, pain.side, serious, pain.words],
      );
    response.status(202).json({ serious });
  });

  /** A viewer takes back what they said; the sums of what was played name nobody and stay. */
  router.delete('/:token/viewers/:viewerId', limit(20), async (request, response) => {
    const version = await versionOf(request);
    const viewerId = parse(z.uuid(), request.params['viewerId']);
    await database.query(
      'DELETE FROM feedback f USING viewings v WHERE v.id = f.viewing_id AND v.version_id = $1 AND v.viewer_id = $2',
      [version.id, viewerId],
    );
    await database.query(
      'DELETE FROM discomfort d USING viewings v WHERE v.id = d.viewing_id AND v.version_id = $1 AND v.viewer_id = $2',
      [version.id, viewerId],
    );
    response.status(204).end();
  });

  return router;
}
