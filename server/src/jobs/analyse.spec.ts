import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { alignLesson } from '@limber/core/align/align-lesson';
import { heardLines, wordsDocument } from '@limber/core/align/words.document';
import { parseDocument } from '@limber/core/document/document';
import { analysisDocument } from '@limber/core/footage/analysis.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { aFilmedLesson, aStep } from '@limber/core/testing';
import { analyseFilm } from '../media/analyse';
import { probe } from '../media/probe';
import { ToolTrouble } from '../media/tool';
import { Artefacts, Jobs, Lessons, type JobRow } from '../store/entities';
import { addLesson, addMedium, attemptAt, ffmpeg, openStudio, type TestStudio, until, withTools } from '../testing';
import { askToAnalyse } from './asks';
import { cancelJob, retryJob } from './queue';

/** What the voice of the film says, and when it begins, ms. */
const SAID = [
  [1500, 'Flat fingers in the hollows above the collarbone. Press, and let go.'],
  [9000, 'Knuckles into the jaw muscle, teeth apart. Eight slow kneads on each side.'],
] as const;
const LENGTH_MS = 16_000;
const REAL = { ffmpeg: '"$REAL_FFMPEG" "$@"', pocketsphinx_batch: '"$REAL_SPHINX" "$@"' };
/** Which tool works in which part of the job, when it does. */
const PARTS = { analysis: ['ffmpeg', '*gray*'], words: ['pocketsphinx_batch', '*'] } as const;

/** From a take that can be played to what is known of it, whatever happens on the way. */
describe('a take that is looked at and listened to', () => {
  let studio: TestStudio;
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'limber-analyse-'));
    const voices = SAID.map(([atMs, text], i) => {
      const file = join(folder, `${i}.wav`);
      execFileSync('espeak-ng', ['-v', 'en-us+m3', '-s', '150', '-w', file, '--', text]);
      return { file, atMs };
    });
    ffmpeg(
      ...['-f', 'lavfi', '-i', `testsrc2=size=320x180:rate=25:duration=${LENGTH_MS / 1000}`],
      ...voices.flatMap(({ file }) => ['-i', file]),
      ...[
        '-filter_complex',
        `${voices.map(({ atMs }, i) => `[${i + 1}]adelay=${atMs}[v${i}]`).join(';')};[v0][v1]amix=2,apad[a]`,
      ],
      ...['-map', '0:v', '-map', '[a]', '-t', String(LENGTH_MS / 1000)],
      ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', '-movflags', '+faststart'],
      join(folder, 'said.mp4'),
    );
    const picture = (name: string, ...what: string[]): void =>
      ffmpeg(
        ...what,
        '-t',
        '8',
        '-r',
        '25',
        '-c:v',
        'libx264',
        '-preset',
        'ultrafast',
        '-pix_fmt',
        'yuv420p',
        join(folder, name),
      );
    picture('black.mp4', '-f', 'lavfi', '-i', 'color=black:size=320x180:rate=25');
    picture('silent.mp4', '-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25');
    ffmpeg('-f', 'lavfi', '-i', 'testsrc2=size=320x180', '-frames:v', '1', join(folder, 'still.png'));
    picture('still.mp4', '-loop', '1', '-i', join(folder, 'still.png'));
    copyFileSync(join(folder, 'said.mp4'), join(folder, 'cut.mp4'));
    truncateSync(join(folder, 'cut.mp4'), Math.round(statSync(join(folder, 'cut.mp4')).size * 0.6));
    ffmpeg('-i', join(folder, 'said.mp4'), '-vn', '-c:a', 'aac', join(folder, 'room.m4a'));
    studio = await openStudio();
    for (const [name, tool] of [
      ['REAL_FFMPEG', 'ffmpeg'],
      ['REAL_SPHINX', 'pocketsphinx_batch'],
    ] as const)
      process.env[name] = execFileSync('sh', ['-c', `command -v ${tool}`])
        .toString()
        .trim();
  });
  afterAll(async () => {
    await studio.close();
    rmSync(folder, { recursive: true });
  });

  /** A take of a lesson whose footage lies in the studio's store, and the job that looks at it. */
  async function aTake(film: string, change: Partial<Lesson> = {}): Promise<{ mediaId: string; lessonId: string }> {
    const mediaId = await addMedium(studio, join(folder, film));
    const role = film.endsWith('.mp4') ? ('picture' as const) : ('sound' as const);
    const { takes } = aFilmedLesson({}, LENGTH_MS);
    const lessonId = await addLesson(studio.database, {
      takes: [{ ...takes[0]!, sources: [{ mediaId, role, offsetMs: 0 }] }],
      steps: SAID.map(([, before], i) =>
        aStep(`step${i}`, { sidePlan: 'both', narration: { before, during: '', after: '' } }),
      ),
      ...change,
    });
    await askToAnalyse(studio.database.manager, mediaId, { lessonId });
    return { mediaId, lessonId };
  }
  const jobOf = (ownerId: string): Promise<JobRow> => studio.database.getRepository(Jobs).findOneByOrFail({ ownerId });
  /** One attempt at the next take. */
  const attempt = (): Promise<void> => attemptAt(studio, 'analyse');
  const madeOf = async (ownerId: string): Promise<string[]> =>
    (await studio.database.getRepository(Artefacts).findBy({ ownerId })).map(({ name }) => name).sort();
  const read = async (ownerId: string, name: 'words.json' | 'analysis.json'): Promise<unknown> => {
    const { key } = await studio.database.getRepository(Artefacts).findOneByOrFail({ ownerId, name });
    return JSON.parse(readFileSync(join(studio.config.mediaFolder, key), 'utf8'));
  };
  const wordsOf = async (ownerId: string) => parseDocument(wordsDocument, await read(ownerId, 'words.json')).lines;
  const seenIn = async (ownerId: string) => parseDocument(analysisDocument, await read(ownerId, 'analysis.json'));

  /** Its steps start where the voice says them. */
  async function expectHeard({ mediaId, lessonId }: { mediaId: string; lessonId: string }): Promise<void> {
    const { doc } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
    const { steps } = alignLesson(doc, heardLines(await wordsOf(mediaId)));
    expect(steps.map((step) => step.stepId)).toEqual(['step0', 'step1']);
    steps.forEach((step, i) => expect(Math.abs(step.startMs - SAID[i]![0])).toBeLessThan(300));
  }

  it('is known by what is seen, and by where its lesson’s words are said', async () => {
    const take = await aTake('said.mp4');
    await attempt();
    expect((await jobOf(take.mediaId)).state).toBe('done');
    expect(await madeOf(take.mediaId)).toEqual(['analysis.json', 'words.json']);
    expect((await seenIn(take.mediaId)).durationMs).toBe(LENGTH_MS);
    await expectHeard(take);
    expect(readdirSync(studio.config.scratchFolder)).toEqual([]);
  });

  it('is listened to when it is sound alone, and is not where its sound is recorded apart', async () => {
    const room = await aTake('room.m4a');
    await attempt();
    expect(await madeOf(room.mediaId)).toEqual(['words.json']);
    await expectHeard(room);
    const film = await aTake('said.mp4');
    const { doc } = await studio.database.getRepository(Lessons).findOneByOrFail({ id: film.lessonId });
    const sources = [...doc.takes[0]!.sources, { mediaId: room.mediaId, role: 'sound' as const, offsetMs: 0 }];
    await studio.database
      .getRepository(Lessons)
      .update({ id: film.lessonId }, { doc: { ...doc, takes: [{ ...doc.takes[0]!, sources }] } });
    await attempt();
    expect(await wordsOf(film.mediaId)).toEqual([]);
  });

  for (const film of ['black.mp4', 'still.mp4', 'silent.mp4'])
    it(`has no movement of hands, no face and no words where there are none: ${film}`, async () => {
      const { mediaId } = await aTake(film);
      await attempt();
      expect((await jobOf(mediaId)).state).toBe('done');
      const { holds, faces, ...seen } = await seenIn(mediaId);
      expect([holds, faces, await wordsOf(mediaId)]).toEqual([[], [], []]);
      if (film !== 'silent.mp4') expect(seen.bouts).toEqual([]);
    });

  it('is known as far as it goes where its end is missing', async () => {
    const { mediaId } = await aTake('cut.mp4');
    await attempt();
    expect((await jobOf(mediaId)).state).toBe('done');
    expect((await seenIn(mediaId)).durationMs).toBeLessThan(LENGTH_MS);
    expect((await wordsOf(mediaId)).some((line) => /collarbone/.test(line.text))).toBe(true);
  });

  it('has nothing to be heard of a lesson without words', async () => {
    const { mediaId } = await aTake('said.mp4', { steps: [] });
    await attempt();
    expect(await wordsOf(mediaId)).toEqual([]);
  });

  for (const [part, [tool, call]] of Object.entries(PARTS) as [
    keyof typeof PARTS,
    (typeof PARTS)[keyof typeof PARTS],
  ][]) {
    const before = part === 'words' ? ['analysis.json'] : [];
    /** Runs an attempt while the part's tool does something else. */
    const troubled = (instead: string, work: () => Promise<void> = attempt): Promise<void> =>
      withTools({ [tool]: `case "$*" in ${call}) ${instead};; esac; exec ${REAL[tool]}` }, work);

    it(`goes on after its worker was killed in the part ${part}`, async () => {
      const take = await aTake('said.mp4');
      await troubled('kill -9 $$');
      expect((await jobOf(take.mediaId)).state).toBe('queued');
      expect(await madeOf(take.mediaId)).toEqual(before);
      // What was made before is not made again.
      const spoilt = `case "$*" in *gray*) exit 1;; esac; exec ${REAL.ffmpeg}`;
      await (part === 'words' ? withTools({ ffmpeg: spoilt }, attempt) : attempt());
      expect((await jobOf(take.mediaId)).state).toBe('done');
      await expectHeard(take);
      expect(readdirSync(studio.config.scratchFolder)).toEqual([]);
    });

    it(`waits in words when the disk is full in the part ${part}`, async () => {
      const take = await aTake('said.mp4');
      await troubled(`echo 'write: No space left on device' >&2; exit 1`);
      const job = await jobOf(take.mediaId);
      expect([job.state, job.error]).toEqual(['queued', jasmine.stringMatching(/disk of the studio is full/)]);
      await attempt();
      expect((await jobOf(take.mediaId)).state).toBe('done');
    });

    it(`asks for its room before the part ${part}`, async () => {
      const take = await aTake('said.mp4');
      const rooms = [...before.map(() => 1e12), 1_000_000];
      const free = spyOn(studio.store, 'freeBytes').and.callFake(async () => rooms.shift() ?? 0);
      await attempt();
      const job = await jobOf(take.mediaId);
      free.and.callThrough();
      expect(job.state).toBe('queued');
      expect(job.error).toMatch(/needs .* Make room there/);
      expect(await madeOf(take.mediaId)).toEqual(before);
      await attempt();
      expect((await jobOf(take.mediaId)).state).toBe('done');
    });

    it(`ends when it is cancelled in the part ${part}, and goes on when it is wanted again`, async () => {
      const take = await aTake('said.mp4');
      const mark = join(folder, `reached-${randomUUID()}`);
      await troubled(`touch ${mark}; exec sleep 100`, async () => {
        const running = attempt();
        await until(async () => readdirSync(folder).includes(mark.split('/').pop()!), 'the part');
        await cancelJob(studio.database.manager, (await jobOf(take.mediaId)).id);
        await running;
      });
      const job = await jobOf(take.mediaId);
      expect([job.state, await madeOf(take.mediaId)]).toEqual(['cancelled', before]);
      await retryJob(studio.database.manager, job.id);
      await attempt();
      expect((await jobOf(take.mediaId)).state).toBe('done');
      await expectHeard(take);
    });
  }

  it('is given up when its reading hangs, and says so when the recogniser is not there', async () => {
    const file = join(folder, 'silent.mp4');
    const known = await probe(file);
    await withTools({ ffmpeg: 'exec sleep 100' }, async () => {
      await expectAsync(analyseFilm(file, known, { faces: false, patienceMs: 300 })).toBeRejectedWith(
        jasmine.objectContaining({ name: ToolTrouble.name, why: 'slow' }),
      );
    });
    const { mediaId } = await aTake('said.mp4');
    await withTools({ pocketsphinx_batch: 'echo "the model is broken" >&2; exit 1' }, attempt);
    const job = await jobOf(mediaId);
    expect([job.state, job.error]).toEqual([
      'failed',
      jasmine.stringMatching(/pocketsphinx_batch says “the model is broken”/),
    ]);
    expect(await madeOf(mediaId)).toEqual(['analysis.json']);
  });
});
