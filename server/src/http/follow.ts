import { Router, type Request } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { eventSchema } from '@limber/core/viewing/event.schema';
import { feedbackSchema } from '@limber/core/viewing/version.schema';
import { Links, Versions, type VersionRow } from '../store/entities';
import { eraseViewer, storeFeedback } from '../store/feedback';
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

  const versionIdOf = async (request: Request): Promise<string> => {
    const link = await database.getRepository(Links).findOneBy({ token: String(request.params['token']) });
    if (!link) throw notFound('This lesson');
    if (link.revokedAt)
      throw new Problem(410, 'revoked', 'This lesson is no longer shared. Ask whoever sent you the link.');
    return link.versionId;
  };

  const versionOf = async (request: Request): Promise<Pick<VersionRow, 'follow' | 'mediaId'>> =>
    database
      .getRepository(Versions)
      .findOneOrFail({ where: { id: await versionIdOf(request) }, select: { id: true, follow: true, mediaId: true } });

  /** Why nothing was stored: the link is unknown or closed, or the viewing is not of its version. */
  const refusal = async (request: Request): Promise<Problem> => {
    await versionIdOf(request);
    return new Problem(409, 'other-version', 'This viewing belongs to another version of the lesson.');
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
    const viewing = { id: viewingId, viewerId, token: String(request.params['token']) };
    if (!(await storeEvents(database, viewing, events))) throw await refusal(request);
    response.status(202).end();
  });

  router.post('/:token/feedback', limit(20), async (request, response) => {
    const { viewerId, feedback } = parse(z.object({ viewerId: z.uuid(), feedback: feedbackSchema }), request.body);
    const viewing = { id: feedback.viewingId, viewerId, token: String(request.params['token']) };
    const serious = await storeFeedback(database, viewing, feedback);
    if (serious === null) throw await refusal(request);
    response.status(202).json({ serious });
  });

  router.delete('/:token/viewers/:viewerId', limit(20), async (request, response) => {
    const viewerId = parse(z.uuid(), request.params['viewerId']);
    await eraseViewer(database, await versionIdOf(request), viewerId);
    response.status(204).end();
  });

  return router;
}
