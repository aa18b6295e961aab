import '@limber/core/words/localize';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import { TRASH_DAYS, type Freed } from '@limber/core/api/keeping';
import { removeUnused, UNUSED } from '../media/unused';
import { Media } from '../store/entities';
import { PARTS_SQL } from '../store/films';
import { finishErasing } from '../store/erase';
import { deleteForGood } from '../store/trash';
import { ANALYSED, analysedOf } from './kinds/analyse';
import { artefactsOf, FORMAT_VERSIONS } from './kinds/prepare';
import { askToAnalyse, askToPrepare } from './asks';
import type { RunnerContext } from './runner';

/** Younger files may still belong to work that is under way. */
const YOUNG_MS = 3_600_000;
/**
 * How long footage that nothing needs is kept, so that taking a take out can be undone, hours: with the hour between
 * two sweeps, it is gone within a day.
 */
const UNUSED_HOURS = 22;

/**
 * Sweeps what nothing names any more: scratch folders of attempts that are over, lessons that have lain in the trash for
 * long, footage that no lesson and no version needs, files without a row. What was freed is written down. It also has
 * made again what an older program made in another form, and finishes erasures.
 */
export async function sweep(context: RunnerContext, now = Date.now()): Promise<void> {
  const { database, log } = context;
  await sweepScratch(context, now);
  await finishErasing(database);
  const trash = await sweepTrash(context);
  const unused = await sweepUnused(context);
  await sweepFilms(context);
  const files = await sweepFiles(context, now);
  const freed = {
    lessons: trash.lessons,
    films: trash.films + unused.films,
    files: files.files,
    bytes: trash.bytes + unused.bytes + files.bytes,
  };
  if (freed.lessons + freed.films + freed.files > 0) {
    log.info(freed, 'swept');
    await database.query('INSERT INTO sweeps (lessons, films, files, bytes) VALUES ($1, $2, $3, $4)', [
      ...[freed.lessons, freed.films, freed.files, freed.bytes],
    ]);
    await database.query('DELETE FROM sweeps WHERE at NOT IN (SELECT at FROM sweeps ORDER BY at DESC LIMIT 100)');
  }
  await weigh(context);
  await makeAgain(database);
}

async function sweepScratch({ config, database }: RunnerContext, now: number): Promise<void> {
  const running = await database.query<{ name: string }[]>(
    `SELECT id || '-' || fence AS name FROM jobs WHERE state = 'running'`,
  );
  const kept = new Set(running.map((one) => one.name));
  for (const name of await readdir(config.scratchFolder)) {
    const path = join(config.scratchFolder, name);
    const { mtimeMs } = await stat(path).catch(() => ({ mtimeMs: now }));
    if (!kept.has(name) && now - mtimeMs > 60_000) await rm(path, { recursive: true, force: true });
  }
}

/** Lessons that have lain in the trash long enough. */
async function sweepTrash(context: RunnerContext): Promise<Freed> {
  return deleteForGood(context, 'trashed_at < now() - make_interval(days => $1)', [TRASH_DAYS]);
}

async function sweepUnused(context: RunnerContext): Promise<{ films: number; bytes: number }> {
  const { database, log } = context;
  await database.query(`UPDATE media SET unused_since = NULL WHERE unused_since IS NOT NULL AND NOT (${UNUSED})`);
  await database.query(
    `UPDATE media SET unused_since = now() WHERE unused_since IS NULL AND created_at < now() - interval '1 hour' AND ${UNUSED}`,
  );
  const { ids, bytes } = await removeUnused(context, 'unused_since < now() - make_interval(hours => $1)', [
    UNUSED_HOURS,
  ]);
  for (const id of ids) log.info({ medium: id }, 'footage that nothing needs was removed');
  return { films: ids.length, bytes };
}

/** How long parts of films are kept for films that need them again, days. */
const PART_DAYS = 3;

/** What films are put together from, after a while; films whose lesson is gone. Their files go as files without a row. */
async function sweepFilms({ database }: RunnerContext): Promise<void> {
  await database.query(
    `DELETE FROM artefacts WHERE name IN (${PARTS_SQL}) AND made_at < now() - make_interval(days => $1)
       AND NOT EXISTS (SELECT 1 FROM jobs WHERE kind = 'render' AND state IN ('queued', 'running'))`,
    [PART_DAYS],
  );
  await database.query(
    `DELETE FROM artefacts WHERE name LIKE 'film.%' AND NOT EXISTS (SELECT 1 FROM films WHERE films.id = owner_id)`,
  );
}

async function sweepFiles({ database, store }: RunnerContext, now: number): Promise<{ files: number; bytes: number }> {
  const freed = { files: 0, bytes: 0 };
  for await (const { key, modifiedMs, bytes } of store.list()) {
    if (now - modifiedMs < YOUNG_MS) continue;
    const [row] = await database.query<{ named: boolean }[]>(
      `SELECT EXISTS (SELECT 1 FROM artefacts WHERE key = $1) OR ($2 AND (
         EXISTS (SELECT 1 FROM media WHERE id::text = $3) OR
         EXISTS (SELECT 1 FROM uploads WHERE id::text = $3 AND state IN ('sending', 'arrived')))) AS named`,
      [key, key.endsWith('/original'), key.split('/')[0]],
    );
    if (row!.named) continue;
    await store.remove(key);
    freed.files += 1;
    freed.bytes += bytes;
  }
  return freed;
}

/** What an older program made did not say what it weighs. */
async function weigh({ database, store }: RunnerContext): Promise<void> {
  for (const { key } of await database.query<{ key: string }[]>('SELECT key FROM artefacts WHERE bytes = 0')) {
    const bytes = await store.size(key);
    if (bytes) await database.query('UPDATE artefacts SET bytes = $2 WHERE key = $1', [key, bytes]);
  }
}

/** What was made in an older form, or was never made, is made in the quiet hours. */
async function makeAgain(database: DataSource): Promise<void> {
  const media = await database.getRepository(Media).find();
  const made = await database.query<{ owner: string; name: string; version: number }[]>(
    'SELECT owner_id AS owner, name, format_version AS version FROM artefacts',
  );
  const versions = new Map(made.map((one) => [`${one.owner}/${one.name}`, one.version]));
  // Where looking at it ended badly, or was cancelled, only a person asks again.
  const refused = new Set(
    (
      await database.query<{ owner: string }[]>(
        `SELECT owner FROM (SELECT DISTINCT ON (owner_id) owner_id AS owner, state FROM jobs WHERE kind = 'analyse'
           ORDER BY owner_id, created_at DESC) latest WHERE state IN ('failed', 'cancelled')`,
      )
    ).map(({ owner }) => owner),
  );
  for (const medium of media) {
    const old = artefactsOf(medium).filter((name) => {
      const version = versions.get(`${medium.id}/${name}`);
      return version !== undefined && version < FORMAT_VERSIONS[name];
    });
    if (old.length > 0) await askToPrepare(database, medium.id, { only: old, priority: -10 });
    // Films of an older program were never looked at, or never listened to.
    const unknown = analysedOf(medium).filter((name) => (versions.get(`${medium.id}/${name}`) ?? 0) < ANALYSED[name]);
    const plays = ['proxy.mp4', 'proxy.m4a'].some((name) => versions.has(`${medium.id}/${name}`));
    if (plays && unknown.length > 0 && !refused.has(medium.id))
      await askToAnalyse(database, medium.id, { only: unknown, priority: -10 });
  }
}
