import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import { originalKey } from '../media/keys';
import { Media } from '../store/entities';
import { artefactsOf, FORMAT_VERSIONS } from './kinds/prepare';
import { askToPrepare } from './asks';
import type { RunnerContext } from './runner';

/** Younger files may still belong to work that is under way. */
const YOUNG_MS = 3_600_000;
/** How long footage that nothing needs is kept, so that taking a take out can be undone, hours. */
const UNUSED_HOURS = 24;

/**
 * Sweeps what nothing names any more: scratch folders of attempts that are over, files without a row, footage that no
 * lesson and no version needs. And has made again what an older program made in another form.
 */
export async function sweep(context: RunnerContext, now = Date.now()): Promise<void> {
  await sweepScratch(context, now);
  await sweepUnused(context);
  await sweepFiles(context, now);
  await makeAgain(context.database);
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

/** Media that some document still names: lessons, in the trash too, of this or an older form, and versions. */
const NEEDED = `
  SELECT jsonb_path_query(doc, '$.takes[*].sources[*].mediaId') #>> '{}' AS id FROM lessons
  UNION SELECT jsonb_path_query(doc, '$.takes[*].mediaId') #>> '{}' FROM lessons
  UNION SELECT jsonb_path_query(doc, '$.voiceOver[*].mediaId') #>> '{}' FROM lessons
  UNION SELECT media_id::text FROM versions
  UNION SELECT jsonb_path_query(doc, '$.takes[*].sources[*].mediaId') #>> '{}' FROM versions`;

async function sweepUnused({ database, store, log }: RunnerContext): Promise<void> {
  await database.query(
    `UPDATE media SET unused_since = NULL WHERE unused_since IS NOT NULL AND id::text IN (${NEEDED})`,
  );
  await database.query(
    `UPDATE media SET unused_since = now() WHERE unused_since IS NULL AND created_at < now() - interval '1 hour'
       AND id::text NOT IN (SELECT id FROM (${NEEDED}) needed WHERE id IS NOT NULL)`,
  );
  // The row goes first, and only while nothing needs it: files that are left over are swept as such.
  const [gone] = await database.query<[{ id: string }[], number]>(
    `DELETE FROM media WHERE unused_since < now() - make_interval(hours => $1)
       AND id::text NOT IN (SELECT id FROM (${NEEDED}) needed WHERE id IS NOT NULL) RETURNING id`,
    [UNUSED_HOURS],
  );
  for (const { id } of gone) {
    await store.remove(originalKey(id));
    log.info({ medium: id }, 'footage that nothing needs was removed');
  }
}

async function sweepFiles({ database, store, log }: RunnerContext, now: number): Promise<void> {
  let freed = 0;
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
    freed += bytes;
  }
  if (freed > 0) log.info({ bytes: freed }, 'files that nothing names were removed');
}

/** What was made in an older form, or was never made, is made in the quiet hours. */
async function makeAgain(database: DataSource): Promise<void> {
  const media = await database.getRepository(Media).find();
  const made = await database.query<{ owner: string; name: string; version: number }[]>(
    'SELECT owner_id AS owner, name, format_version AS version FROM artefacts',
  );
  const versions = new Map(made.map((one) => [`${one.owner}/${one.name}`, one.version]));
  for (const medium of media) {
    const old = artefactsOf(medium).filter((name) => {
      const version = versions.get(`${medium.id}/${name}`);
      return version !== undefined && version < FORMAT_VERSIONS[name];
    });
    if (old.length > 0) await askToPrepare(database, medium.id, { only: old, priority: -10 });
  }
}
