import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import pino from 'pino';
import type { DataSource } from 'typeorm';
import { LESSON_FORMAT, LESSON_VERSION, lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { readConfig, type Config } from './config';
import { LocalMediaStore } from './media/store';
import { openDatabase } from './store/database';
import { Lessons } from './store/entities';

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
