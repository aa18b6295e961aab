import { existsSync } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import pg from 'pg';
import type { Config } from '../config';
import { originalKey } from '../media/keys';
import { mustHaveRoom } from '../media/room';
import { PARTS_SQL } from '../store/films';
import { freeBytesAt, type MediaStore } from '../media/store';
import { BACKUP_FORMAT, BACKUP_VERSION, DUMP, HEAD, mediaName, writeArchive, type Head, type Part } from './archive';
import { runPostgres } from './postgres';

/** How often a backup begins anew because a file went while it was looked up. */
const MOST_LOOKS = 3;

export interface BackedUp {
  readonly bytes: number;
  readonly files: number;
  /** Files that the database names and that are not in the media store. */
  readonly missing: readonly string[];
}

/**
 * Writes everything of a studio into one file while it runs: the database as it is at one instant, and every file that
 * it names at that instant. Sessions stay out: whoever restores it signs in anew.
 */
export async function backUp(context: { config: Config; store: MediaStore }, file: string): Promise<BackedUp> {
  const { config, store } = context;
  const pins = await pinFolder(dirname(config.scratchFolder));
  try {
    for (let look = 1; ; look++) {
      const done = await attempt({ config, store, pins }, file, look === MOST_LOOKS);
      if (done) return done;
    }
  } finally {
    await rm(pins, { recursive: true, force: true });
  }
}

/** A folder for second names of files, beside those that are swept. Those of backups that were killed go first. */
async function pinFolder(data: string): Promise<string> {
  for (const name of await readdir(data)) {
    const pid = /^backup-(\d+)$/.exec(name)?.[1];
    if (pid && !existsSync(`/proc/${pid}`)) await rm(join(data, name), { recursive: true, force: true });
  }
  const folder = join(data, `backup-${process.pid}`);
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { mode: 0o700 });
  return folder;
}

async function attempt(
  { config, store, pins }: { config: Config; store: MediaStore; pins: string },
  file: string,
  last: boolean,
): Promise<BackedUp | null> {
  const client = new pg.Client({ connectionString: config.databaseUrl });
  await client.connect();
  const stop = new AbortController();
  let dumped: Promise<void> | null = null;
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const head = await headOf(client);
    const keys = await keysOf(client);
    // A second name for each file: whatever is swept from now on, this backup still has it.
    const pinned = new Map<string, string>();
    const missing: string[] = [];
    for (const key of keys) {
      const path = await store.toScratch(key, pins).catch((error: unknown) => {
        if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
        return null;
      });
      if (path) pinned.set(key, path);
      else missing.push(key);
    }
    if (missing.length > 0 && !last) return null;
    await mustFit(client, [...pinned.values()], file);

    const { rows } = await client.query<{ id: string }>('SELECT pg_export_snapshot() AS id');
    const dump = join(pins, DUMP);
    dumped = runPostgres(
      'pg_dump',
      config.databaseUrl,
      [
        ...['--format=custom', '--compress=1', '--no-owner', '--no-privileges', `--snapshot=${rows[0]!.id}`],
        ...['--exclude-table-data=public.session', `--file=${dump}`],
      ],
      stop.signal,
    );
    // Heard of below; until then it must not count as unheard.
    dumped.catch(() => undefined);
    const finished = dumped;
    const parts = function* (): Iterable<Part> {
      yield { name: HEAD, text: JSON.stringify(head, null, 1) };
      for (const [key, path] of pinned) yield { name: mediaName(key), path: async () => path };
      // Last: it is dumped while the media are written.
      yield { name: DUMP, path: () => finished.then(() => dump) };
    };
    const bytes = await writeArchive(file, parts());
    return { bytes, files: pinned.size, missing };
  } finally {
    stop.abort();
    // Told already by the part that waited for it; here it has only to be over before its pinned files go.
    await dumped?.catch(() => undefined);
    await client.end();
  }
}

async function headOf(client: pg.Client): Promise<Head> {
  const { rows } = await client.query<{ name: string }>('SELECT name FROM migrations ORDER BY timestamp');
  const version = await client.query<{ server_version_num: string }>('SHOW server_version_num');
  return {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    madeAt: new Date().toISOString(),
    migrations: rows.map((row) => row.name),
    postgres: Math.floor(Number(version.rows[0]!.server_version_num) / 10_000),
  };
}

/** Files that the database names: media, what was made of them, films that arrived and wait to be looked at. */
async function keysOf(client: pg.Client): Promise<string[]> {
  const { rows } = await client.query<{ id: string | null; key: string | null }>(
    `SELECT id::text, NULL AS key FROM media UNION SELECT id::text, NULL FROM uploads WHERE state = 'arrived'
     UNION SELECT NULL, key FROM artefacts WHERE name NOT IN (${PARTS_SQL})`,
  );
  return rows.map(({ id, key }) => key ?? originalKey(id!)).sort();
}

async function mustFit(client: pg.Client, paths: readonly string[], file: string): Promise<void> {
  let bytes = 0;
  for (const path of paths) bytes += (await stat(path)).size;
  const { rows } = await client.query<{ bytes: string }>('SELECT pg_database_size(current_database()) AS bytes');
  mustHaveRoom(await freeBytesAt(dirname(file)), bytes + Number(rows[0]!.bytes), 'this backup');
}
