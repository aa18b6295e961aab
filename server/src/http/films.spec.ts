import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { filmSchema, filmsSchema, type Film } from '@limber/core/api/films';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { aSegment, aStep } from '@limber/core/testing';
import { originalKey } from '../media/keys';
import { Lessons } from '../store/entities';
import { attemptAt, numberedFilm } from '../testing';
import { openServer, sharedLesson, type Client, type TestServer } from './testing';

describe('finished films over HTTP', () => {
  let server: TestServer;
  let owner: Client;
  let editor: Client;
  let lesson: Awaited<ReturnType<typeof sharedLesson>>;
  beforeAll(async () => {
    server = await openServer();
    owner = await server.signedIn('owner');
    editor = await server.signedIn('editor');
    lesson = await sharedLesson(server);
    await bringIn();
    await change((doc) => ({
      takes: doc.takes.map((take) => ({ ...take, durationMs: 10_000 })),
      steps: [aStep('a')],
      segments: [
        aSegment('s', 0, 2000, {
          takeId: doc.takes[0]!.id,
          stepId: 'a',
          beatsMs: [500, 1500] as never,
        }),
      ],
      assembly: [{ id: 'p', takeId: doc.takes[0]!.id, fromMs: 0, toMs: 2000 }] as never,
    }));
  });
  afterAll(() => server.close());

  async function bringIn(): Promise<void> {
    const path = join(server.folder, 'film.mp4');
    numberedFilm(path, 250);
    await server.store.putFrom(originalKey(lesson.mediaId), path);
  }
  async function change(how: (doc: Lesson) => Partial<Lesson>): Promise<void> {
    const lessons = server.database.getRepository(Lessons);
    const { doc, revision } = await lessons.findOneByOrFail({ id: lesson.lessonId });
    await lessons.update({ id: lesson.lessonId }, { doc: { ...doc, ...how(doc) }, revision });
  }
  const films = async (): Promise<Film[]> =>
    filmsSchema.parse((await editor.ask('GET', `/api/lessons/${lesson.lessonId}/films`)).body);
  const work = (): Promise<void> => attemptAt(server, 'render');

  it('are asked for, made, watched in parts, kept as a file, told of when the lesson changed, and deleted', async () => {
    const asked = await editor.ask('POST', `/api/lessons/${lesson.lessonId}/films`, {
      captions: 'none',
      stillMs: 800,
    });
    expect(asked.status).toBe(202);
    const film = filmSchema.parse(asked.body);
    expect(film).toEqual(
      jasmine.objectContaining({
        cut: 'full',
        frame: '16:9',
        version: null,
        bytes: null,
        durationMs: 2000,
        changed: false,
      }),
    );
    expect(film.job?.state).toBe('queued');
    expect((await editor.ask('GET', `/api/films/${film.id}/film.mp4`)).status).toBe(404);
    await work();
    const [made] = await films();
    expect(made!.job!.state).toBe('done');
    expect(made!.bytes).toBeGreaterThan(10_000);
    const part = await editor.fetch('GET', `/api/films/${film.id}/film.mp4?download`, undefined, {
      Range: 'bytes=4-7',
    });
    expect([part.status, await part.text()]).toEqual([206, 'ftyp']);
    expect(part.headers.get('Content-Disposition')).toContain('filename="tide wide.mp4"');
    const still = await editor.fetch('GET', `/api/films/${film.id}/film.jpg`);
    expect([...new Uint8Array(await still.arrayBuffer()).subarray(0, 2)]).toEqual([0xff, 0xd8]);
    expect((await server.client().ask('GET', `/api/films/${film.id}/film.mp4`)).status).toBe(401);
    await change(() => ({ title: 'Tide, slower' }));
    expect((await films())[0]!.changed).toBe(true);
    await change(() => ({ title: 'Tide' }));
    expect((await films())[0]!.changed).toBe(false);
    expect((await editor.ask('DELETE', `/api/films/${film.id}`)).status).toBe(403);
    expect((await owner.ask('DELETE', `/api/films/${film.id}`)).status).toBe(204);
    expect(await films()).toEqual([]);
    expect((await owner.ask('DELETE', `/api/films/${film.id}`)).status).toBe(404);
    expect((await owner.ask('GET', '/api/films/nonsense/film.mp4')).status).toBe(404);
  });

  it('say what is left out of them, and what they are made of', async () => {
    await change(() => ({
      steps: [aStep('a', { move: { ...aStep('a').move, name: 'Slipway 🙂' } })],
      overrides: [{ key: 'label', when: 'every' }],
    }));
    const film = filmSchema.parse(
      (await editor.ask('POST', `/api/lessons/${lesson.lessonId}/films`, { captions: 'none' })).body,
    );
    expect(film.leftOut).toEqual(['Slipway 🙂']);
    const version = await editor.ask('POST', `/api/lessons/${lesson.lessonId}/films`, {
      versionId: lesson.versionId,
      captions: 'none',
    });
    expect([version.status, version.body['version'], version.body['changed']]).toEqual([202, 1, false]);
    for (const one of await films()) await owner.ask('DELETE', `/api/films/${one.id}`);
  });

  it('are refused in words when there is nothing to make them of', async () => {
    const bad = await editor.ask('POST', `/api/lessons/${lesson.lessonId}/films`, { cut: 'step:nowhere' });
    expect([bad.status, bad.body.type]).toEqual([422, 'not-ready']);
    expect(bad.body.detail).toContain('does not play');
    expect((await editor.ask('POST', `/api/lessons/${lesson.lessonId}/films`, { frame: '4:3' })).status).toBe(400);
    expect((await editor.ask('POST', '/api/lessons/nowhere/films', {})).status).toBe(404);
    const none = '00000000-0000-4000-8000-000000000000';
    expect((await editor.ask('POST', `/api/lessons/${lesson.lessonId}/films`, { versionId: none })).status).toBe(404);
  });

  it('can be tried out: a picture and some seconds of sound, as filmed and as put right', async () => {
    await change(() => ({ brighter: true }));
    const picture = async (query: string): Promise<Buffer> => {
      const answer = await editor.fetch('GET', `/api/lessons/${lesson.lessonId}/film-trial/picture.jpg?${query}`);
      expect([answer.status, answer.headers.get('Content-Type')]).toEqual([200, 'image/jpeg']);
      return Buffer.from(await answer.arrayBuffer());
    };
    const pixel = async (query: string): Promise<number> => {
      const file = join(server.folder, 'trial.jpg');
      writeFileSync(file, await picture(query));
      const args = ['-loglevel', 'error', '-i', file, '-vf', 'scale=1:1:flags=area,format=gray', '-f', 'rawvideo', '-'];
      return execFileSync('ffmpeg', args)[0]!;
    };
    // Picture 31 is bright where its number has a one: five of twelve bars.
    const [before, after] = [await pixel('atMs=1240&as=filmed'), await pixel('atMs=1240')];
    expect(after).toBeGreaterThan(before);
    expect(await pixel('atMs=1240&as=brighter')).toBe(after);
    // A picture for lists has nothing drawn on it that counts.
    const shown = await picture('atMs=1240&as=filmed');
    const plain = await picture('atMs=1240&as=filmed&cues=left-out');
    expect(plain.equals(shown)).toBe(false);
    expect(plain.equals(await picture('atMs=1240&as=filmed&cues=left-out'))).toBe(true);
    const sound = await editor.fetch('GET', `/api/lessons/${lesson.lessonId}/film-trial/sound.m4a?atMs=0`);
    expect([sound.status, sound.headers.get('Content-Type')]).toEqual([200, 'audio/mp4']);
    expect(
      Buffer.from(await sound.arrayBuffer())
        .subarray(4, 8)
        .toString(),
    ).toBe('ftyp');
    await server.store.remove(originalKey(lesson.mediaId));
    const gone = await editor.ask('GET', `/api/lessons/${lesson.lessonId}/film-trial/picture.jpg`);
    expect([gone.status, gone.body.type]).toEqual([422, 'not-ready']);
    await bringIn();
  });
});
