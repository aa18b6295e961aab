import { Router, type Request } from 'express';
import * as z from 'zod';
import type { ViewerRecord } from '@limber/core/api/viewer-record';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { parseEvents } from '@limber/core/viewing/event.schema';
import type { PublishedLesson } from '@limber/core/viewing/published.schema';
import { feedbackSchema } from '@limber/core/viewing/feedback.schema';
import { Versions } from '../store/entities';
import { eraseViewer, recordOf } from '../store/erase';
import { storeFeedback } from '../store/feedback';
import { storeEvents, whyNotTaken, type Viewing } from '../store/intake';
import type { Context } from './context';
import { cleaned, field, limited, sender } from './limit';
import { ARTEFACT_TYPES } from './media';
import { NewViewings } from './new-viewings';
import { notFound, parse, Problem } from './problem';
import { sendFile } from './send-file';

const idSchema = z.uuid().toLowerCase();
const viewingFields = {
  viewerId: idSchema,
  /** The version that was watched, which need not be the one that the link leads to by now. */
  versionId: idSchema.nullable().default(null),
  /** The cut that was watched. */
  cut: z.string().max(90).default('full'),
};
const batchSchema = z.object({
  ...viewingFields,
  viewingId: idSchema,
  /** When it was sent, by the viewer's clock. */
  wallMs: z.int().min(0).nullable().default(null),
  events: z.array(z.unknown()).min(1).max(500),
});
const answerSchema = z.object({ ...viewingFields, feedback: feedbackSchema });

const KEPT = 'That was a lot at once. It is kept on your device and sent a little later.';

/** What viewers reach without an account: one version through one link, what they sent, and nothing else. */
export function followRoutes({ database, media }: Context): Router {
  const router = Router();
  const newViewings = new NewViewings(database);
  const tokenOf = (request: Request): string => String(request.params['token']);
  const viewingOf = (request: Request): string =>
    cleaned(idSchema, field(request.body, 'viewingId') ?? field(field(request.body, 'feedback'), 'viewingId'));

  const opened = limited({
    minutes: 1,
    most: 120,
    by: (request) => [sender(request), tokenOf(request)],
    words: 'That was a lot at once. Wait a minute, then try again.',
  });
  // By link and viewing: a whole class may share one address.
  const batches = limited({
    minutes: 1,
    most: 240,
    by: (request) => [tokenOf(request), viewingOf(request)],
    words: KEPT,
  });
  const answers = limited({
    minutes: 1,
    most: 20,
    by: (request) => [tokenOf(request), viewingOf(request)],
    words: KEPT,
  });
  const records = limited({
    minutes: 1,
    most: 20,
    by: (request) => [sender(request), cleaned(idSchema, request.params['viewerId'])],
    words: 'That was a lot at once. Wait a minute, then try again.',
  });

  const versionIdOf = async (request: Request): Promise<string> => {
    const [link] = await database.query<{ version_id: string; revoked: boolean; trashed: boolean }[]>(
      `SELECT l.version_id, l.revoked_at IS NOT NULL AS revoked, s.trashed_at IS NOT NULL AS trashed
       FROM links l JOIN lessons s ON s.id = l.lesson_id WHERE l.token = $1`,
      [tokenOf(request)],
    );
    if (!link) throw notFound('This lesson');
    if (link.revoked) throw revoked();
    if (link.trashed) throw takenDown();
    return link.version_id;
  };

  const publishedOf = async (request: Request): Promise<PublishedLesson> => {
    const id = await versionIdOf(request);
    return (
      await database.getRepository(Versions).findOneOrFail({ where: { id }, select: { id: true, published: true } })
    ).published;
  };

  const admit = async (viewing: Viewing): Promise<void> => {
    if (!(await newViewings.admit(viewing.token, viewing.id))) throw new Problem('too-many-tries', KEPT);
  };

  const refusal = async (viewing: Viewing): Promise<Problem> => {
    switch (await whyNotTaken(database, viewing)) {
      case 'unknown':
        return notFound('This lesson');
      case 'revoked':
        return revoked();
      case 'trashed':
        return takenDown();
      case 'erased':
        return new Problem('erased', 'What this device sent was erased, and nothing more of it is taken.');
      case 'other-viewer':
        return new Problem('other-viewer', 'This viewing belongs to another device.');
      case 'other-cut':
        return new Problem('other-cut', 'This viewing belongs to another cut of the lesson.');
      case 'other-version':
        return new Problem('other-version', 'This viewing belongs to another version of the lesson.');
    }
  };

  router.get('/viewers/:viewerId', records, async (request, response) => {
    const viewerId = parse(idSchema, request.params['viewerId']);
    response.set('Cache-Control', 'no-store').json((await recordOf(database, viewerId)) satisfies ViewerRecord);
  });

  /** Whoever knows a viewer's random number is that viewer's browser: whatever became of the links, it may take all back. */
  router.delete('/viewers/:viewerId', records, async (request, response) => {
    await eraseViewer(database, parse(idSchema, request.params['viewerId']));
    response.status(204).end();
  });

  router.get('/:token', opened, async (request, response) => {
    response.set('Cache-Control', 'no-store').json(await publishedOf(request));
  });

  for (const name of ['proxy.mp4', 'proxy.m4a', 'poster.jpg'] as const)
    router.get(`/:token/media/:mediaId/${name}`, async (request, response) => {
      // A range of the film needs to know where it lies, and nothing of what it shows.
      const versionId = await versionIdOf(request);
      const mediaId = parse(idSchema, request.params['mediaId']);
      const [made] = await database.query<{ key: string }[]>(
        `SELECT a.key FROM version_media v JOIN artefacts a ON a.owner_id = v.media_id
         WHERE v.version_id = $1 AND v.media_id = $2 AND a.name = $3`,
        [versionId, mediaId, name],
      );
      if (!made) throw notFound('The footage of this lesson');
      await sendFile(request, response, media, {
        key: made.key,
        type: ARTEFACT_TYPES[name],
        cache: 'private, max-age=3600',
      });
    });

  router.get('/:token/captions.vtt', opened, async (request, response) => {
    const published = await publishedOf(request);
    const id = parse(z.string().default('full'), request.query['cut']);
    const cut = published.cuts.find((one) => one.id === id);
    if (!cut) throw notFound('This part of the lesson');
    response
      .set('Cache-Control', 'no-store')
      .type('text/vtt; charset=utf-8')
      .send(writeWebVtt(cut.cues.filter((cue) => cue.kind === 'caption')));
  });

  router.post('/:token/events', batches, async (request, response) => {
    const { viewingId, events: sent, wallMs, ...of } = parse(batchSchema, request.body);
    const { events, refused } = parseEvents(sent);
    if (events.some((event) => event.viewingId !== viewingId))
      throw new Problem('invalid', 'A batch holds the events of one viewing.');
    const viewing = { id: viewingId, ...of, token: tokenOf(request) };
    await admit(viewing);
    if (!(await storeEvents(database, viewing, events, new Date(), wallMs))) throw await refusal(viewing);
    response.status(202).json({ refused });
  });

  router.post('/:token/feedback', answers, async (request, response) => {
    const { feedback, ...of } = parse(answerSchema, request.body);
    const viewing = { id: feedback.viewingId.toLowerCase(), ...of, token: tokenOf(request) };
    await admit(viewing);
    const serious = await storeFeedback(database, viewing, feedback);
    if (serious === null) throw await refusal(viewing);
    response.status(202).json({ serious });
  });

  return router;
}

const revoked = (): Problem =>
  new Problem('revoked', 'This lesson is no longer shared. Ask whoever sent you the link.');
const takenDown = (): Problem => new Problem('gone', 'This lesson was taken down. Ask whoever sent you the link.');
