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

  it('that was taken out meanwhile is nobody’s', async () => {
    const { lessonId, mediaId } = await aTake('room.m4a');
    const { doc } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
    await studio.database.getRepository(Lessons).update({ id: lessonId }, { doc: { ...doc, takes: [] } });
    await attempt();
    expect([(await jobOf(mediaId)).state, await changesOf(lessonId)]).toEqual(['done', 0]);
  });
});
