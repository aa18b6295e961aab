import { UNRATED } from '@limber/core/lesson/take.schema';
import { randomUUID } from 'node:crypto';
import { copyFile, mkdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { readConfig } from '@limber/server/config';
import { hashPassword } from '@limber/server/http/auth';
import { Lease } from '@limber/server/jobs/lease';
import { askToPrepare } from '@limber/server/jobs/asks';
import { Runner } from '@limber/server/jobs/runner';
import { openLog } from '@limber/server/log';
import { originalKey } from '@limber/server/media/keys';
import { probe } from '@limber/server/media/probe';
import { LocalMediaStore } from '@limber/server/media/store';
import { openDatabase } from '@limber/server/store/database';
import { Jobs, Media, Moves, Users, type MediaRow } from '@limber/server/store/entities';
import { storeFeedback } from '@limber/server/store/feedback';
import { insertLesson } from '@limber/server/store/lesson-store';
import { storeEvents } from '@limber/server/store/intake';
import { rollUp } from '@limber/server/store/rollup';
import { shareLesson } from '@limber/server/store/share';
import { footageOf } from './film-lessons';
import type { Truth } from './footage/truth';
import { seedOf } from './seed-of';
import { DEMO_SIGN_IN } from './world/sign-in';
import { afterTheNightShift, beforeTheEarlyBulletin, coldMorningEyes, readingAloud, ropeAgain } from './world/lessons';
import { MOVES } from './world/moves';
import { simulateViewings } from './world/viewers';

/**
 * Loads the demo world into an empty database, once: `load.ts FOOTAGE_FOLDER`. The footage is drawn into that folder and
 * taken from there the next time.
 */
const footageFolder = process.argv[2] ?? '.data/footage';
const config = readConfig();
const database = await openDatabase(config.databaseUrl);
const store = new LocalMediaStore(config.mediaFolder);
for (const folder of [config.mediaFolder, config.scratchFolder]) await mkdir(folder, { recursive: true });
const runner = new Runner({ config, database, store, log: openLog('demo', 'warn') });

if (await database.getRepository(Users).existsBy({})) process.stdout.write('The demo world is there already.\n');
else await load();
await database.destroy();

async function load(): Promise<void> {
  // Nobody can have signed in yet: what is here was left by a loading that was broken off.
  await database.query(
    'TRUNCATE lessons, document_changes, moves, versions, links, viewings, events, rollups, feedback, answers, discomfort, jobs, artefacts, uploads, media CASCADE',
  );
  await database.getRepository(Moves).insert(MOVES.map((doc) => ({ id: doc.id, doc })));
  for (const lesson of [readingAloud(), afterTheNightShift()]) await insertLesson(database, lesson);
  await insertLesson(database, await withTake(coldMorningEyes(), false));

  const bulletin = await filmedAgain(await withTake(beforeTheEarlyBulletin(), true), ropeAgain());
  await insertLesson(database, bulletin);
  const shared = await shareLesson(database, store, bulletin.id);
  if (!shared) throw new Error('The demo lesson could not be shared.');
  const { version, link } = shared;
  const [full, practice] = version.published.cuts;
  // Regulars who want no explaining come a little later.
  for (const [cut, count, daysAgo] of [[full!, 200, 46] as const, [practice!, 48, 12] as const]) {
    const firstWallMs = Date.now() - daysAgo * 86_400_000;
    const viewings = simulateViewings(
      version.published,
      cut,
      count,
      firstWallMs,
      seedOf(cut.id === 'full' ? bulletin.id : `${bulletin.id}/${cut.id}`),
    );
    for (const { viewingId, viewerId, events, feedback } of viewings) {
      const viewing = { id: viewingId, viewerId, versionId: version.id, cut: cut.id, token: link.token };
      await storeEvents(database, viewing, events.slice(0, 1), new Date(events[0]!.wallMs));
      const last = new Date(events[events.length - 1]!.wallMs);
      await storeEvents(database, viewing, events, last);
      if (feedback) await storeFeedback(database, viewing, feedback, last);
    }
  }
  await rollUp(database, version.id);

  // The sign-in comes last: it says that everything else is there.
  const { name, email, password } = DEMO_SIGN_IN;
  await database
    .getRepository(Users)
    .insert({ id: randomUUID(), name, email, role: 'owner', passwordHash: await hashPassword(password), demo: true });
}

async function withTake(lesson: Lesson, marked: boolean): Promise<Lesson> {
  const { file, truth } = await footageOf(lesson, footageFolder, (share) =>
    process.stdout.write(`\rDrawing “${lesson.title}”: ${Math.round(share * 100)} %   `),
  );
  process.stdout.write(`\rDrawing “${lesson.title}”: done   \n`);
  const media = await takeIn(file, `${lesson.id}.mp4`);
  const take = {
    id: 'take-1',
    name: 'Take 1, window side',
    // What is marked was looked at; of the other take it is still to be asked.
    pictureLeft: marked ? ('left' as const) : null,
    ...UNRATED,
    sources: [{ mediaId: media.id, role: 'picture' as const, offsetMs: 0 }],
    durationMs: media.durationMs,
    width: media.width,
    height: media.height,
    frameRate: media.frameRate,
  };
  return {
    ...lesson,
    takes: [take],
    assembly: [{ id: 'piece-1', takeId: take.id, fromMs: 0, toMs: media.durationMs }],
    segments: marked ? segmentsOf(truth, take.id, media.durationMs) : [],
  };
}

/** With a second take of one of its steps, marked, which does not play yet. */
async function filmedAgain(lesson: Lesson, again: Lesson): Promise<Lesson> {
  const { takes, segments } = await withTake(again, true);
  return {
    ...lesson,
    takes: [...lesson.takes, ...takes.map((take) => ({ ...take, id: 'take-2', name: 'Take 2, the ropes again' }))],
    segments: [
      ...lesson.segments,
      ...segments.map((segment) => ({ ...segment, id: `again-${segment.id}`, takeId: 'take-2' })),
    ],
  };
}

function segmentsOf(truth: Truth, takeId: string, durationMs: number): Lesson['segments'] {
  return truth.segments.map((segment) => ({ ...segment, takeId, endMs: Math.min(segment.endMs, durationMs) }));
}

async function takeIn(file: string, name: string): Promise<MediaRow> {
  const { warning, ...found } = await probe(file);
  const id = randomUUID();
  const copy = join(config.scratchFolder, id);
  await copyFile(file, copy);
  await store.putFrom(originalKey(id), copy);
  const bytes = String((await stat(file)).size);
  const media: MediaRow = { id, name, bytes, ...found, warning, unusedSince: null, createdAt: new Date() };
  await database.getRepository(Media).insert(media);
  await askToPrepare(database.manager, id);
  const lease = await Lease.next(database, ['prepare'], 'demo');
  if (!lease) throw new Error('There is no job to prepare the footage.');
  await runner.run(lease);
  const { state, error } = await database.getRepository(Jobs).findOneByOrFail({ id: lease.job.id });
  if (state !== 'done') throw new Error(error ?? `The footage was not prepared: ${state}.`);
  return media;
}
