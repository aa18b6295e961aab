import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { originalKey } from '../media/keys';
import { openServer, played, sharedLesson, type Client, type TestServer } from './testing';

describe('the trash', () => {
  let server: TestServer;
  let owner: Client;
  let lesson: Awaited<ReturnType<typeof sharedLesson>>;
  beforeEach(async () => {
    server = await openServer();
    owner = await server.signedIn('owner');
    lesson = await sharedLesson(server);
  });
  afterEach(() => server.close());

  const film = (mediaId = lesson.mediaId): boolean => existsSync(join(server.config.mediaFolder, originalKey(mediaId)));
  const trash = (id = lesson.lessonId) => owner.ask('DELETE', `/api/lessons/${id}`);
  const listed = async () =>
    (await owner.ask('GET', '/api/trash')).body as unknown as { id: string; bytes: number; openLinks: number }[];
  const count = async (table: string): Promise<number> =>
    (await server.database.query<[{ n: number }]>(`SELECT count(*)::int AS n FROM ${table}`))[0].n;
  const watched = async (token = lesson.token): Promise<void> => {
    const viewing = { viewingId: randomUUID(), viewerId: randomUUID() };
    const feedback = { viewingId: viewing.viewingId, ease: 'right', felt: [], discomfort: null, remark: 'Warm.' };
    await owner.ask('POST', `/api/follow/${token}/events`, {
      ...viewing,
      events: [played(viewing.viewingId, 0, 9000)],
    });
    await owner.ask('POST', `/api/follow/${token}/feedback`, { viewerId: viewing.viewerId, feedback });
    await owner.ask('GET', `/api/results/${lesson.versionId}`);
  };

  it('holds a lesson with everything of it, until it is put back', async () => {
    await watched();
    expect((await trash()).status).toBe(204);
    const [one] = await listed();
    expect(one).toEqual(
      jasmine.objectContaining({ title: 'Tide', versions: 1, viewings: 1, openLinks: 1, bytes: 8 }) as never,
    );
    const { trashedAt, leavesAt } = one as unknown as { trashedAt: string; leavesAt: string };
    expect(Date.parse(leavesAt) - Date.parse(trashedAt)).toBe(30 * 24 * 3_600_000);
    for (const path of ['', '/share', '/cues.vtt'])
      if (path !== '/share')
        expect((await owner.ask('GET', `/api/lessons/${lesson.lessonId}${path}`)).body.type).toBe('trashed');
    expect((await owner.ask('POST', `/api/lessons/${lesson.lessonId}/copy`)).body.type).toBe('trashed');
    expect((await trash()).status).toBe(404);
    expect((await owner.ask('POST', `/api/trash/${lesson.lessonId}/restore`)).status).toBe(200);
    expect((await owner.ask('POST', `/api/trash/${lesson.lessonId}/restore`)).status).toBe(404);
    expect((await owner.ask('GET', `/api/follow/${lesson.token}`)).status).toBe(200);
    expect(await listed()).toEqual([]);
  });

  it('weighs the finished films of a lesson with it, and takes their files along', async () => {
    const [id, key] = [randomUUID(), `${randomUUID()}/film.mp4`];
    await server.database.query(`INSERT INTO films (id, lesson_id, plan, hash) VALUES ($1, $2, '{}', 'h')`, [
      id,
      lesson.lessonId,
    ]);
    await server.database.query(
      `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'film.mp4', 1, $2, 100)`,
      [id, key],
    );
    const path = join(server.config.mediaFolder, key);
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, 'x'.repeat(100));
    await trash();
    expect((await listed())[0]!.bytes).toBe(108);
    const gone = await owner.ask('DELETE', `/api/trash/${lesson.lessonId}`);
    expect(gone.body['bytes']).toBe(108);
    expect(existsSync(path)).toBe(false);
    expect(await count('films')).toBe(0);
    expect(await count('artefacts')).toBe(0);
  });

  it('takes links back: put back, the lesson is not shared by them any more', async () => {
    // Of a lesson on the desk nothing is closed by this.
    await owner.ask('POST', `/api/trash/${lesson.lessonId}/close-links`);
    expect((await owner.ask('GET', `/api/follow/${lesson.token}`)).status).toBe(200);
    await trash();
    expect((await owner.ask('POST', `/api/trash/${lesson.lessonId}/close-links`)).status).toBe(204);
    expect((await listed())[0]!.openLinks).toBe(0);
    await owner.ask('POST', `/api/trash/${lesson.lessonId}/restore`);
    expect((await owner.ask('GET', `/api/follow/${lesson.token}`)).body.type).toBe('revoked');
  });

  it('deletes for good: the lesson, its versions, what viewers did, and its film; and nothing of another', async () => {
    const ebb = await sharedLesson(server, 'Ebb');
    await watched();
    await watched(ebb.token);
    expect((await owner.ask('DELETE', `/api/trash/${lesson.lessonId}`)).status).toBe(404);
    await trash();
    const { status, body } = await owner.ask('DELETE', `/api/trash/${lesson.lessonId}`);
    expect([status, body]).toEqual([200, { lessons: 1, films: 1, bytes: 8 }]);
    expect(film()).toBeFalse();
    expect(film(ebb.mediaId)).toBeTrue();
    for (const table of ['lessons', 'versions', 'links', 'link_versions', 'viewings', 'events', 'feedback', 'media'])
      expect(await count(table))
        .withContext(table)
        .toBe(1);
    expect((await owner.ask('GET', `/api/follow/${lesson.token}`)).status).toBe(404);
    expect((await owner.ask('GET', `/api/follow/${ebb.token}`)).status).toBe(200);
    expect((await owner.ask('DELETE', `/api/trash/${lesson.lessonId}`)).status).toBe(404);
  });

  it('leaves a film that a copy of the lesson still needs, and says that nothing was freed', async () => {
    const { body: copy } = await owner.ask('POST', `/api/lessons/${lesson.lessonId}/copy`);
    await trash();
    expect((await listed())[0]!.bytes).toBe(0);
    expect((await owner.ask('DELETE', `/api/trash/${lesson.lessonId}`)).body).toEqual({
      ...{ lessons: 1, films: 0, bytes: 0 },
    } as never);
    expect(film()).toBeTrue();
    const { doc } = (await owner.ask('GET', `/api/lessons/${String(copy['id'])}`)).body as unknown as {
      doc: { title: string; steps: unknown[]; takes: { sources: { mediaId: string }[] }[] };
    };
    expect([doc.title, doc.steps.length, doc.takes[0]!.sources[0]!.mediaId]).toEqual([
      'Copy of Tide',
      2,
      lesson.mediaId,
    ]);
    await trash(String(copy['id']));
    expect((await owner.ask('DELETE', '/api/trash')).body).toEqual({ lessons: 1, films: 1, bytes: 8 } as never);
    expect(film()).toBeFalse();
  });

  it('never takes a lesson that was put back meanwhile', async () => {
    await trash();
    const [restored, deleted] = await Promise.all([
      owner.ask('POST', `/api/trash/${lesson.lessonId}/restore`),
      owner.ask('DELETE', `/api/trash/${lesson.lessonId}`),
    ]);
    const there = (await owner.ask('GET', `/api/lessons/${lesson.lessonId}`)).status === 200;
    expect([restored.status === 200, deleted.status === 404]).toEqual([there, there]);
    expect(film()).toBe(there);
  });

  it('lets a version be deleted by itself; the lesson and its other versions stay', async () => {
    const second = await owner.ask('POST', `/api/lessons/${lesson.lessonId}/share`, {});
    await watched();
    const { body } = await owner.ask('GET', `/api/media/${lesson.mediaId}`);
    expect(body['neededBy']).toEqual(['version 1 of “Tide”', 'version 2 of “Tide”']);
    expect([body['bytes'], body['madeBytes']]).toEqual([5, 3]);
    const remove = (id: string) => owner.ask('DELETE', `/api/lessons/${lesson.lessonId}/share/versions/${id}`);
    expect((await remove(lesson.versionId)).status).toBe(204);
    expect((await remove(lesson.versionId)).status).toBe(404);
    expect([await count('viewings'), await count('links'), await count('versions')]).toEqual([0, 1, 1]);
    expect((await owner.ask('GET', `/api/follow/${String(second.body['token'])}`)).status).toBe(200);
    await remove(String(second.body['versionId']));
    // The next version is not called as one that was: what was said of version 1 is not said of another.
    await owner.ask('POST', `/api/lessons/${lesson.lessonId}/share`, {});
    const { versions } = (await owner.ask('GET', `/api/lessons/${lesson.lessonId}/share`)).body as unknown as {
      versions: { number: number; bytes: number }[];
    };
    expect(versions.map((one) => [one.number, one.bytes])).toEqual([[3, 8]]);
  });

  it('tells what lies on the disk', async () => {
    const { body } = await owner.ask('GET', '/api/room');
    expect(body).toEqual(
      jasmine.objectContaining({ films: { count: 1, bytes: 5 }, madeBytes: 3, sweeps: [] }) as never,
    );
    expect(body['freeBytes']).toBeGreaterThan(0);
  });
});

describe('a copy', () => {
  it('of a lesson with the longest title has a title that can be kept', async () => {
    const server = await openServer();
    const owner = await server.signedIn('owner');
    for (const title of ['a'.repeat(160), 'a'.repeat(151) + '😀'.repeat(4)]) {
      const { body } = await owner.ask('POST', '/api/lessons', { title });
      const { status, body: copy } = await owner.ask('POST', `/api/lessons/${String(body['id'])}/copy`);
      expect(status).toBe(201);
      const { doc } = (await owner.ask('GET', `/api/lessons/${String(copy['id'])}`)).body as {
        doc: { title: string };
      } & object;
      expect(doc.title.startsWith('Copy of aaa')).toBeTrue();
      expect(doc.title.length).toBeLessThanOrEqual(160);
    }
    await server.close();
  });
});
