import { mkdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import pg from 'pg';
import * as z from 'zod';
import type { Config } from '../config';
import { mustHaveRoom } from '../media/room';
import { freeBytesAt, type MediaStore } from '../media/store';
import { openDatabase } from '../store/database';
import { MIGRATIONS } from '../store/migrations';
import { BackupError, DUMP, mediaName, newer, placeOf, unpackArchive } from './archive';
import { runPostgres } from './postgres';

const KEYS = 'keys.json';

/**
 * First step: unpacks a backup into a folder beside the studio, and looks at every byte of it. Nothing of the studio is
 * touched, and the folder is gone when the backup cannot be used.
 *
 * @throws BackupError with a sentence
 */
export async function unpackBackup(file: string, folder: string, postgres: number): Promise<void> {
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true, mode: 0o700 });
  try {
    const { size } = await stat(file).catch(() => {
      throw new BackupError(`There is no file ${file}.`);
    });
    mustHaveRoom(await freeBytesAt(folder), size, 'what is in this backup');
    const { keys } = await unpackArchive(file, folder, (head) => {
      const known = new Set<string>(MIGRATIONS.map((one) => new one().name));
      if (head.migrations.some((name) => !known.has(name))) throw newer();
      if (head.postgres > postgres)
        throw new BackupError(
          `This backup was made with PostgreSQL ${head.postgres}, and here is ${postgres}. Install postgresql-${head.postgres}, then restore it. Nothing was changed.`,
        );
    });
    // Written when everything else is there: it says that the folder can be put in place.
    await writeFile(join(folder, KEYS), JSON.stringify(keys));
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
}

/**
 * Second step: puts what was unpacked in place. The media go first, the database comes last and in one transaction: a
 * restore that is broken off has made no studio, and is begun anew.
 */
export async function putBackup(
  { config, store }: { config: Config; store: MediaStore },
  folder: string,
): Promise<void> {
  await mustBeEmpty(config.databaseUrl);
  const keys = z.array(z.string()).parse(JSON.parse(await readFile(join(folder, KEYS), 'utf8')));
  for (const key of keys) await store.putFrom(key, placeOf(folder, mediaName(key)));
  await dropTables(config.databaseUrl);
  await runPostgres('pg_restore', config.databaseUrl, [
    ...['--single-transaction', '--exit-on-error', '--no-owner', '--no-privileges'],
    ...['--dbname', new URL(config.databaseUrl).pathname.slice(1), placeOf(folder, DUMP)],
  ]);
  // A backup of an older program is brought forward. What was half sent then stayed where it was sent to.
  const database = await openDatabase(config.databaseUrl);
  try {
    await database.query(`DELETE FROM uploads WHERE state = 'sending'`);
  } finally {
    await database.destroy();
  }
  await rm(folder, { recursive: true, force: true });
}

/** @throws BackupError when somebody works in this studio already, or when the database holds something else */
export async function mustBeEmpty(databaseUrl: string): Promise<void> {
  await withClient(databaseUrl, async (client) => {
    const { rows } = await client.query<{ ours: boolean; any: boolean }>(
      `SELECT to_regclass('public.migrations') IS NOT NULL AND to_regclass('public.lessons') IS NOT NULL AS ours,
         EXISTS (SELECT 1 FROM pg_tables WHERE schemaname = 'public') AS any`,
    );
    if (!rows[0]!.any) return;
    if (!rows[0]!.ours)
      throw new BackupError('The database holds something else than a studio. Name an empty one. Nothing was changed.');
    const used = await client.query<{ used: boolean }>(
      'SELECT EXISTS (SELECT 1 FROM users) OR EXISTS (SELECT 1 FROM lessons) AS used',
    );
    if (used.rows[0]!.used)
      throw new BackupError(
        'There is a studio here already, and a backup never writes over one. Restore it in another checkout, or move this one’s .data folder away first (keep it until the restored studio is as it should be). Nothing was changed.',
      );
  });
}

/** The empty tables of a studio in which nobody was yet; those of the backup take their place. */
async function dropTables(databaseUrl: string): Promise<void> {
  await withClient(databaseUrl, async (client) => {
    await client.query(`DO $$ DECLARE one record; BEGIN
      FOR one IN SELECT tablename FROM pg_tables WHERE schemaname = 'public' LOOP
        EXECUTE format('DROP TABLE IF EXISTS public.%I CASCADE', one.tablename); END LOOP;
      FOR one IN SELECT sequencename FROM pg_sequences WHERE schemaname = 'public' LOOP
        EXECUTE format('DROP SEQUENCE IF EXISTS public.%I CASCADE', one.sequencename); END LOOP;
      FOR one IN SELECT oid::regprocedure AS signature FROM pg_proc WHERE pronamespace = 'public'::regnamespace LOOP
        EXECUTE format('DROP FUNCTION IF EXISTS %s CASCADE', one.signature); END LOOP;
    END $$`);
  });
}

async function withClient(databaseUrl: string, work: (client: pg.Client) => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end();
  }
}
