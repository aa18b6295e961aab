import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { FilmWish } from '@limber/core/render/film.schema';
import { aFilmedLesson, aSegment, aStep } from '@limber/core/testing';
import { originalKey } from '../media/keys';
import { Artefacts, Films, Jobs, Lessons, Media, type FilmRow, type JobRow } from '../store/entities';
import { askForFilm, deleteFilm } from '../store/films';
import {
  addLesson,
  attemptAt,
  numberedFilm,
  numbersIn,
  openStudio,
  takeUp,
  type TestStudio,
  until,
  withTools,
} from '../testing';
import { Lease } from './lease';
import { cancelJob, retryJob } from './queue';
import { Runner } from './runner';
import { sweep } from './sweep';

const WISH: FilmWish = { cut: 'full', frame: '16:9', captions: 'none', kind: 'mp4', stillMs: null };
/** Where the pictures of the three pieces begin in the take, and how many there are of each. */
const PIECES = [
  [50, 50],
  [150, 60],
  [25, 50],
] as const;
const SHOWN = PIECES.flatMap(([from, count]) => Array.from({ length: count }, (_, i) => from + i));
/** What ffmpeg is called with while each part of the job is made; the pictures in the middle of theirs. */
const CALLS = { sound: '*heard.f32*', pictures: '*part-50.mp4', film: '*"-f concat"*' } as const;
const FFMPEG = '"$REAL_FFMPEG" "$@"';

/** From the wish for a film to its file, whatever happens on the way. */
describe('a finished film that was asked for', () => {
  let studio: TestStudio;
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'limber-render-'));
    numberedFilm(join(folder, 'take.mp4'), 250);
    studio = await openStudio();
    process.env['REAL_FFMPEG'] = execFileSync('sh', ['-c', 'command -v ffmpeg']).toString().trim();
  });
  afterAll(async () => {
    await studio.close();
    rmSync(folder, { recursive: true });
  });

  /** What one of these did not finish is not taken up by the next. */
  afterEach(() => studio.database.query('DELETE FROM jobs'));

  /** A lesson on a take of its own, whose numbered pictures lie in the studio's store. */
  async function aLesson(change: Partial<Lesson> = {}): Promise<{ lessonId: string; mediaId: string }> {
    const mediaId = randomUUID();
    const path = join(folder, mediaId);
    execFileSync('cp', [join(folder, 'take.mp4'), path]);
    await studio.store.putFrom(originalKey(mediaId), path);
    await studio.database.getRepository(Media).insert({
      ...{ id: mediaId, name: 'take.mp4', bytes: '1', durationMs: 10_000, width: 640, height: 360 },
      ...{ frameRate: { numerator: 25, denominator: 1 }, hasSound: true },
    });
    const { takes } = aFilmedLesson({}, 10_000);
    const sources = [{ mediaId, role: 'picture' as const, offsetMs: 0 }];
    const lessonId = await addLesson(studio.database, {
      steps: [aStep('a')],
      takes: [{ ...takes[0]!, width: 640, height: 360, sources }],
      assembly: PIECES.map(([from, count], i) => ({
        ...{ id: `p${i}`, takeId: 't', fromMs: from * 40, toMs: (from + count) * 40 },
      })),
      segments: [aSegment('s', 6000, 8400, { beatsMs: [6400, 7200] as never })],
      ...change,
    });
    return { lessonId, mediaId };
  }
  const ask = async (lessonId: string, wish = WISH): Promise<FilmRow> =>
    (await askForFilm(studio.database, studio.store, lessonId, wish))!;
  const jobOf = ({ id }: { id: string }): Promise<JobRow> =>
    studio.database.getRepository(Jobs).findOneByOrFail({ ownerId: id });
  /** One attempt at the next film. */
  const attempt = (): Promise<void> => attemptAt(studio, 'render');
  const fileOf = async ({ id }: { id: string }): Promise<string> => {
    const { key } = await studio.database.getRepository(Artefacts).findOneByOrFail({ ownerId: id });
    return join(studio.config.mediaFolder, key);
  };
  const partsOf = async (jobId: string): Promise<number> =>
    studio.database.getRepository(Artefacts).countBy({ jobId, name: 'part.mp4' });

  it('is made, once, however often it is asked for, and shows what its pieces show', async () => {
    const { lessonId } = await aLesson();
    const films = await Promise.all([ask(lessonId), ask(lessonId), ask(lessonId)]);
    expect(new Set(films.map((film) => film.id)).size).toBe(1);
    await attempt();
    expect((await jobOf(films[0])).state).toBe('done');
    expect(numbersIn(await fileOf(films[0]))).toEqual(SHOWN);
    expect((await ask(lessonId)).id).toBe(films[0].id);
    expect(await studio.database.getRepository(Jobs).countBy({ kind: 'render', lessonId })).toBe(1);
  });

  it('makes only what is new when one cue is changed', async () => {
    const { lessonId } = await aLesson();
    const first = await ask(lessonId);
    await attempt();
    const { doc, revision } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
    const segments = doc.segments.map((one) => ({ ...one, beatsMs: [6480, 7200] as never }));
    await studio.database.getRepository(Lessons).update({ id: lessonId }, { doc: { ...doc, segments }, revision });
    const second = await ask(lessonId);
    expect(second.id).not.toBe(first.id);
    await attempt();
    expect((await jobOf(second)).state).toBe('done');
    expect(await partsOf((await jobOf(first)).id)).toBe(3);
    expect(await partsOf((await jobOf(second)).id)).toBe(1);
    expect(await studio.database.getRepository(Artefacts).countBy({ jobId: (await jobOf(second)).id })).toBe(2);
    expect(numbersIn(await fileOf(second))).toEqual(SHOWN);
  });

  for (const part of ['sound', 'pictures', 'film'] as const) {
    /** Runs an attempt that is held fast in this part, does something, and lets it go. */
    const heldIn = async (work: () => Promise<void>): Promise<void> => {
      const here = join(folder, `here-${randomUUID()}`);
      const hold = `case "$*" in ${CALLS[part]}*) : >'${here}'; exec sleep 600;; esac; exec ${FFMPEG}`;
      await withTools({ ffmpeg: hold }, async () => {
        const run = attempt();
        await until(async () => existsSync(here), `The part ${part}`);
        await work();
        await run;
      });
    };

    it(`whose worker fell silent in the part ${part} goes on where it was`, async () => {
      const { lessonId } = await aLesson();
      const film = await ask(lessonId);
      let before: string[] = [];
      await heldIn(async () => {
        // A worker that is only held fast goes on renewing what it has.
        const lease = await until(async () => {
          await studio.database.query(`UPDATE jobs SET lease_until = now() - interval '1 second'`);
          return Lease.next(studio.database, ['render'], 'another worker');
        }, 'The lease');
        before = (await jobOf(film)).done;
        const calls = join(folder, `calls-${randomUUID()}`);
        await withTools({ ffmpeg: `echo "$*" >>'${calls}'; exec ${FFMPEG}` }, () => new Runner(studio).run(lease));
        const made = readFileSync(calls, 'utf8').split('\n');
        // The first worker had made the first of three stretches before it came to the second.
        expect(made.filter((call) => /part-\d+\.mp4$/.test(call)).length).toBe(
          { sound: 3, pictures: 2, film: 0 }[part],
        );
        expect(made.filter((call) => call.includes('heard.f32')).length).toBe(part === 'sound' ? 3 : 0);
      });
      expect(before).toEqual({ sound: [], pictures: ['sound'], film: ['sound', 'pictures'] }[part]);
      expect((await jobOf(film)).state).toBe('done');
      expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
      expect(readdirSync(studio.config.scratchFolder)).toEqual([]);
    });

    it(`that is cancelled in the part ${part} ends, and goes on when it is wanted again`, async () => {
      const { lessonId } = await aLesson();
      const film = await ask(lessonId);
      await heldIn(async () => cancelJob(studio.database.manager, (await jobOf(film)).id));
      const job = await jobOf(film);
      expect(job.state).toBe('cancelled');
      expect(await studio.database.getRepository(Artefacts).countBy({ ownerId: film.id })).toBe(0);
      await retryJob(studio.database.manager, job.id);
      await attempt();
      expect((await jobOf(film)).state).toBe('done');
      expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
    });

    it(`waits in words when the disk is full in the part ${part}, then is made`, async () => {
      const { lessonId } = await aLesson();
      const film = await ask(lessonId);
      const full = `case "$*" in ${CALLS[part]}*) echo 'av_interleaved_write_frame(): No space left on device' >&2; exit 1;; esac; exec ${FFMPEG}`;
      await withTools({ ffmpeg: full }, attempt);
      const job = await jobOf(film);
      expect([job.state, job.error]).toEqual(['queued', jasmine.stringMatching(/disk of the studio is full/)]);
      await attempt();
      expect((await jobOf(film)).state).toBe('done');
      expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
    });
  }

  it('of which two workers make the same parts at once is made by both', async () => {
    const { lessonId } = await aLesson();
    const [one, other] = [await ask(lessonId), await ask(lessonId, { ...WISH, captions: 'track' })];
    // Taken up one after the other: who asks while another asks may be told that there is nothing.
    const leases = [await takeUp(studio, 'render'), await takeUp(studio, 'render')];
    await Promise.all(leases.map((lease) => new Runner(studio).run(lease!)));
    for (const film of [one, other]) {
      const job = await jobOf(film);
      expect([job.state, job.error]).toEqual(['done', null]);
      expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
    }
  });

  it('goes on when another worker has just put its own in the place of a part', async () => {
    const { lessonId } = await aLesson();
    const film = await ask(lessonId);
    const size = studio.store.size.bind(studio.store);
    const path = (key: string): string => join(studio.config.mediaFolder, key);
    const artefacts = studio.database.getRepository(Artefacts);
    let met = 0;
    spyOn(studio.store, 'size').and.callFake(async (key) => {
      const isPart = (await artefacts.countBy({ key, name: 'part.mp4' })) > 0;
      if (isPart && met++ === 0) {
        const own = key.replace('.mp4', '-other.mp4');
        execFileSync('cp', [path(key), path(own)]);
        await artefacts.update({ key }, { key: own });
        await studio.store.remove(key);
      }
      return size(key);
    });
    await attempt();
    const job = await jobOf(film);
    expect([met > 0, job.state, job.error]).toEqual([true, 'done', null]);
    expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
  });

  it('goes on when a part is gone from under it', async () => {
    const { lessonId } = await aLesson();
    const film = await ask(lessonId);
    const toScratch = studio.store.toScratch.bind(studio.store);
    let met = 0;
    spyOn(studio.store, 'toScratch').and.callFake(async (key, folder) => {
      if (key.endsWith('.mp4') && !key.endsWith('/original') && met++ === 0) await studio.store.remove(key);
      return toScratch(key, folder);
    });
    await attempt();
    expect([met > 0, (await jobOf(film)).state]).toEqual([true, 'done']);
    expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
  });

  it('asks for its room before it begins', async () => {
    const { lessonId } = await aLesson();
    const film = await ask(lessonId);
    const free = spyOn(studio.store, 'freeBytes').and.resolveTo(270_000_000);
    await attempt();
    const job = await jobOf(film);
    expect([job.state, job.done]).toEqual(['queued', []]);
    expect(job.error).toMatch(/making this film needs .* Make room there/);
    free.and.callThrough();
    await attempt();
    expect((await jobOf(film)).state).toBe('done');
  });

  it('ends with a sentence when its footage is gone', async () => {
    const { lessonId, mediaId } = await aLesson();
    const film = await ask(lessonId);
    await studio.store.remove(originalKey(mediaId));
    await attempt();
    const job = await jobOf(film);
    expect([job.state, job.error]).toEqual(['failed', jasmine.stringMatching(/is gone. Bring the take in again/)]);
    await studio.database.query('DELETE FROM media WHERE id = $1', [mediaId]);
    await retryJob(studio.database.manager, job.id);
    await attempt();
    expect((await jobOf(film)).error).toMatch(/is gone. Bring the take in again/);
    await expectAsync(ask(lessonId, { ...WISH, frame: '1:1' })).toBeRejectedWithError(/footage .* is not here/);
  });

  it('is made of the footage that it was asked for with, although the take has another by now', async () => {
    const { lessonId, mediaId } = await aLesson();
    const film = await ask(lessonId);
    const other = await aLesson();
    const { doc, revision } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
    const takes = doc.takes.map((take) => ({
      ...take,
      sources: [{ mediaId: other.mediaId, role: 'picture' as const, offsetMs: 0 }],
    }));
    await studio.database.getRepository(Lessons).update({ id: lessonId }, { doc: { ...doc, takes }, revision });
    await studio.database.query(`UPDATE media SET created_at = now() - interval '3 days', unused_since = NULL`);
    const old = async (): Promise<number> => {
      await sweep(studio);
      await studio.database.query(
        `UPDATE media SET unused_since = now() - interval '2 days' WHERE unused_since IS NOT NULL`,
      );
      await sweep(studio);
      return studio.database.getRepository(Media).countBy({ id: mediaId });
    };
    expect(await old()).toBe(1);
    await attempt();
    expect((await jobOf(film)).state).toBe('done');
    expect(numbersIn(await fileOf(film))).toEqual(SHOWN);
    // Once it is made nothing needs the old footage; the film itself stays.
    expect(await old()).toBe(0);
    expect(existsSync(await fileOf(film))).toBe(true);
    expect((await ask(lessonId)).id).not.toBe(film.id);
    await attempt();
  });

  it('mends fonts that were spoilt, and says so when they cannot be mended', async () => {
    const { lessonId } = await aLesson();
    const fonts = studio.config.fontFolder;
    mkdirSync(fonts, { recursive: true });
    for (const name of readdirSync(fonts)) writeFileSync(join(fonts, name), 'no font');
    const film = await ask(lessonId);
    await attempt();
    expect((await jobOf(film)).state).toBe('done');
    // A renderer that finds other fonts whatever it is given.
    const another = await ask(lessonId, { ...WISH, frame: '1:1' });
    const says = '[Parsed_ass_0 @ 0x1] fontselect: (Any Family, 400, 0) -> /fonts/other.ttf, 0, Other';
    await withTools({ ffmpeg: `case "$*" in *ass=*) echo '${says}' >&2;; esac; exec ${FFMPEG}` }, attempt);
    const job = await jobOf(another);
    expect([job.state, job.error]).toEqual(['failed', jasmine.stringMatching(/The font “Any Family” cannot be used/)]);
  });

  it('goes with its file, and its work ends, when it is deleted', async () => {
    const { lessonId } = await aLesson();
    const film = await ask(lessonId);
    await attempt();
    const file = await fileOf(film);
    expect(await deleteFilm(studio.database, studio.store, film.id)).toBe(true);
    expect(existsSync(file)).toBe(false);
    expect(await studio.database.getRepository(Films).countBy({ id: film.id })).toBe(0);
    expect(await deleteFilm(studio.database, studio.store, film.id)).toBe(false);
    expect((await ask(lessonId)).id).not.toBe(film.id);
    await attempt();
  });
});
