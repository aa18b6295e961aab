import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, copyFileSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import pg from 'pg';
import pino from 'pino';
import type { DataSource } from 'typeorm';
import type { UploadMetadata } from '@limber/core/api/media';
import { LESSON_FORMAT, LESSON_VERSION, lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { readConfig, type Config } from './config';
import { Lease } from './jobs/lease';
import { Runner } from './jobs/runner';
import { originalKey } from './media/keys';
import { probe } from './media/probe';
import { LocalMediaStore } from './media/store';
import { openDatabase } from './store/database';
import { Lessons, Media, Uploads } from './store/entities';

/** For tests only: a studio's database, folders and media store of its own. */
export interface TestStudio {
  readonly url: string;
  readonly database: DataSource;
  readonly config: Config;
  readonly store: LocalMediaStore;
  readonly log: pino.Logger;
  readonly folder: string;
  close(): Promise<void>;
}

/** The address of an empty database on the server that `./limber unit` has started. */
export async function emptyDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const server = process.env['LIMBER_TEST_DATABASE'];
  if (!server) throw new Error('Start this with ./limber unit, which starts a database for the tests.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const run = async (sql: string): Promise<void> => {
    const client = new pg.Client({ connectionString: server });
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await run(`CREATE DATABASE ${name}`);
  return {
    url: server.replace(/\/[^/]+$/, `/${name}`),
    drop: () => run(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`),
  };
}

export async function openStudio(): Promise<TestStudio> {
  const { url, drop } = await emptyDatabase();
  const folder = mkdtempSync(join(tmpdir(), 'limber-studio-'));
  const config = readConfig({
    LIMBER_DATA: folder,
    LIMBER_WEB: join(folder, 'web'),
    DATABASE_URL: url,
    LIMBER_SESSION_SECRET: 'only for this one test',
  });
  for (const one of [config.mediaFolder, config.uploadFolder, config.scratchFolder])
    mkdirSync(one, { recursive: true });
  const database = await openDatabase(url);
  return {
    url,
    database,
    config,
    folder,
    store: new LocalMediaStore(config.mediaFolder),
    log: pino({ level: 'silent' }),
    close: async () => {
      await database.destroy();
      await drop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export async function addLesson(database: DataSource, given: Partial<Lesson> = {}): Promise<string> {
  const id = randomUUID();
  const doc = lessonSchema.parse({ format: LESSON_FORMAT, version: LESSON_VERSION, id, title: 'Tide', ...given });
  await database.getRepository(Lessons).insert({ id, revision: 1, doc: doc as never, updatedAt: new Date() });
  return id;
}

/** Puts a copy of a file into the studio's store, with its row. @returns the medium's id */
export async function addMedium({ database, store, folder }: TestStudio, file: string): Promise<string> {
  const id = randomUUID();
  const path = join(folder, id);
  copyFileSync(file, path);
  const known = await probe(path, 'sound');
  await store.putFrom(originalKey(id), path);
  await database.getRepository(Media).insert({ id, name: basename(file), bytes: '1', ...known, createdAt: new Date() });
  return id;
}

/** A file whose last byte is in, as the upload server leaves it. @returns the upload's id */
export async function sentUpload(
  { config, database }: TestStudio,
  file: string,
  metadata: Pick<UploadMetadata, 'lessonId'> & Partial<UploadMetadata>,
): Promise<string> {
  const id = randomUUID();
  const place = join(config.uploadFolder, id);
  copyFileSync(file, place);
  writeFileSync(`${place}.json`, '{}');
  await database.getRepository(Uploads).insert({
    ...{ id, lessonId: metadata.lessonId, name: 'Window side', bytes: String(statSync(file).size), authorId: null },
    metadata: { filename: basename(file), role: 'picture', ...metadata },
    ...{ state: 'sending', words: '', createdAt: new Date(), updatedAt: new Date() },
  });
  return id;
}

/** Takes the next job of a kind, also when it would wait a while before it is tried again. */
export async function takeUp(studio: TestStudio, kind: string): Promise<Lease | null> {
  await studio.database.query('UPDATE jobs SET not_before = now()');
  return Lease.next(studio.database, [kind], 'a worker');
}

/** One attempt at the next job of a kind. */
export async function attemptAt(studio: TestStudio, kind: string): Promise<void> {
  const lease = await takeUp(studio, kind);
  if (lease) await new Runner(studio).run(lease);
}

export function ffmpeg(...args: string[]): void {
  execFileSync('ffmpeg', ['-nostdin', '-loglevel', 'error', '-y', ...args]);
}

/** A small film: a moving test picture and a tone. */
export function makeFilm(path: string, seconds = 2): void {
  ffmpeg(
    ...['-f', 'lavfi', '-i', `testsrc2=size=320x180:rate=25:duration=${seconds}`],
    ...['-f', 'lavfi', '-i', `sine=frequency=300:duration=${seconds}`],
    ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', '-movflags', '+faststart', path],
  );
}

/** Runs work while `tools` are found in place of the real ones (or beside them, in a `PATH` of `before` alone). */
export async function withTools<T>(
  tools: Record<string, string>,
  work: () => Promise<T>,
  { alone = false } = {},
): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'limber-tools-'));
  for (const [name, script] of Object.entries(tools)) {
    writeFileSync(join(folder, name), `#!/bin/sh\n${script}\n`);
    chmodSync(join(folder, name), 0o755);
  }
  const before = process.env['PATH'] ?? '';
  process.env['PATH'] = alone ? folder : `${folder}:${before}`;
  try {
    return await work();
  } finally {
    process.env['PATH'] = before;
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Waits for a state instead of a time. */
export async function until<T>(state: () => Promise<T | null | undefined | false>, what: string): Promise<T> {
  const endsAt = Date.now() + 30_000;
  for (;;) {
    const found = await state();
    if (found) return found;
    if (Date.now() > endsAt) throw new Error(`${what} did not come to be.`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

/** Bits that the number of a picture is drawn in. */
const BITS = 12;

/**
 * A film whose every picture carries its own number as bars, bright for one and dark for nought, and whose sound clicks at
 * each whole second.
 */
export function numberedFilm(path: string, frames: number, rate = 25, size = '640x360'): void {
  const raw = `${path}.raw`;
  const pictures = Buffer.alloc(frames * BITS);
  for (let n = 0; n < frames; n++)
    for (let bit = 0; bit < BITS; bit++) pictures[n * BITS + bit] = n & (1 << bit) ? 220 : 30;
  writeFileSync(raw, pictures);
  ffmpeg(
    ...['-f', 'rawvideo', '-pix_fmt', 'gray', '-s', `${BITS}x1`, '-r', String(rate), '-i', raw],
    ...['-f', 'lavfi', '-i', `aevalsrc=0.5*sin(2*PI*1000*t)*lt(mod(t\\,1)\\,0.03):s=48000:d=${frames / rate}`],
    ...['-vf', `scale=${size.replace('x', ':')}:flags=neighbor,format=yuv420p`],
    ...['-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '18', '-c:a', 'aac', '-movflags', '+faststart', path],
  );
  rmSync(raw);
}

/** The numbers that the pictures of a film show, in order, read across the middle of it. */
export function numbersIn(path: string): number[] {
  const bars = execFileSync(
    'ffmpeg',
    [
      ...[
        '-nostdin',
        '-loglevel',
        'error',
        '-i',
        path,
        '-vf',
        `crop=iw:ih/20:0:ih/2,scale=${BITS}:1:flags=area,format=gray`,
      ],
      ...['-fps_mode', 'passthrough', '-f', 'rawvideo', 'pipe:1'],
    ],
    { maxBuffer: 1e9 },
  );
  return Array.from({ length: bars.length / BITS }, (_, n) =>
    bars.subarray(n * BITS, (n + 1) * BITS).reduce((sum, value, bit) => sum + (value > 125 ? 1 << bit : 0), 0),
  );
}

/** The pictures of a film, small and grey, row by row, 0 to 255. */
export function greyRows(path: string, width: number, height: number): Buffer[] {
  const size = ['-vf', `scale=${width}:${height}:flags=area,format=gray`];
  const raw = execFileSync(
    'ffmpeg',
    [...['-nostdin', '-loglevel', 'error', '-i', path], ...size, ...['-f', 'rawvideo', 'pipe:1']],
    { maxBuffer: 1e9 },
  );
  const bytes = width * height;
  return Array.from({ length: raw.length / bytes }, (_, n) => raw.subarray(n * bytes, (n + 1) * bytes));
}

/** The sound of a film at one ear, 48 kHz. */
export function samplesIn(path: string): Float32Array {
  const raw = execFileSync(
    'ffmpeg',
    [
      '-nostdin',
      '-loglevel',
      'error',
      '-i',
      path,
      '-map',
      '0:a:0',
      '-ac',
      '1',
      '-ar',
      '48000',
      '-f',
      'f32le',
      'pipe:1',
    ],
    { maxBuffer: 1e9 },
  );
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength - (raw.byteLength % 4)));
}
