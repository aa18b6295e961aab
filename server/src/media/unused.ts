import type { DataSource } from 'typeorm';
import { originalKey } from './keys';
import type { MediaStore } from './store';

/** Media that a lesson names, in the trash too, of this or an older form: rows of `lesson_id`, `media_id`. */
const OF_LESSONS = `
  SELECT id AS lesson_id, jsonb_path_query(doc, '$.takes[*].sources[*].mediaId') #>> '{}' AS media_id FROM lessons
  UNION SELECT id, jsonb_path_query(doc, '$.takes[*].mediaId') #>> '{}' FROM lessons
  UNION SELECT id, jsonb_path_query(doc, '$.voiceOver[*].mediaId') #>> '{}' FROM lessons
  UNION SELECT id, jsonb_path_query(doc, '$.waiting[*].mediaId') #>> '{}' FROM lessons
  UNION SELECT id, doc #>> '{music,mediaId}' FROM lessons`;

/** Media that a version plays: rows of `lesson_id`, `number`, `media_id`. */
export const OF_VERSIONS = `
  SELECT lesson_id, number, media_id::text AS media_id FROM versions JOIN version_media ON version_id = versions.id`;

/** Media of films that are being made: rows of `lesson_id`, `media_id`. */
const OF_FILMS = `
  SELECT films.lesson_id, m #>> '{}' AS media_id
  FROM films JOIN jobs ON jobs.owner_id = films.id AND jobs.kind = 'render' AND jobs.state IN ('queued', 'running'),
    jsonb_path_query(films.plan, '$.**.mediaId') m`;

/** Everything that a lesson, its versions and its films under way need: rows of `lesson_id`, `media_id`. */
export const NEEDED = `
  SELECT lesson_id, media_id FROM (${OF_LESSONS}) l WHERE media_id IS NOT NULL
  UNION SELECT lesson_id, media_id FROM (${OF_VERSIONS}) v WHERE media_id IS NOT NULL
  UNION SELECT lesson_id, media_id FROM (${OF_FILMS}) f WHERE media_id IS NOT NULL`;
export const UNUSED = `NOT EXISTS (SELECT 1 FROM (${NEEDED}) needed WHERE needed.media_id = media.id::text)`;

/**
 * Removes media that nothing needs, with everything made of them. The row goes first, and only while nothing names it:
 * a file that is left over by an interruption is swept as such.
 *
 * @param which a condition on rows of `media`, with its values.
 */
export async function removeUnused(
  { database, store }: { database: DataSource; store: MediaStore },
  which: string,
  values: readonly unknown[],
): Promise<{ ids: string[]; bytes: number }> {
  const removed = await database.transaction(async (manager) => {
    const rows = await manager.query<{ id: string }[]>(
      `SELECT id FROM media WHERE ${which} AND ${UNUSED} ORDER BY id FOR UPDATE`,
      [...values],
    );
    const ids = rows.map((one) => one.id);
    const made = await manager.query<{ key: string }[]>('SELECT key FROM artefacts WHERE owner_id = ANY($1)', [ids]);
    await manager.query('DELETE FROM artefacts WHERE owner_id = ANY($1)', [ids]);
    await manager.query('DELETE FROM jobs WHERE owner_id = ANY($1)', [ids]);
    await manager.query('DELETE FROM media WHERE id = ANY($1)', [ids]);
    return { ids, keys: [...ids.map(originalKey), ...made.map((one) => one.key)] };
  });
  let bytes = 0;
  for (const key of removed.keys) {
    bytes += (await store.size(key)) ?? 0;
    await store.remove(key);
  }
  return { ids: removed.ids, bytes };
}
