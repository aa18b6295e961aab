import { randomUUID } from 'node:crypto';
import { copyFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { shareLesson } from '../store/share';
import { openServer, played, sharedLesson, type Answer, type Client, type TestServer } from './testing';

const HOUR = 3_600_000;

describe('a link', () => {
  let server: TestServer;
  let lesson: Awaited<ReturnType<typeof sharedLesson>>;
  let owner: Client;
  beforeEach(async () => {
    server = await openServer();
    lesson = await sharedLesson(server, 'Calm <hands>');
    owner = await server.signedIn('owner');
    // The page as it is written: what is built of it has the same head.
    const built = join(server.config.webFolder, 'follow/browser');
    mkdirSync(built, { recursive: true });
    copyFileSync('web/follow/src/index.html', join(built, 'index.html'));
  });
  afterEach(() => server.close());

  const change = (asked: object): Promise<Answer> =>
    owner.ask('PATCH', `/api/lessons/${lesson.lessonId}/share/links/${lesson.token}`, asked);
  const open = (viewer: Client, query = ''): Promise<Answer> =>
    viewer.ask('GET', `/api/follow/${lesson.token}${query}`);
  const film = (viewer: Client): Promise<Answer> =>
    viewer.ask('GET', `/api/follow/${lesson.token}/media/${lesson.mediaId}/proxy.mp4`);
  const say = (viewer: Client, phrase: string): Promise<Answer> =>
    viewer.ask('POST', `/api/follow/${lesson.token}/phrase`, { phrase });
  const send = (viewer: Client, versionId = lesson.versionId): Promise<Answer> => {
    const viewingId = randomUUID();
    const batch = { viewingId, viewerId: randomUUID(), versionId, events: [played(viewingId, 0, 4000)] };
    return viewer.ask('POST', `/api/follow/${lesson.token}/events`, batch);
  };
  const at = (ms: number): string => new Date(Date.now() + ms).toISOString();

  it('opens nothing after its last moment; who has begun may finish, and what was watched still comes in', async () => {
    const viewer = server.client();
    expect((await change({ expiresAt: at(HOUR) })).status).toBe(200);
    expect((await open(viewer)).status).toBe(200);
    await change({ expiresAt: at(-HOUR) });
    const closed = await open(viewer);
    expect([closed.status, closed.body.type]).toEqual([410, 'expired']);
    expect((await film(viewer)).status).toBe(200);
    expect((await open(viewer, `?version=${lesson.versionId}`)).status).toBe(200);
    expect((await open(viewer, `?version=${randomUUID()}`)).body.type).toBe('expired');
    await change({ expiresAt: at(-4 * HOUR) });
    expect((await film(viewer)).body.type).toBe('expired');
    expect((await send(viewer)).status).toBe(202);
    await change({ expiresAt: null });
    expect((await open(viewer)).status).toBe(200);
  });

  it('asks for its pass phrase everywhere, once a browser, and anew when it is another', async () => {
    const viewer = server.client();
    expect((await change({ phrase: 'Harbour  Mornings ' })).body['asksPhrase']).toBe(true);
    for (const asked of [open, film, send]) expect((await asked(viewer)).body.type).toBe('phrase');
    const wrong = await say(viewer, 'harbour evenings');
    expect([wrong.status, wrong.body.type, wrong.headers.get('Set-Cookie')]).toEqual([422, 'wrong-phrase', null]);
    const right = await say(viewer, 'harbour MORNINGS');
    expect(right.status).toBe(204);
    expect(right.headers.get('Set-Cookie')).toMatch(
      new RegExp(`Path=/api/follow/${lesson.token}; .*HttpOnly; SameSite=Strict`),
    );
    for (const asked of [open, film, send]) expect((await asked(viewer)).status).toBeLessThan(300);
    expect((await open(server.client())).body.type).toBe('phrase');
    await change({ phrase: 'another one' });
    expect((await open(viewer)).body.type).toBe('phrase');
    await change({ phrase: null });
    expect((await open(viewer)).status).toBe(200);
  });

  it('is told no phrase that anybody could guess by trying', async () => {
    await change({ phrase: 'harbour mornings' });
    const viewer = server.client();
    const tries: number[] = [];
    for (let i = 0; i < 22; i++) tries.push((await say(viewer, `phrase ${i}`)).status);
    expect(tries.slice(0, 20).every((status) => status === 422)).toBe(true);
    expect(tries.slice(20)).toEqual([429, 429]);
    expect((await change({ phrase: 'short' })).status).toBe(400);
    const [stored] = await server.database.query<[{ phrase_hash: string }]>('SELECT phrase_hash FROM links');
    expect(stored.phrase_hash).toMatch(/^\$argon2id\$/);
    expect(JSON.stringify((await owner.ask('GET', `/api/lessons/${lesson.lessonId}/share`)).body)).not.toContain(
      'argon',
    );
  });

  it('stands in other pages only where its owner wants it, and never with a pass phrase', async () => {
    const page = (): Promise<Answer> => server.client().ask('GET', `/v/${lesson.token}`);
    const policy = async (): Promise<unknown[]> => {
      const { headers } = await page();
      return [
        /frame-ancestors ([^;]+)/.exec(headers.get('Content-Security-Policy') ?? '')?.[1],
        headers.get('X-Frame-Options'),
      ];
    };
    expect(await policy()).toEqual(["'none'", 'SAMEORIGIN']);
    await change({ embeds: true });
    expect(await policy()).toEqual(['*', null]);
    const both = await change({ phrase: 'harbour mornings' });
    expect([both.status, both.body.type]).toEqual([400, 'invalid']);
    await change({ embeds: false, phrase: 'harbour mornings' });
    expect(await policy()).toEqual(["'none'", 'SAMEORIGIN']);
    expect((await change({ embeds: true })).status).toBe(400);
  });

  it('tells pages that show it what it leads to, unless it is closed', async () => {
    const html = async (): Promise<string> =>
      (await server.client().fetch('GET', `/v/${lesson.token}`, undefined)).text();
    const open = await html();
    expect(open).toContain('<title>Calm &#60;hands&#62;</title>');
    expect(open).toContain('<meta property="og:title" content="Calm &#60;hands&#62;" />');
    expect(open).toMatch(/<meta property="og:description" content="\d+ moves? · \d+:\d\d/);
    expect(open).toContain('<meta name="robots" content="noindex" />');
    expect(open.match(/<title>/g)?.length).toBe(1);
    await change({ phrase: 'harbour mornings' });
    expect(await html()).not.toContain('Calm');
    await change({ phrase: null, revoked: true });
    expect(await html()).not.toContain('Calm');
  });

  it('keeps viewers on what they began when it is led elsewhere', async () => {
    const viewer = server.client();
    const newer = (await shareLesson(server.database, server.store, lesson.lessonId))!;
    await change({ versionId: newer.version.id });
    // The film that is only in what was begun.
    await server.database.query('DELETE FROM version_media WHERE version_id = $1', [newer.version.id]);
    expect((await film(viewer)).status).toBe(200);
    expect((await open(viewer)).body['versionId']).toBe(newer.version.id);
    expect((await open(viewer, `?version=${lesson.versionId}`)).body['versionId']).toBe(lesson.versionId);
    expect((await send(viewer)).status).toBe(202);
    // A version that this link never led to is none of its business.
    const other = (await shareLesson(server.database, server.store, lesson.lessonId))!;
    expect((await open(viewer, `?version=${other.version.id}`)).body['versionId']).toBe(newer.version.id);
    expect((await open(viewer, '?version=nonsense')).body['versionId']).toBe(newer.version.id);
  });
});

describe('a version', () => {
  let server: TestServer;
  let lesson: Awaited<ReturnType<typeof sharedLesson>>;
  beforeEach(async () => {
    server = await openServer();
    lesson = await sharedLesson(server);
  });
  afterEach(() => server.close());

  it('is called and noted of, keeps why it was shared all the same, and is read as it was frozen', async () => {
    const owner = await server.signedIn('owner');
    const share = `/api/lessons/${lesson.lessonId}/share`;
    const allTheSame = { reason: 'The class is tonight.', missing: ['Rope knead: your left gets 8, your right 6.'] };
    const { status, body } = await owner.ask('POST', share, { name: ' For the class ', note: 'Shorter.', allTheSame });
    expect(status).toBe(201);
    const versions = async (): Promise<Record<string, unknown>[]> =>
      (await owner.ask('GET', share)).body['versions'] as Record<string, unknown>[];
    expect((await versions())[0]).toEqual(
      jasmine.objectContaining({ name: 'For the class', note: 'Shorter.', allTheSame }),
    );
    expect((await versions())[1]).toEqual(jasmine.objectContaining({ name: '', note: '', allTheSame: null }));

    const one = `${share}/versions/${String(body['versionId'])}`;
    expect((await owner.ask('PATCH', one, { name: 'The evening class' })).status).toBe(204);
    expect((await versions())[0]).toEqual(jasmine.objectContaining({ name: 'The evening class', note: 'Shorter.' }));
    expect((await owner.ask('POST', share, { allTheSame: { reason: ' ', missing: [] } })).status).toBe(400);

    await server.database.query(`UPDATE lessons SET doc = jsonb_set(doc, '{title}', '"Another title"')`);
    const frozen = (await owner.ask('GET', one)).body['doc'] as { title: string };
    expect(frozen.title).not.toBe('Another title');
    expect((await owner.ask('GET', `${share}/versions/${randomUUID()}`)).status).toBe(404);
  });
});
