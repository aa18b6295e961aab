import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { firstText } from '@limber/core/format/archive';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { LOG_FORMAT, LOG_VERSION } from '@limber/core/take/log.document';
import { aFilmedLesson } from '@limber/core/testing';
import { openServer, type Client, type TestServer } from '../http/testing';
import { Arrivals } from '../media/arrivals';
import { originalKey } from '../media/keys';
import { Jobs, Lessons, Media, Uploads, type UploadRow } from '../store/entities';
import { addLesson, addMedium, attemptAt, ffmpeg, makeFilm, sentUpload } from '../testing';

async function zipped(path: string, files: Record<string, Buffer>): Promise<void> {
  const zip = new ZipFile();
  for (const [name, bytes] of Object.entries(files)) zip.addBuffer(bytes, name);
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(path));
}

/** A lesson goes out with its media and comes in again, here or in another studio. */
describe('a lesson bundle with media', () => {
  let films: string;
  let server: TestServer;
  let editor: Client;
  let arrivals: Arrivals;
  let lessonId: string;
  let archive: string;

  const CAPTIONS = 'WEBVTT\n\n00:00.100 --> 00:01.000\nDown the neck.\n';
  const LOG = { format: LOG_FORMAT, version: LOG_VERSION, entries: [] };
  const lessonOf = async (id: string): Promise<Lesson> =>
    (await server.database.getRepository(Lessons).findOneByOrFail({ id })).doc;
  const mediaCount = (): Promise<number> => server.database.getRepository(Media).count();

  beforeAll(async () => {
    films = mkdtempSync(join(tmpdir(), 'limber-bundle-'));
    makeFilm(join(films, 'window.mp4'), 2);
    makeFilm(join(films, 'rope.mp4'), 3);
    ffmpeg('-f', 'lavfi', '-i', 'sine=duration=2', '-c:a', 'aac', join(films, 'room.m4a'));
    server = await openServer();
    editor = await server.signedIn('editor');
    arrivals = new Arrivals(server.database, server.store, server.config.uploadFolder);
    const [window, rope, room, harp] = await Promise.all(
      ['window.mp4', 'rope.mp4', 'room.m4a', 'room.m4a'].map((film) => addMedium(server, join(films, film))),
    );
    await server.database.query('UPDATE media SET captions = $2, log = $3 WHERE id = $1', [room, CAPTIONS, LOG]);
    const [take] = aFilmedLesson({}, 2000).takes;
    lessonId = await addLesson(server.database, {
      takes: [
        {
          ...take!,
          id: 'window',
          name: 'Window side',
          sources: [
            { mediaId: window!, role: 'picture', offsetMs: 0 },
            { mediaId: room!, role: 'log', offsetMs: -40 },
          ],
        },
        {
          ...take!,
          id: 'rope',
          name: 'Ropes',
          durationMs: 3000,
          sources: [{ mediaId: rope!, role: 'picture', offsetMs: 0 }],
        },
      ],
      assembly: [{ id: 'p', takeId: 'window', fromMs: 0, toMs: 2000 }],
      music: { mediaId: harp!, name: 'Harp' },
    });
    archive = join(films, 'tide.lesson.zip');
    writeFileSync(archive, await taken(lessonId));
  });
  afterAll(async () => {
    await server.close();
    rmSync(films, { recursive: true });
  });

  async function taken(id: string): Promise<Buffer> {
    const answer = await editor.fetch('GET', `/api/lessons/${id}/bundle.zip`);
    expect([answer.status, answer.headers.get('Content-Type')]).toEqual([200, 'application/zip']);
    const bytes = Buffer.from(await answer.arrayBuffer());
    expect(String(bytes.length)).toBe(answer.headers.get('Content-Length')!);
    return bytes;
  }

  /** The lesson of an archive on the desk, as the page puts it there, before its media are. */
  async function broughtIn(file: string): Promise<string> {
    const text = await firstText([readFileSync(file)], 'lesson.json');
    const answer = await editor.ask('POST', '/api/lessons/import', JSON.parse(text!));
    expect(answer.status).toBe(201);
    return String(answer.body['id']);
  }

  /** Its archive, whole on the server and looked at. */
  async function sent(file: string, id: string): Promise<UploadRow> {
    const uploadId = await sentUpload(server, file, { lessonId: id, role: 'bundle' });
    await arrivals.arrive(uploadId);
    await attemptAt(server, 'look');
    return server.database.getRepository(Uploads).findOneByOrFail({ id: uploadId });
  }

  it('is whole for unzip: the lesson first, films by the names of their takes, logs and captions beside them', async () => {
    expect(execFileSync('unzip', ['-t', archive], { encoding: 'utf8' })).toContain('No errors detected');
    const names = execFileSync('unzip', ['-Z1', archive], { encoding: 'utf8' }).trim().split('\n');
    const room = (await lessonOf(lessonId)).takes[0]!.sources[1]!.mediaId;
    const harp = (await lessonOf(lessonId)).music!.mediaId;
    expect(names).toEqual([
      ...['lesson.json', 'media/window.mp4', `media/${room}.m4a`, `media/${room}.log.json`],
      ...[`media/${room}.captions.txt`, 'media/rope.mp4', `media/${harp}.m4a`],
    ]);
    expect(execFileSync('unzip', ['-p', archive, 'media/rope.mp4'])).toEqual(readFileSync(join(films, 'rope.mp4')));
  });

  it('comes in as it went out: every medium byte for byte at its place, prepared anew, as one edit', async () => {
    const id = await broughtIn(archive);
    expect((await lessonOf(id)).takes.map((take) => take.sources)).toEqual([[], []]);
    expect(await sent(archive, id)).toEqual(jasmine.objectContaining({ state: 'taken', words: '' }));
    const [before, after] = [await lessonOf(lessonId), await lessonOf(id)];
    const bare = ({ takes, music }: Lesson) => [
      takes.map(({ sources, ...take }) => ({
        ...take,
        sources: sources.map(({ role, offsetMs }) => [role, offsetMs]),
      })),
      music?.name,
    ];
    // The rate and the size of a take are those of its film.
    const filmed = { width: 320, height: 180, frameRate: { numerator: 25, denominator: 1 } };
    expect(bare(after)).toEqual(bare({ ...before, takes: before.takes.map((take) => ({ ...take, ...filmed })) }));
    const sources = (one: Lesson) => [...one.takes.flatMap((take) => take.sources), { mediaId: one.music!.mediaId }];
    for (const [i, { mediaId }] of sources(after).entries()) {
      const was = sources(before)[i]!.mediaId;
      expect(mediaId).not.toBe(was);
      expect(readFileSync(await path(mediaId))).toEqual(readFileSync(await path(was)));
      expect(await server.database.getRepository(Jobs).countBy({ ownerId: mediaId, kind: 'prepare' })).toBe(1);
    }
    const room = after.takes[0]!.sources[1]!.mediaId;
    const [row] = await server.database.query<{ log: unknown; captions: string }[]>(
      'SELECT log, captions FROM media WHERE id = $1',
      [room],
    );
    expect(row).toEqual({ log: LOG, captions: CAPTIONS });
  });

  const path = (mediaId: string): Promise<string> => server.store.toScratch(originalKey(mediaId), films);

  it('is taken in once, however often a worker is ended on the way', async () => {
    const id = await broughtIn(archive);
    const before = await mediaCount();
    const { id: uploadId } = await sent(archive, id);
    await server.database.query(`UPDATE jobs SET state = 'queued', done = '{}' WHERE owner_id = $1 AND kind = 'look'`, [
      uploadId,
    ]);
    await attemptAt(server, 'look');
    expect(await mediaCount()).toBe(before + 4);
    // Sent once more it finds its place taken, and nothing is put over what is there.
    const now = await lessonOf(id);
    const again = await sent(archive, id);
    expect([again.state, await mediaCount()]).toEqual(['refused', before + 4]);
    expect(again.words).toMatch(
      /^Nothing of this archive has a place in this lesson\. Window side: there is one already/,
    );
    expect(await lessonOf(id)).toEqual(now);
  });

  it('brings what is whole, and tells of what is damaged', async () => {
    const bytes = readFileSync(archive);
    const film = readFileSync(join(films, 'rope.mp4'));
    // One bit of a film is another one.
    const at = bytes.indexOf(film) + Math.floor(film.length / 2);
    bytes[at] = bytes[at]! ^ 1;
    const file = join(films, 'damaged.zip');
    writeFileSync(file, bytes);
    const id = await broughtIn(file);
    const { state, words } = await sent(file, id);
    expect([state, words]).toEqual(['taken', 'Ropes is left out: it is damaged in the archive.']);
    expect((await lessonOf(id)).takes.map((take) => take.sources.length)).toEqual([2, 0]);
    // The whole one brings the rest.
    expect((await sent(archive, id)).state).toBe('taken');
    expect((await lessonOf(id)).takes.map((take) => take.sources.length)).toEqual([2, 1]);
  });

  it('is refused in words where it is another’s, no bundle, or not all there, and leaves nothing behind', async () => {
    const [other, before] = [await addLesson(server.database, { title: 'Ebb' }), await mediaCount()];
    const [half, note, foreign] = ['half.zip', 'note.zip', 'foreign.zip'].map((name) => join(films, name));
    const bytes = readFileSync(archive);
    writeFileSync(half!, bytes.subarray(0, bytes.length / 2));
    await zipped(note!, { 'note.txt': Buffer.from('Buy oil.') });
    // A film that no take is called like.
    const lesson = execFileSync('unzip', ['-p', archive, 'lesson.json']);
    await zipped(foreign!, { 'lesson.json': lesson, 'media/stranger.mp4': readFileSync(join(films, 'rope.mp4')) });
    for (const [file, id, words] of [
      [archive, other, /This archive is of another lesson/],
      [half!, other, /no whole ZIP archive/],
      [join(films, 'rope.mp4'), other, /no whole ZIP archive/],
      [note!, other, /There is no lesson\.json in this archive/],
      [foreign!, await broughtIn(foreign!), /Nothing of this archive has a place/],
      [archive, 'nowhere', /gone/],
    ] as const) {
      const { state, words: told } = await sent(file, id);
      expect([state, words.test(told)])
        .withContext(`${file}: ${told}`)
        .toEqual(['refused', true]);
    }
    expect(await mediaCount()).toBe(before);
    expect((await lessonOf(other)).takes).toEqual([]);
  });
});
