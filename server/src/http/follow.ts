import { Router, type Request } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { eventSchema } from '@limber/core/viewing/event.schema';
import { feedbackSchema } from '@limber/core/viewing/version.schema';
import { Artefacts, Links, Versions } from '../store/entities';
import { eraseViewer, storeFeedback } from '../store/feedback';
import { storeEvents } from '../store/intake';
import { writeWebVtt } from '@limber/core/format/webvtt';
import type { Follow } from '@limber/core/viewing/version.schema';
import type { Context } from './context';
import { ARTEFACT_TYPES } from './media';
import { notFound, parse, Problem, sendProblem, textOf } from './problem';
import { sendFile } from './send-file';

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
          new Problem('too-many-tries', 'That was a lot at once. It is kept on your device and sent a little later.'),
        ),
    });

  const versionIdOf = async (request: Request): Promise<string> => {
    const link = await database.getRepository(Links).findOneBy({ token: String(request.params['token']) });
    if (!link) throw notFound('This lesson');
    if (link.revokedAt) throw new Problem('revoked', 'This lesson is no longer shared. Ask whoever sent you the link.');
    return link.versionId;
  };

  const followOf = async (request: Request): Promise<Follow> => {
    const id = await versionIdOf(request);
    return (await database.getRepository(Versions).findOneOrFail({ where: { id }, select: { id: true, follow: true } }))
      .follow;
  };

  /** Why nothing was stored: the link is unknown or closed, or the viewing is not of its version. */
  const refusal = async (request: Request): Promise<Problem> => {
    await versionIdOf(request);
    return new Problem('other-version', 'This viewing belongs to another version of the lesson.');
  };

  router.get('/:token', limit(120), async (request, response) => {
    response.set('Cache-Control', 'no-store').json(await followOf(request));
  });

  for (const file of ['proxy.mp4', 'poster.jpg'] as const)
    router.get(`/:token/${file}`, async (request, response) => {
      // A range of the film needs to know where it lies, and nothing of what it shows.
      const id = await versionIdOf(request);
      const { mediaId } = await database
        .getRepository(Versions)
        .findOneOrFail({ where: { id }, select: { id: true, mediaId: true } });
      const made = await database.getRepository(Artefacts).findOneBy({ ownerId: mediaId, name: file });
      if (!made) throw notFound('The footage of this lesson');
      await sendFile(request, response, media, { key: made.key, type: ARTEFACT_TYPES[file], maxAgeS: 3600 });
    });

  router.get('/:token/captions.vtt', limit(120), async (request, response) => {
    const follow = await followOf(request);
    response.type('text/vtt; charset=utf-8').send(writeWebVtt(follow.cues.filter((cue) => cue.kind === 'caption')));
  });

  router.post('/:token/events', limit(240), async (request, response) => {
    const { viewingId, viewerId, events } = parse(batchSchema, request.body);
    if (events.some((event) => event.viewingId !== viewingId))
      throw new Problem('invalid', 'A batch holds the events of one viewing.');
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
