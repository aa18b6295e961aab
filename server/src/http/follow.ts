import '@limber/core/words/localize';
import type { Request, Router } from 'express';
import { viewerIdSchema } from '@limber/core/api/follow';
import { ROUTES } from '@limber/core/api/routes';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { parseEvents } from '@limber/core/viewing/event.schema';
import type { PublishedLesson } from '@limber/core/viewing/published.schema';
import { Versions } from '../store/entities';
import { eraseViewer, recordOf } from '../store/erase';
import { storeFeedback } from '../store/feedback';
import { storeEvents, whyNotTaken, type Viewing } from '../store/intake';
import { passwordFits } from './auth';
import type { Context } from './context';
import { cleaned, field, limited, sender } from './limit';
import { askPhrase, linkedVersion, phraseHashOf, remember, revoked, takenDown, tokenOf } from './link';
import { ARTEFACT_TYPES } from './media';
import { NewViewings } from './new-viewings';
import { Routes, SENT } from './on';
import { notFound, parse, Problem } from './problem';
import { sendFile } from './send-file';

const KEPT = $localize`That was a lot at once. It is kept on your device and sent a little later.`;

/** What viewers reach without an account: one version through one link, what they sent, and nothing else. */
export function followRoutes(context: Context): Router {
  const { database, media } = context;
  const routes = new Routes(context, '/follow');
  const newViewings = new NewViewings(database);
  const viewingOf = (request: Request): string =>
    cleaned(viewerIdSchema, field(request.body, 'viewingId') ?? field(field(request.body, 'feedback'), 'viewingId'));

  const opened = limited({
    minutes: 1,
    most: 120,
    by: (request) => [sender(request), tokenOf(request)],
    words: $localize`That was a lot at once. Wait a minute, then try again.`,
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
  const phrases = limited({
    minutes: 15,
    most: 20,
    by: (request) => [sender(request), tokenOf(request)],
    words: $localize`Too many tries. Wait a quarter of an hour, then try again.`,
    failures: true,
  });
  const records = limited({
    minutes: 1,
    most: 20,
    by: (request) => [sender(request), cleaned(viewerIdSchema, request.params['viewerId'])],
    words: $localize`That was a lot at once. Wait a minute, then try again.`,
  });

  /** What a link leads to, or what it has led to when it was begun. */
  const publishedOf = async (request: Request, begun?: string): Promise<PublishedLesson> => {
    const led = begun !== undefined && (await ledTo(request, begun));
    const newest = await linkedVersion(context, request, led ? 'going-on' : 'opened');
    const id = led ? begun : newest;
    return (
      await database.getRepository(Versions).findOneOrFail({ where: { id }, select: { id: true, published: true } })
    ).published;
  };

  const ledTo = async (request: Request, versionId: string): Promise<boolean> => {
    const rows = await database.query<unknown[]>('SELECT 1 FROM link_versions WHERE token = $1 AND version_id = $2', [
      tokenOf(request),
      versionId,
    ]);
    return rows.length > 0;
  };

  const admit = async (viewing: Viewing): Promise<void> => {
    if (!(await newViewings.admit(viewing.token, viewing.id))) throw new Problem('too-many-tries', KEPT);
  };

  const refusal = async (viewing: Viewing): Promise<Problem> => {
    switch (await whyNotTaken(database, viewing)) {
      case 'unknown':
        return notFound($localize`This lesson`);
      case 'revoked':
        return revoked();
      case 'trashed':
        return takenDown();
      case 'erased':
        return new Problem('erased', $localize`What this device sent was erased, and nothing more of it is taken.`);
      case 'other-viewer':
        return new Problem('other-viewer', $localize`This viewing belongs to another device.`);
      case 'other-cut':
        return new Problem('other-cut', $localize`This viewing belongs to another cut of the lesson.`);
      case 'other-version':
        return new Problem('other-version', $localize`This viewing belongs to another version of the lesson.`);
    }
  };

  routes.on(
    ROUTES.viewerRecord,
    ({ params, response }) => {
      response.set('Cache-Control', 'no-store');
      return recordOf(database, params.viewerId);
    },
    [records],
  );

  /** Whoever knows a viewer's random number is that viewer's browser: whatever became of the links, it may take all back. */
  routes.on(ROUTES.eraseViewer, ({ params }) => eraseViewer(database, params.viewerId), [records]);

  routes.on(
    ROUTES.follow,
    ({ query, request, response }) => {
      response.set('Cache-Control', 'no-store');
      return publishedOf(request, query.version);
    },
    [opened],
  );

  routes.on(
    ROUTES.sayPhrase,
    async ({ body, request, response }) => {
      const hash = await phraseHashOf(context, request);
      if (hash === null) return;
      if (!(await passwordFits(hash, body.phrase)))
        throw new Problem('wrong-phrase', $localize`That is not the pass phrase of this lesson. Try again.`);
      remember(context, request, response, hash);
    },
    [phrases],
  );

  const files = {
    'proxy.mp4': ROUTES.followFilm,
    'proxy.m4a': ROUTES.followSound,
    'poster.jpg': ROUTES.followPoster,
  } as const;
  for (const name of ['proxy.mp4', 'proxy.m4a', 'poster.jpg'] as const)
    routes.on(files[name], async ({ params, request, response }) => {
      // A range of the film needs to know where it lies, and nothing of what it shows.
      await linkedVersion(context, request, 'going-on');
      const mediaId = parse(viewerIdSchema, params.mediaId);
      // Of any version that it has led to: a page that was opened before it was led elsewhere plays on.
      const [made] = await database.query<{ key: string }[]>(
        `SELECT a.key FROM link_versions l JOIN version_media v ON v.version_id = l.version_id
           JOIN artefacts a ON a.owner_id = v.media_id
         WHERE l.token = $1 AND v.media_id = $2 AND a.name = $3 LIMIT 1`,
        [tokenOf(request), mediaId, name],
      );
      if (!made) throw notFound($localize`The footage of this lesson`);
      const file = { key: made.key, type: ARTEFACT_TYPES[name], cache: 'private, max-age=3600' };
      await sendFile(request, response, media, file);
      return SENT;
    });

  routes.on(
    ROUTES.followCaptions,
    async ({ query, request, response }) => {
      const published = await publishedOf(request);
      const cut = published.cuts.find((one) => one.id === query.cut);
      if (!cut) throw notFound($localize`This part of the lesson`);
      const captions = cut.cues.filter((cue) => cue.kind === 'caption');
      response
        .set('Cache-Control', 'no-store')
        .type('text/vtt; charset=utf-8')
        .send(writeWebVtt(captions.map(({ key, startMs, endMs, wide }) => ({ key, startMs, endMs, ...wide }))));
      return SENT;
    },
    [opened],
  );

  routes.on(
    ROUTES.sendEvents,
    async ({ body: { viewingId, events: sent, wallMs, ...of }, params, request }) => {
      await askPhrase(context, request);
      const { events, refused } = parseEvents(sent);
      if (events.some((event) => event.viewingId !== viewingId))
        throw new Problem('invalid', $localize`A batch holds the events of one viewing.`);
      const viewing = { id: viewingId, ...of, token: params.token };
      await admit(viewing);
      if (!(await storeEvents(database, viewing, events, new Date(), wallMs))) throw await refusal(viewing);
      return { refused };
    },
    [batches],
  );

  routes.on(
    ROUTES.sendAnswers,
    async ({ body: { feedback, ...of }, params, request }) => {
      await askPhrase(context, request);
      const viewing = { id: feedback.viewingId.toLowerCase(), ...of, token: params.token };
      await admit(viewing);
      const serious = await storeFeedback(database, viewing, feedback);
      if (serious === null) throw await refusal(viewing);
      return { serious };
    },
    [answers],
  );

  return routes.router;
}
