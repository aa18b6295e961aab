import { createHmac, randomUUID } from 'node:crypto';
import type { Route } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import type { Client, TestServer } from './testing';
import { openServer, sharedLesson } from './testing';

/** Who may do something: everybody, whoever has a link to a lesson, whoever is signed in, an owner. */
type Who = 'all' | 'link' | 'signed in' | 'owner';
const ID = '11111111-1111-4111-8111-111111111111';

/** Every route of the API, once, with who may use it. A route that is missing here fails the test below. */
const TABLE: readonly (readonly [string, Who])[] = [
  ['GET /health', 'all'],
  ['GET /ready', 'all'],

  ['GET /api/session/', 'all'],
  ['POST /api/session/', 'all'],
  ['POST /api/session/door', 'all'],
  ['POST /api/session/set-up', 'all'],
  ['DELETE /api/session/', 'signed in'],
  ['DELETE /api/session/everywhere', 'signed in'],
  ['PUT /api/session/password', 'signed in'],

  ['GET /api/people/', 'signed in'],
  ['POST /api/people/invitations', 'owner'],
  ['DELETE /api/people/invitations/:id', 'owner'],
  ['POST /api/people/:id/keeper', 'owner'],
  ['DELETE /api/people/:id', 'owner'],

  ['GET /api/follow/:token', 'link'],
  ['GET /api/follow/:token/media/:mediaId/proxy.mp4', 'link'],
  ['GET /api/follow/:token/media/:mediaId/proxy.m4a', 'link'],
  ['GET /api/follow/:token/media/:mediaId/poster.jpg', 'link'],
  ['GET /api/follow/:token/captions.vtt', 'link'],
  ['POST /api/follow/:token/phrase', 'link'],
  ['POST /api/follow/:token/events', 'link'],
  ['POST /api/follow/:token/feedback', 'link'],
  // Whoever knows a viewer's random number is that viewer.
  ['GET /api/follow/viewers/:viewerId', 'all'],
  ['DELETE /api/follow/viewers/:viewerId', 'all'],

  ['GET /api/lessons/', 'signed in'],
  ['POST /api/lessons/', 'signed in'],
  ['POST /api/lessons/import', 'signed in'],
  ['GET /api/lessons/:id', 'signed in'],
  ['POST /api/lessons/:id/edits', 'signed in'],
  ['GET /api/lessons/:id/bundle', 'signed in'],
  ['GET /api/lessons/:id/bundle.zip', 'signed in'],
  ['GET /api/lessons/:id/cues.vtt', 'signed in'],
  ['POST /api/lessons/:id/copy', 'signed in'],
  ['DELETE /api/lessons/:id', 'owner'],

  ['GET /api/spoken-numbers/:n', 'signed in'],
  ['POST /api/second-screen/', 'signed in'],
  ['PUT /api/second-screen/:id/view', 'signed in'],
  ['GET /api/second-screen/:id/presses', 'signed in'],
  ['DELETE /api/second-screen/:id', 'signed in'],

  ['GET /api/lessons/:id/share/', 'signed in'],
  ['POST /api/lessons/:id/share/', 'owner'],
  ['POST /api/lessons/:id/share/links', 'owner'],
  ['PATCH /api/lessons/:id/share/links/:token', 'owner'],
  ['GET /api/lessons/:id/share/versions/:versionId', 'signed in'],
  ['PATCH /api/lessons/:id/share/versions/:versionId', 'owner'],
  ['DELETE /api/lessons/:id/share/versions/:versionId', 'owner'],

  ['GET /api/lessons/:id/films', 'signed in'],
  ['POST /api/lessons/:id/films', 'signed in'],
  ['DELETE /api/films/:id', 'owner'],
  ['GET /api/films/:id/film.mp4', 'signed in'],
  ['GET /api/films/:id/film.webm', 'signed in'],
  ['GET /api/films/:id/film.jpg', 'signed in'],
  ['GET /api/lessons/:id/film-trial/picture.jpg', 'signed in'],
  ['GET /api/lessons/:id/film-trial/sound.m4a', 'signed in'],

  ['GET /api/trash/', 'signed in'],
  ['POST /api/trash/:id/restore', 'owner'],
  ['POST /api/trash/:id/close-links', 'owner'],
  ['DELETE /api/trash/:id', 'owner'],
  ['DELETE /api/trash/', 'owner'],
  ['GET /api/room/', 'signed in'],

  ['GET /api/library/', 'signed in'],
  ['GET /api/library/used', 'signed in'],
  ['POST /api/library/edits', 'signed in'],

  ['GET /api/rules/', 'signed in'],
  // An owner, or an editor whom an owner has named: of those who were not, nobody.
  ['POST /api/rules/edits', 'owner'],

  ['GET /api/ideas/', 'signed in'],
  ['POST /api/ideas/edits', 'signed in'],

  ['GET /api/arrivals/', 'signed in'],
  ['GET /api/arrivals/:id', 'signed in'],
  ['POST /api/arrivals/:id/seen', 'signed in'],
  ['POST /api/arrivals/:id/look', 'signed in'],

  ['GET /api/media/:id', 'signed in'],
  ['POST /api/media/:id/prepare', 'signed in'],
  ['POST /api/media/:id/place', 'signed in'],
  ['GET /api/media/:id/poster.jpg', 'signed in'],
  ['POST /api/media/:id/stills', 'signed in'],
  ['GET /api/media/:id/stills/:atMs', 'signed in'],
  ['GET /api/media/:id/analysis.json', 'signed in'],
  ['GET /api/media/:id/words.json', 'signed in'],
  ['GET /api/media/:id/captions.json', 'signed in'],
  ['PUT /api/media/:id/captions.json', 'signed in'],
  ['PUT /api/arrivals/:id/captions.json', 'signed in'],
  ['DELETE /api/media/:id/captions.json', 'signed in'],
  ['PUT /api/media/:id/log.json', 'signed in'],
  ['GET /api/lessons/:id/takes/:takeId/log.json', 'signed in'],
  ['GET /api/media/:id/sound.json', 'signed in'],
  ['GET /api/media/:id/proxy.mp4', 'signed in'],
  ['GET /api/media/:id/proxy.m4a', 'signed in'],

  ['GET /api/jobs/stream', 'signed in'],
  ['GET /api/jobs/:id', 'signed in'],
  ['POST /api/jobs/:id/cancel', 'signed in'],
  ['POST /api/jobs/:id/retry', 'signed in'],

  // By a one-time code: it lets in to one lesson's uploads.
  ['POST /api/from-phone/join', 'all'],
  ['POST /api/from-phone/', 'signed in'],
  ['GET /api/from-phone/', 'signed in'],
  ['DELETE /api/from-phone/:id', 'signed in'],

  ['GET /api/openapi.json', 'all'],

  ['GET /api/results/:versionId', 'signed in'],
  ['POST /api/results/:versionId/discomfort/:viewingId/seen', 'signed in'],

  // Pages carry nothing of anybody.
  ['GET /v/:token', 'all'],
  ['GET /from-phone', 'all'],
  ['GET /guide/', 'all'],
  ['GET /guide/:page', 'all'],
  ['GET /{*path}', 'all'],
];
/** Handlers that are no routers: the upload protocol's own server has its methods. */
const UPLOADS = ['POST', 'HEAD', 'PATCH', 'DELETE'];

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  name: string;
  /** Where a router is mounted. */
  rawPath: string;
  handle: { stack?: Layer[] };
}

describe('who may do what', () => {
  let server: TestServer;
  let lesson: Awaited<ReturnType<typeof sharedLesson>>;
  beforeAll(async () => {
    server = await openServer();
    lesson = await sharedLesson(server);
  });
  afterAll(() => server.close());

  const address = (route: string): readonly [string, string] => {
    const [method, path] = route.split(' ') as [string, string];
    return [
      method,
      path
        .replace(/\/$/, '')
        .replace('{*path}', 'desk')
        .replace(/:page/, 'share')
        .replace(/:token/, path.includes('/follow/') ? lesson.token : 'AAAAAAAAAAAAAAAAAAAAAA')
        .replace(/:mediaId/, lesson.mediaId)
        .replace(/:\w+/g, ID),
    ];
  };
  /** The status and the kind of problem; a stream is let go as soon as it answers. */
  const ask = async (client: Client, route: string, body: unknown = {}): Promise<{ status: number; type: string }> => {
    const [method, path] = address(route);
    const stop = new AbortController();
    const response = await client.fetch(method, path, method === 'GET' ? undefined : body, {}, stop.signal);
    const json = response.headers.get('Content-Type')?.includes('problem+json');
    const type = json ? ((await response.json()) as { type: string }).type : '';
    stop.abort();
    return { status: response.status, type };
  };

  it('is said of every route that there is', () => {
    const listed = new Set(TABLE.map(([route]) => route));
    const found: string[] = [];
    const walk = (stack: readonly Layer[], at: string): void => {
      for (const layer of stack) {
        const { route } = layer;
        if (route)
          for (const method of Object.keys(route.methods)) found.push(`${method.toUpperCase()} ${at}${route.path}`);
        else if (layer.handle.stack) walk(layer.handle.stack, at + layer.rawPath);
      }
    };
    walk((server.app as unknown as { router: { stack: Layer[] } }).router.stack, '');
    expect(found.length).toBeGreaterThan(50);
    expect(found.filter((route) => !listed.has(route))).toEqual([]);
    expect([...listed].filter((route) => !found.includes(route))).toEqual([]);
  });

  it('is what the list of routes says, and that list is whole', () => {
    const said = Object.values<Route>(ROUTES).map((one) => {
      const who = one.for === 'owner' || one.for === 'keeper' ? 'owner' : one.for === 'signed-in' ? 'signed in' : 'all';
      return `${one.method.toUpperCase()} /api${one.path}: ${who}`;
    });
    const table = TABLE.filter(([route]) => route.includes(' /api/')).map(([route, who]) => {
      // A link is for everybody who has it; whoever asks may remove their own account.
      const known = who === 'link' ? 'all' : route === 'DELETE /api/people/:id' ? 'signed in' : who;
      return `${route.replace(/\/$/, '')}: ${known}`;
    });
    expect(said.sort()).toEqual(table.sort());
  });

  it('holds for a stranger, a viewer, an editor and an owner', async () => {
    const owner = await server.signedIn('owner');
    await server.signedIn('owner');
    for (const [route, who] of TABLE) {
      const context = (of: string): string => `${of}: ${route}`;
      const stranger = await ask(server.client(), route);
      const needsAccount = who === 'signed in' || who === 'owner';
      expect(stranger.type === 'signed-out')
        .withContext(context('stranger'))
        .toBe(needsAccount);
      expect(stranger.status === 401)
        .withContext(context('stranger'))
        .toBe(needsAccount);

      // A route may sign its caller out: everybody is new.
      const editor = await ask(await server.signedIn('editor'), route);
      expect(editor.type).withContext(context('editor')).not.toBe('signed-out');
      expect(editor.type === 'owner-only')
        .withContext(context('editor'))
        .toBe(who === 'owner');

      const isOut = /DELETE \/api\/session/.test(route);
      const asOwner = await ask(isOut ? await server.signedIn('owner') : owner, route);
      expect(['signed-out', 'owner-only', 'other-origin']).withContext(context('owner')).not.toContain(asOwner.type);
    }
  });

  it('holds for uploads, which have a protocol of their own', async () => {
    for (const method of UPLOADS) {
      const path = method === 'POST' ? '/api/uploads' : `/api/uploads/${ID}`;
      expect((await server.client().ask(method, path)).status)
        .withContext(method)
        .toBe(401);
      expect(
        (await (await server.signedIn('editor')).ask(method, path, undefined, { 'Tus-Resumable': '1.0.0' })).status,
      )
        .withContext(method)
        .not.toBe(401);
    }
  });

  it('lets a viewer in by the link alone, and by no other', async () => {
    for (const [route, who] of TABLE) {
      if (who !== 'link') continue;
      const [method, path] = address(route);
      const body = method === 'POST' ? bodyOf(route) : undefined;
      const viewer = server.client();
      const wrong = await viewer.ask(method, path.replace(lesson.token, 'BBBBBBBBBBBBBBBBBBBBBB'), body);
      expect(wrong.status).withContext(route).toBe(404);
      const right = await viewer.ask(method, path, body);
      if (!route.includes('poster') && !route.includes('m4a'))
        expect([200, 202, 204]).withContext(route).toContain(right.status);
      expect(right.headers.get('Set-Cookie')).withContext(route).toBeNull();
    }
  });

  const bodyOf = (route: string): unknown => {
    if (route.endsWith('phrase')) return { phrase: 'lantern and rope' };
    const viewingId = randomUUID();
    const event = { viewingId, kind: 'opened', fromMs: 0, toMs: 0, wallMs: 1, rate: 1 };
    return route.endsWith('events')
      ? { viewingId, viewerId: randomUUID(), events: [{ ...event, id: '019ac000-0000-7000-8000-0000000000bb' }] }
      : { viewerId: randomUUID(), feedback: { viewingId, ease: null, felt: [], discomfort: null, remark: '' } };
  };

  it('changes nothing for a page of somebody else, whoever is signed in there', async () => {
    const owner = await server.signedIn('owner');
    for (const [route] of TABLE) {
      const [method, path] = address(route);
      if (method === 'GET') continue;
      for (const origin of ['https://elsewhere.example', 'null', 'not an address']) {
        const { status, body } = await owner.ask(method, path, {}, { Origin: origin });
        expect([status, body.type]).withContext(`${route} from ${origin}`).toEqual([403, 'other-origin']);
      }
    }
  });

  it('keeps private answers out of every cache, refusals too', async () => {
    const owner = await server.signedIn('owner');
    for (const [route, who] of TABLE) {
      if (!route.includes(' /api/') || who === 'link' || route.includes('stream')) continue;
      for (const client of [owner, server.client()]) {
        const [method, path] = address(route);
        if (method !== 'GET') continue;
        const { headers } = await client.ask(method, path);
        expect(headers.get('Cache-Control')).withContext(route).toBe('no-store');
      }
    }
    const film = await owner.ask('GET', `/api/media/${lesson.mediaId}/proxy.mp4`);
    expect([film.status, film.headers.get('Cache-Control')]).toEqual([200, 'no-store']);
  });

  it('is told to an editor with the name of who can', async () => {
    await server.signedIn('owner');
    const editor = await server.signedIn('editor');
    const { body } = await editor.ask('DELETE', `/api/lessons/${lesson.lessonId}`);
    expect(body.detail).toMatch(/^Only Marit Solheim/);
    const { body: answer } = await editor.ask('GET', '/api/session');
    expect(answer['owners']).toContain('Marit Solheim');
    expect((await editor.ask('GET', `/api/lessons/${lesson.lessonId}`)).status).toBe(200);
  });

  it('refuses a large body before it is read when nobody is signed in', async () => {
    const large = JSON.stringify({ title: 'a'.repeat(11_000_000) });
    const stranger = await server.client().ask('POST', '/api/lessons', large);
    expect([stranger.status, stranger.body.type]).toEqual([401, 'signed-out']);
    // A broken body is not even looked at.
    expect((await server.client().ask('POST', '/api/lessons', '{')).status).toBe(401);
    expect((await server.client().ask('POST', '/api/session', large)).status).toBe(413);
    expect((await server.client().ask('POST', `/api/follow/${lesson.token}/events`, large)).status).toBe(413);
    const editor = await server.signedIn('editor');
    expect((await editor.ask('POST', '/api/lessons', large)).body.type).toBe('invalid');
    expect((await editor.ask('POST', '/api/lessons', '{')).body.type).toBe('invalid');
  });

  it('answers 400 to texts that cannot be kept, wherever they stand', async () => {
    const owner = await server.signedIn('owner');
    for (const [method, path, body] of [
      ['GET', '/api/lessons/a%00b'],
      ['GET', '/api/lessons/%E0%A4%A'],
      ['GET', '/api/arrivals?lessonId=a%00'],
      ['POST', '/api/lessons', '{"title":"a\\u0000b"}'],
      ['POST', '/api/lessons', '{"title":"half a letter \\ud83d"}'],
      ['DELETE', '/api/people/not-an-id'],
      ['DELETE', `/api/lessons/${lesson.lessonId}/share/versions/not-an-id`],
    ] as const) {
      const answer = await owner.ask(method, path, body);
      expect([answer.status, answer.body.type]).withContext(path).toEqual([400, 'invalid']);
    }
    const upload = await owner.ask('POST', '/api/uploads', undefined, {
      'Tus-Resumable': '1.0.0',
      'Upload-Length': '5',
      'Upload-Metadata': `lessonId ${btoa(lesson.lessonId)},filename ${btoa('a\0b.mp4')}`,
    });
    expect(upload.status).toBe(400);
  });

  it('answers 503 in words while the database cannot be reached, and health all the same', async () => {
    // Nothing listens on the port of “discard”.
    const down = await openServer({ databaseUrl: 'postgres://limber@127.0.0.1:9/limber' });
    const client = down.client({ Cookie: 'limber=s%3Aof-some-session.of-some-signature' });
    const signed = await down.client({ Cookie: aSignedCookie(down.config.sessionSecret) }).ask('GET', '/api/lessons');
    expect([signed.status, signed.body.type]).toEqual([503, 'no-database']);
    expect(signed.body.detail).toContain('Nothing was changed');
    // A cookie that was not signed here asks nothing of the database.
    expect((await client.ask('GET', '/api/lessons')).status).toBe(401);
    expect((await client.ask('GET', '/health')).status).toBe(200);
    await down.close();
  });
});

/** A session's cookie as the server signs it: HMAC-SHA-256 of its id, without the padding of base64. */
function aSignedCookie(secret: string): string {
  const id = 'some-session';
  const signature = createHmac('sha256', secret).update(id).digest('base64').replace(/=+$/, '');
  return `limber=${encodeURIComponent(`s:${id}.${signature}`)}`;
}
