import { UNRATED } from '@limber/core/lesson/take.schema';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { UploadMetadata } from '@limber/core/api/media';
import { takeFields } from '@limber/core/lesson/take.schema';
import { Arrivals, keepCaptionsAlong } from '../media/arrivals';
import { originalKey } from '../media/keys';
import { UNUSED } from '../media/unused';
import { Jobs, Lessons, Media, Uploads, type UploadRow } from '../store/entities';
import { addLesson, attemptAt, ffmpeg, makeFilm, openStudio, sentUpload, type TestStudio, withTools } from '../testing';
import { retryJob } from './queue';

let films: string;

/** From the last byte of an upload to a take of its lesson, whatever happens on the way. */
describe('an upload that has arrived', () => {
  let studio: TestStudio;
  let arrivals: Arrivals;

  beforeAll(async () => {
    films = mkdtempSync(join(tmpdir(), 'limber-films-'));
    makeFilm(join(films, 'good.mp4'), 2);
    makeFilm(join(films, 'longer.mp4'), 4);
    ffmpeg('-f', 'lavfi', '-i', 'sine=duration=2', '-c:a', 'aac', join(films, 'voice.m4a'));
    writeFileSync(join(films, 'garbage.mp4'), 'not a film at all '.repeat(400));
    studio = await openStudio();
    arrivals = new Arrivals(studio.database, studio.store, studio.config.uploadFolder);
  });
  afterAll(async () => {
    await studio.close();
    rmSync(films, { recursive: true });
  });

  /** A film whose last byte is in, as the upload server leaves it. */
  const sent = (film: string, metadata: Partial<UploadMetadata> & { lessonId: string }): Promise<string> =>
    sentUpload(studio, join(films, film), metadata);
  /** One attempt at the next job that looks. */
  const look = (): Promise<void> => attemptAt(studio, 'look');
  const record = (id: string): Promise<UploadRow> => studio.database.getRepository(Uploads).findOneByOrFail({ id });
  const lesson = async (id: string) => (await studio.database.getRepository(Lessons).findOneByOrFail({ id })).doc;
  const jobs = (ownerId: string, kind: string) => studio.database.getRepository(Jobs).findBy({ ownerId, kind });

  it('becomes a medium, a take that plays, and the job that prepares it, all under its own id', async () => {
    const lessonId = await addLesson(studio.database);
    const id = await sent('good.mp4', { lessonId });
    await arrivals.arrive(id);
    expect(existsSync(join(studio.config.uploadFolder, id))).toBeFalse();
    expect((await record(id)).state).toBe('arrived');
    await look();
    expect(await record(id)).toEqual(jasmine.objectContaining({ state: 'taken', takeId: id }));
    const doc = await lesson(lessonId);
    expect(doc.takes).toEqual([
      jasmine.objectContaining({
        ...{ id, name: 'Window side', pictureLeft: null, width: 320, height: 180 },
        sources: [{ mediaId: id, role: 'picture', offsetMs: 0 }],
      }),
    ]);
    expect(doc.assembly.map((piece) => piece.takeId)).toEqual([id]);
    expect((await jobs(id, 'prepare')).length).toBe(1);
    expect(await studio.database.getRepository(Media).countBy({ id })).toBe(1);
  });

  it('has the captions that came along, said before or after it was looked at, and keeps those that it has', async () => {
    const lessonId = await addLesson(studio.database);
    const [before, after] = [await sent('good.mp4', { lessonId }), await sent('good.mp4', { lessonId })];
    const captions = async (id: string): Promise<unknown> =>
      (await studio.database.query<{ captions: string | null }[]>('SELECT captions FROM media WHERE id = $1', [id]))[0]
        ?.captions;
    const bring = (id: string, text: string): Promise<void> => keepCaptionsAlong(studio.database, id, text);
    await bring(before, '[0:01] Six times.');
    for (const id of [before, after]) await arrivals.arrive(id);
    await look();
    await look();
    expect([await captions(before), await captions(after)]).toEqual(['[0:01] Six times.', null]);
    await bring(after, '[0:01] Nine times.');
    await bring(before, '[0:01] Nine times.');
    expect([await captions(before), await captions(after)]).toEqual(['[0:01] Six times.', '[0:01] Nine times.']);
  });

  it('is found when the server was ended before it could say that the last byte is in', async () => {
    const lessonId = await addLesson(studio.database);
    const [before, between] = [await sent('good.mp4', { lessonId }), await sent('good.mp4', { lessonId })];
    // The second was ended after the file was put away, and before that was written down.
    await studio.store.putFrom(originalKey(between), join(studio.config.uploadFolder, between));
    await arrivals.settle();
    await arrivals.settle();
    expect([(await record(before)).state, (await record(between)).state]).toEqual(['arrived', 'arrived']);
    expect((await jobs(before, 'look')).length + (await jobs(between, 'look')).length).toBe(2);
    await look();
    await look();
    expect((await lesson(lessonId)).takes.length).toBe(2);
    // One that is not whole is let be.
    const half = await sent('good.mp4', { lessonId });
    await studio.database.query('UPDATE uploads SET bytes = bytes + 1 WHERE id = $1', [half]);
    await arrivals.settle();
    expect((await record(half)).state).toBe('sending');
  });

  it('becomes the same take once, however often it is said and looked at', async () => {
    const lessonId = await addLesson(studio.database);
    const id = await sent('good.mp4', { lessonId });
    await Promise.all([arrivals.arrive(id), arrivals.arrive(id), arrivals.settle()]);
    expect((await jobs(id, 'look')).length).toBe(1);
    // A worker that was ended after all was written, before the job was.
    await look();
    await studio.database.query(`UPDATE jobs SET state = 'queued', done = '{}' WHERE owner_id = $1 AND kind = 'look'`, [
      id,
    ]);
    await look();
    expect((await lesson(lessonId)).takes.length).toBe(1);
    expect((await jobs(id, 'prepare')).length).toBe(1);
  });

  it('waits with a lesson that was put in the trash meanwhile', async () => {
    const lessonId = await addLesson(studio.database);
    const id = await sent('good.mp4', { lessonId });
    await studio.database.query('UPDATE lessons SET trashed_at = now() WHERE id = $1', [lessonId]);
    await arrivals.arrive(id);
    await look();
    expect((await lesson(lessonId)).takes.map((take) => take.id)).toEqual([id]);
  });

  it('is refused in words when it is proven bad, or has no place, and leaves no medium behind', async () => {
    const lessonId = await addLesson(studio.database);
    for (const [film, metadata, words] of [
      ['garbage.mp4', { lessonId }, /no video that can be read/],
      ['good.mp4', { lessonId: 'nowhere' }, /lesson .* is gone/],
      ['voice.m4a', { lessonId }, /sound but no picture/],
      ['voice.m4a', { lessonId, role: 'sound' }, /take that this sound was for is gone/],
    ] as const) {
      const id = await sent(film, metadata);
      await arrivals.arrive(id);
      await look();
      const { state, words: told } = await record(id);
      expect([state, words.test(told)])
        .withContext(told)
        .toEqual(['refused', true]);
      expect(await studio.database.getRepository(Media).countBy({ id })).toBe(0);
    }
    expect((await lesson(lessonId)).takes).toEqual([]);
  });

  it('that has no place in its lesson is kept, and taken when there is one', async () => {
    const lessonId = await addLesson(studio.database, {
      takes: Array.from({ length: 200 }, (_, i) => ({
        ...{
          ...UNRATED,
          id: `t${i}`,
          name: 'Take',
          pictureLeft: null,
          sources: [],
          durationMs: 1000,
          width: 2,
          height: 2,
        },
        frameRate: { numerator: 25, denominator: 1 },
      })),
    });
    const id = await sent('good.mp4', { lessonId });
    await arrivals.arrive(id);
    await look();
    const [job] = await jobs(id, 'look');
    expect([job!.state, (await record(id)).state]).toEqual(['failed', 'arrived']);
    expect(job!.error).toContain('room for 200 takes');
    expect(await studio.database.getRepository(Media).countBy({ id })).toBe(0);
    const { doc, revision } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
    await studio.database
      .getRepository(Lessons)
      .update({ id: lessonId }, { doc: { ...doc, takes: doc.takes.slice(1) }, revision });
    await retryJob(studio.database.manager, job!.id);
    await look();
    expect([(await record(id)).state, (await lesson(lessonId)).takes.length]).toEqual(['taken', 200]);
  });

  it('is not looked at yet, and keeps its file, while the tool is missing or killed; then it is taken', async () => {
    const lessonId = await addLesson(studio.database);
    const id = await sent('good.mp4', { lessonId });
    await arrivals.arrive(id);
    for (const tools of [{}, { ffprobe: 'kill -9 $$' }] as Record<string, string>[]) {
      await withTools(tools, look, { alone: Object.keys(tools).length === 0 });
      const [job] = await jobs(id, 'look');
      expect([job!.state, (await record(id)).state]).toEqual(['queued', 'arrived']);
      expect(job!.error).toMatch(/was not looked at yet: .*(?:is not there|ended from outside)/);
      expect(await studio.store.size(originalKey(id))).toBeGreaterThan(0);
    }
    await look();
    expect((await record(id)).state).toBe('taken');
  });

  it('fills a take that lacks its footage, and says when it is another length', async () => {
    const empty = {
      ...{
        id: 't',
        name: 'Old take',
        pictureLeft: 'right' as const,
        ...UNRATED,
        sources: [],
        durationMs: 2000,
        width: 320,
        height: 180,
      },
      frameRate: { numerator: 25, denominator: 1 },
    };
    for (const [film, words] of [
      ['good.mp4', /^$/],
      ['longer.mp4', /check that it is the same recording/],
    ] as const) {
      const lessonId = await addLesson(studio.database, { takes: [empty] });
      const id = await sent(film, { lessonId, takeId: 't', offsetMs: 40 });
      await arrivals.arrive(id);
      await look();
      const { takes } = await lesson(lessonId);
      expect(takes.length).toBe(1);
      expect(takes[0]).toEqual(
        jasmine.objectContaining({
          id: 't',
          pictureLeft: 'right',
          sources: [{ mediaId: id, role: 'picture', offsetMs: 40 }],
        }),
      );
      expect((await record(id)).words).toMatch(words);
      // Its sound from another recorder joins it.
      const voice = await sent('voice.m4a', { lessonId, takeId: 't', role: 'sound', offsetMs: -120 });
      await arrivals.arrive(voice);
      await look();
      expect((await lesson(lessonId)).takes[0]!.sources[1]).toEqual({ mediaId: voice, role: 'sound', offsetMs: -120 });
      expect(await jobs(voice, 'join')).toEqual([]);
      // And so does one that only gives the log that was kept beside it.
      const room = await sent('voice.m4a', { lessonId, takeId: 't', role: 'log', offsetMs: 40 });
      await arrivals.arrive(room);
      await look();
      expect((await lesson(lessonId)).takes[0]!.sources.map(({ mediaId, role }) => [mediaId, role]).slice(1)).toEqual([
        [voice, 'sound'],
        [room, 'log'],
      ]);
      // Where one that does not say so lies is found by listening.
      const unsaid = await sent('voice.m4a', { lessonId, takeId: 't', role: 'sound' });
      await arrivals.arrive(unsaid);
      await look();
      expect((await jobs(unsaid, 'join')).map((job) => job.input)).toEqual([{ lessonId, mediaId: unsaid }]);
    }
    expect(takeFields.sources.safeParse([{ mediaId: 'm', role: 'picture', offsetMs: 0 }]).success).toBeTrue();
  });

  it('as a log without a take waits for its film, and each film that arrives is listened to for it', async () => {
    const lessonId = await addLesson(studio.database);
    const room = await sent('voice.m4a', { lessonId, role: 'log' });
    await arrivals.arrive(room);
    await look();
    const { takes, waiting } = await lesson(lessonId);
    expect([takes.length, waiting.map((one) => [one.mediaId, one.name])]).toEqual([0, [[room, 'Window side']]]);
    await studio.database.query(`UPDATE jobs SET state = 'done' WHERE owner_id = $1`, [room]);
    const film = await sent('good.mp4', { lessonId });
    await arrivals.arrive(film);
    await look();
    expect((await jobs(room, 'join')).length).toBe(2);
    // It goes when it is thrown away, like other footage.
    expect((await lesson(lessonId)).waiting.length).toBe(1);
  });

  it('as music becomes what plays under the films of its lesson, and no take', async () => {
    const lessonId = await addLesson(studio.database);
    const id = await sent('voice.m4a', { lessonId, role: 'music' });
    await arrivals.arrive(id);
    await look();
    const doc = await lesson(lessonId);
    expect([doc.music, doc.takes]).toEqual([{ mediaId: id, name: 'Window side' }, []]);
    // Nothing sweeps it while the lesson has it.
    await studio.database.query(`UPDATE media SET created_at = now() - interval '3 days' WHERE id = $1`, [id]);
    const [unused] = await studio.database.query<[{ n: number }]>(
      `SELECT count(*)::int AS n FROM media WHERE id = $1 AND ${UNUSED}`,
      [id],
    );
    expect(unused.n).toBe(0);
  });

  it('leaves nothing in the scratch folder', () => {
    expect(readdirSync(studio.config.scratchFolder)).toEqual([]);
  });
});
