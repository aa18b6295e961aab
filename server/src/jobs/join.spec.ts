import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Source } from '@limber/core/lesson/take.schema';
import { aFilmedLesson } from '@limber/core/testing';
import { Changes, Jobs, Lessons, type JobRow } from '../store/entities';
import { addLesson, addMedium, attemptAt, ffmpeg, openStudio, type TestStudio, withTools } from '../testing';
import { askToJoin } from './asks';

const WORDS = [
  'Good morning, early shift. Clean hands and two drops of oil, and a chair by the window.',
  'The ferry leaves at seven, so we take the short way round the harbour today.',
];

/** A telephone films, the studio's microphone listens beside it: two files of one room. */
describe('a sound that was recorded beside its film', () => {
  let studio: TestStudio;
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'limber-join-'));
    WORDS.forEach((words, i) =>
      execFileSync('espeak-ng', ['-v', 'en-gb', '-w', join(folder, `${i}.wav`), '--', words]),
    );
    const [talk, other] = [join(folder, '0.wav'), join(folder, '1.wav')];
    ffmpeg(
      ...['-f', 'lavfi', '-i', 'testsrc2=size=160x90:rate=25:duration=9', '-i', talk],
      ...['-af', 'adelay=2000,highpass=300,lowpass=3000,volume=0.4,apad', '-t', '9'],
      ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', join(folder, 'phone.mp4')],
    );
    // The microphone began 1.3 s after the telephone.
    ffmpeg('-i', talk, '-af', 'adelay=700,aecho=0.8:0.5:30:0.3', '-c:a', 'aac', join(folder, 'room.m4a'));
    ffmpeg('-i', other, '-c:a', 'aac', join(folder, 'elsewhere.m4a'));
    studio = await openStudio();
  });
  afterAll(async () => {
    await studio.close();
    rmSync(folder, { recursive: true });
  });

  const aMedium = (file: string): Promise<string> => addMedium(studio, join(folder, file));
  /** A take of a film with a sound beside it, and the job that finds where that lies. */
  async function aTake(sound: string, role: Source['role'] = 'sound'): Promise<{ lessonId: string; mediaId: string }> {
    const [film, mediaId] = [await aMedium('phone.mp4'), await aMedium(sound)];
    const sources: Source[] = [
      { mediaId: film, role: 'picture', offsetMs: 0 },
      { mediaId, role, offsetMs: 0 },
    ];
    const { takes } = aFilmedLesson({}, 9000);
    const lessonId = await addLesson(studio.database, { takes: [{ ...takes[0]!, sources }] });
    await askToJoin(studio.database.manager, mediaId, lessonId);
    return { lessonId, mediaId };
  }
  const jobOf = (ownerId: string): Promise<JobRow> => studio.database.getRepository(Jobs).findOneByOrFail({ ownerId });
  const attempt = (): Promise<void> => attemptAt(studio, 'join');
  const offsetIn = async (lessonId: string): Promise<number | undefined> =>
    (await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId })).doc.takes[0]?.sources[1]?.offsetMs;
  const changesOf = (documentId: string): Promise<number> =>
    studio.database.getRepository(Changes).countBy({ documentId });

  it('is laid where it belongs, by an edit of its lesson, once', async () => {
    const { lessonId, mediaId } = await aTake('room.m4a');
    await attempt();
    expect((await jobOf(mediaId)).state).toBe('done');
    expect(Math.abs((await offsetIn(lessonId))! - 1300)).toBeLessThanOrEqual(20);
    expect(await changesOf(lessonId)).toBe(1);
    // A worker that was ended after all was written, before the job was.
    await studio.database.query(`UPDATE jobs SET state = 'queued', done = '{}' WHERE owner_id = $1`, [mediaId]);
    await attempt();
    expect([(await jobOf(mediaId)).state, await changesOf(lessonId)]).toEqual(['done', 1]);
  });

  it('of which only the log counts is laid there like any other', async () => {
    const { lessonId } = await aTake('room.m4a', 'log');
    await attempt();
    expect(Math.abs((await offsetIn(lessonId))! - 1300)).toBeLessThanOrEqual(20);
  });

  it('goes on after its worker was killed', async () => {
    const { lessonId, mediaId } = await aTake('room.m4a');
    await withTools({ ffmpeg: 'kill -9 $$' }, attempt);
    expect([(await jobOf(mediaId)).state, await offsetIn(lessonId)]).toEqual(['queued', 0]);
    await attempt();
    expect(Math.abs((await offsetIn(lessonId))! - 1300)).toBeLessThanOrEqual(20);
  });

  it('stays where it is, and that is said, when it is of another room', async () => {
    const { lessonId, mediaId } = await aTake('elsewhere.m4a');
    await attempt();
    const job = await jobOf(mediaId);
    expect([job.state, job.error]).toEqual(['failed', jasmine.stringMatching(/too little in common/)]);
    expect([await offsetIn(lessonId), await changesOf(lessonId)]).toEqual([0, 0]);
  });

  /** A recording of the room that is here before its film, and takes that may be it. */
  async function waiting(sound: string, films: readonly string[]): Promise<{ lessonId: string; mediaId: string }> {
    const mediaId = await aMedium(sound);
    const { takes } = aFilmedLesson({}, 9000);
    const made = await Promise.all(
      films.map(async (film, at) => {
        const sources: Source[] = [{ mediaId: await aMedium(film), role: 'picture', offsetMs: 0 }];
        return { ...takes[0]!, id: `t${at}`, sources };
      }),
    );
    const waits = [{ id: mediaId, mediaId, name: 'The room', durationMs: 9000 }];
    const lessonId = await addLesson(studio.database, { takes: made, waiting: waits });
    await askToJoin(studio.database.manager, mediaId, lessonId);
    return { lessonId, mediaId };
  }
  const lessonOf = async (id: string) => (await studio.database.getRepository(Lessons).findOneByOrFail({ id })).doc;

  it('and waited for its film is laid beside the one that it is of, in one edit, once', async () => {
    ffmpeg(
      ...['-f', 'lavfi', '-i', 'testsrc2=size=160x90:rate=25:duration=6', '-i', join(folder, '1.wav')],
      ...['-af', 'apad', '-t', '6', '-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'],
      join(folder, 'other.mp4'),
    );
    // Among them one without any sound.
    ffmpeg('-i', join(folder, 'other.mp4'), '-an', '-c', 'copy', join(folder, 'silent.mp4'));
    const { lessonId, mediaId } = await waiting('room.m4a', ['silent.mp4', 'other.mp4', 'phone.mp4']);
    await attempt();
    const { takes, waiting: left } = await lessonOf(lessonId);
    expect(left).toEqual([]);
    expect(takes.map((take) => take.sources.map(({ role }) => role))).toEqual([
      ['picture'],
      ['picture'],
      ['picture', 'log'],
    ]);
    expect(Math.abs(takes[2]!.sources[1]!.offsetMs - 1300)).toBeLessThanOrEqual(20);
    await studio.database.query(`UPDATE jobs SET state = 'queued', done = '{}' WHERE owner_id = $1`, [mediaId]);
    await attempt();
    expect([(await jobOf(mediaId)).state, await changesOf(lessonId)]).toEqual(['done', 1]);
  });

  it('and waited for its film waits on where none sounds like it, and that is said; without a film nothing is', async () => {
    const elsewhere = await waiting('elsewhere.m4a', ['phone.mp4']);
    await attempt();
    expect((await jobOf(elsewhere.mediaId)).error).toMatch(/None of the films/);
    expect((await lessonOf(elsewhere.lessonId)).waiting.length).toBe(1);
    const alone = await waiting('room.m4a', []);
    await attempt();
    const job = await jobOf(alone.mediaId);
    expect([job.state, job.error, (await lessonOf(alone.lessonId)).waiting.length]).toEqual(['done', null, 1]);
  });

  it('that was taken out meanwhile is nobody’s', async () => {
    const { lessonId, mediaId } = await aTake('room.m4a');
    const { doc } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
    await studio.database.getRepository(Lessons).update({ id: lessonId }, { doc: { ...doc, takes: [] } });
    await attempt();
    expect([(await jobOf(mediaId)).state, await changesOf(lessonId)]).toEqual(['done', 0]);
  });
});
