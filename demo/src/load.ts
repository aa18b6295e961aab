import { randomUUID } from 'node:crypto';
import { copyFile, mkdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { readConfig } from '@limber/server/config';
import { hashPassword } from '@limber/server/http/auth';
import { makePoster, makeProxy, makeSound } from '@limber/server/media/prepare';
import { probe } from '@limber/server/media/probe';
import { LocalMediaStore } from '@limber/server/media/store';
import { openDatabase } from '@limber/server/store/database';
import { Lessons, Media, Moves, Users, type MediaRow } from '@limber/server/store/entities';
import { storeFeedback } from '@limber/server/store/feedback';
import { storeEvents } from '@limber/server/store/intake';
import { rollUp } from '@limber/server/store/rollup';
import { shareLesson } from '@limber/server/store/share';
import { footageOf } from './film-lessons';
import type { Truth } from './footage/truth';
import { seedOf } from './random';
import { DEMO_SIGN_IN } from './world/sign-in';
import { afterTheNightShift, beforeTheEarlyBulletin, coldMorningEyes, readingAloud } from './world/lessons';
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
await mkdir(config.mediaFolder, { recursive: true });

if (await database.getRepository(Users).existsBy({})) process.stdout.write('The demo world is there already.\n');
else await load();
await database.destroy();

async function load(): Promise<void> {
  await database.getRepository(Moves).insert(MOVES.map((doc) => ({ id: doc.id, doc })));
  for (const lesson of [readingAloud(), afterTheNightShift()]) await addLesson(lesson);
  await addLesson(await withTake(coldMorningEyes(), false));

  const bulletin = await withTake(beforeTheEarlyBulletin(), true);
  await addLesson(bulletin);
  const shared = await shareLesson(database, bulletin.id);
  if (!shared) throw new Error('The demo lesson could not be shared.');
  const { version, link } = shared;
  const viewings = simulateViewings(version.follow, 200, Date.now() - 46 * 86_400_000, seedOf(bulletin.id));
  for (const { viewingId, viewerId, events, feedback } of viewings) {
    const viewing = { id: viewingId, viewerId, token: link.token };
    await storeEvents(database, viewing, events.slice(0, 1), new Date(events[0]!.wallMs));
    const last = new Date(events[events.length - 1]!.wallMs);
    await storeEvents(database, viewing, events, last);
    if (feedback) await storeFeedback(database, viewing, feedback, last);
  }
  await rollUp(database, version.id);

  // The sign-in comes last: it says that everything else is there.
  const { name, email, password } = DEMO_SIGN_IN;
  await database
    .getRepository(Users)
    .insert({ id: randomUUID(), name, email, role: 'owner', passwordHash: await hashPassword(password), demo: true });
}

async function addLesson(doc: Lesson): Promise<void> {
  await database.getRepository(Lessons).insert({ id: doc.id, revision: 1, doc: doc as never, updatedAt: new Date() });
}

async function withTake(lesson: Lesson, marked: boolean): Promise<Lesson> {
  const { file, truth } = await footageOf(lesson, footageFolder, (share) =>
    process.stdout.write(`\rDrawing “${lesson.title}”: ${Math.round(share * 100)} %   `),
  );
  process.stdout.write(`\rDrawing “${lesson.title}”: done   \n`);
  const media = await takeIn(file, `${lesson.id}.mp4`);
  const take = {
    id: 'take-1',
    mediaId: media.id,
    name: 'Take 1, window side',
    mirrored: true,
    durationMs: media.durationMs,
    width: media.width,
    height: media.height,
    frameRate: media.frameRate,
  };
  return {
    ...lesson,
    takes: [take],
    assembly: [{ takeId: take.id, fromMs: 0, toMs: media.durationMs }],
    segments: marked ? segmentsOf(truth, take.id, media.durationMs) : [],
  };
}

function segmentsOf(truth: Truth, takeId: string, durationMs: number): Lesson['segments'] {
  return truth.segments.map((segment) => ({ ...segment, takeId, endMs: Math.min(segment.endMs, durationMs) }));
}

async function takeIn(file: string, name: string): Promise<MediaRow> {
  const { durationMs, width, height, frameRate, hasSound, warning } = await probe(file);
  const id = randomUUID();
  const copy = join(await store.scratch(id), 'original');
  await copyFile(file, copy);
  await store.put(id, 'original', copy);
  const media: MediaRow = {
    id,
    name,
    bytes: String((await stat(file)).size),
    durationMs,
    width,
    height,
    frameRate,
    hasSound,
    warning,
    parts: {},
    createdAt: new Date(),
  };
  const work = { media, store, progress: () => undefined, signal: new AbortController().signal };
  await makePoster(work);
  await makeSound(work);
  await makeProxy(work);
  await database.getRepository(Media).insert({ ...media, parts: { poster: true, sound: true, proxy: true } });
  return media;
}
