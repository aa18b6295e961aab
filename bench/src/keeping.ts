import { execFile } from 'node:child_process';
import { randomBytes, randomUUID } from 'node:crypto';
import { mkdir, mkdtemp, open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { report } from './compare';
import type { Studio } from './studio';

const run = promisify(execFile);
const EVENTS = 1_000_000;
const VIEWINGS = 10_000;
const FILMS = 8;
const FILM_BYTES = 256 * 1024 ** 2;
const ROUNDS = 3;

/**
 * Backup and restore of the demo world with a million events and 2 GB of films, against PostgreSQL's own tools and `cp`
 * of the same. Both sides end when everything is on the disk (fsync); both compress the database as pg_dump does at 1.
 */
export async function keeping(studio: Studio): Promise<void> {
  const data = process.env['LIMBER_DATA']!;
  await fill(studio, join(data, 'media'));
  const folder = await mkdtemp(join(data, 'kept-'));
  const url = process.env['DATABASE_URL']!;
  const file = join(folder, 'studio.backup');
  const [ours, theirs]: [number[], number[]] = [[], []];
  const [back, copied]: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS; round++) {
    await Promise.all([file, join(folder, 'dump'), join(folder, 'media')].map((path) => rm(path, FORCE)));
    ours.push(await timed(() => backUp('backup', file)));
    theirs.push(
      await timed(async () => {
        await postgres('pg_dump', url, ['-Fc', '-Z1', '-f', join(folder, 'dump')]);
        await run('cp', ['-r', join(data, 'media'), join(folder, 'media')]);
        await run('sync', ['-f', folder]);
      }),
    );
    const [here, there] = [await emptyDatabase(url), await emptyDatabase(url)];
    const place = join(folder, 'place');
    back.push(
      await timed(async () => {
        await backUp('unpack', file, place, here);
        await backUp('put', '', place, here);
        await run('sync', ['-f', folder]);
      }),
    );
    copied.push(
      await timed(async () => {
        await postgres('pg_restore', there, ['-1', '-d', new URL(there).pathname.slice(1), join(folder, 'dump')]);
        await run('cp', ['-r', join(folder, 'media'), join(folder, 'media-back')]);
        await run('sync', ['-f', folder]);
      }),
    );
    await Promise.all([place, join(folder, 'media-back')].map((path) => rm(path, FORCE)));
    for (const name of [here, there])
      await studio.database.query(`DROP DATABASE ${new URL(name).pathname.slice(1)} WITH (FORCE)`);
  }
  await rm(folder, FORCE);
  const work = `demo world, ${EVENTS.toLocaleString('en')} events, ${((FILMS * FILM_BYTES) / 1e9).toFixed(1)} GB of films`;
  report('backup', work, middle(ours), 'pg_dump and cp', middle(theirs));
  report('restore', work, middle(back), 'pg_restore and cp', middle(copied));
}

const FORCE = { recursive: true, force: true } as const;

async function fill(studio: Studio, media: string): Promise<void> {
  const { versionId } = await studio.share();
  await studio.database.query(
    `INSERT INTO viewings (id, version_id, viewer_id) SELECT gen_random_uuid(), $1, gen_random_uuid() FROM generate_series(1, $2::int)`,
    [versionId, VIEWINGS],
  );
  await studio.database.query(
    `INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate)
     SELECT gen_random_uuid(), now() - n * interval '1 second', v.id, 'played', n * 5000, n * 5000 + 5000,
       extract(epoch FROM now())::bigint * 1000 + n, 1
     FROM viewings v, generate_series(1, $2::int) n WHERE v.version_id = $1`,
    [versionId, EVENTS / VIEWINGS],
  );
  const piece = randomBytes(64 * 1024 ** 2);
  for (let film = 0; film < FILMS; film++) {
    const id = randomUUID();
    await mkdir(join(media, id), { recursive: true });
    const file = await open(join(media, id, 'original'), 'w');
    for (let at = 0; at < FILM_BYTES; at += piece.length) await file.write(piece);
    await file.close();
    await studio.database.query(
      `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound) VALUES ($1, 'film', $2, 1, 2, 2, '{}', true)`,
      [id, FILM_BYTES],
    );
  }
}

async function backUp(step: string, file: string, data?: string, url?: string): Promise<void> {
  const env = { ...process.env, ...(data ? { LIMBER_DATA: data } : {}), ...(url ? { DATABASE_URL: url } : {}) };
  await run('node', ['server/dist/back-up.mjs', step, file], { env });
}

async function postgres(program: string, url: string, args: string[]): Promise<void> {
  const { hostname, port, username, password, pathname } = new URL(url);
  const own = { PGHOST: hostname, PGPORT: port, PGUSER: username, PGPASSWORD: password, PGDATABASE: pathname.slice(1) };
  await run(join(process.env['LIMBER_PG_BIN']!, program), args, { env: { ...process.env, ...own } });
}

async function emptyDatabase(url: string): Promise<string> {
  const name = `kept_${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  return url.replace(/\/[^/]+$/, `/${name}`);
}

async function timed(work: () => Promise<void>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

function middle(list: readonly number[]): number {
  return [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
}
