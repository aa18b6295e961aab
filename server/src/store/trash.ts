import '@limber/core/words/localize';
import type { DataSource, EntityManager } from 'typeorm';
import { TRASH_DAYS, type Freed, type Trashed } from '@limber/core/api/keeping';
import { NEEDED, removeUnused } from '../media/unused';
import type { MediaStore } from '../media/store';

const DAY_MS = 86_400_000;

/** The lessons in the trash, the newest first, with what would go with each. */
export async function listTrash(database: Pick<DataSource, 'query'>): Promise<Trashed[]> {
  const rows = await database.query<(Omit<Trashed, 'leavesAt' | 'title'> & { title: string | null })[]>(
    `WITH needed AS (${NEEDED}), weight AS (
       SELECT m.id::text AS id, m.bytes + coalesce((SELECT sum(a.bytes) FROM artefacts a WHERE a.owner_id = m.id), 0) AS bytes
       FROM media m)
     SELECT l.id, l.doc->>'title' AS title, l.trashed_at AS "trashedAt",
       (SELECT count(*)::int FROM versions v WHERE v.lesson_id = l.id) AS versions,
       (SELECT coalesce(sum((r.doc->>'viewings')::int), 0)::int FROM versions v JOIN rollups r ON r.version_id = v.id
        WHERE v.lesson_id = l.id) AS viewings,
       (SELECT count(*)::int FROM links k WHERE k.lesson_id = l.id AND k.revoked_at IS NULL) AS "openLinks",
       (SELECT coalesce(sum(w.bytes), 0)::float8 FROM weight w WHERE w.id IN (SELECT media_id FROM needed WHERE lesson_id = l.id)
          AND w.id NOT IN (SELECT media_id FROM needed WHERE lesson_id <> l.id))
         + (SELECT coalesce(sum(a.bytes), 0)::float8 FROM films f JOIN artefacts a ON a.owner_id = f.id
            WHERE f.lesson_id = l.id) AS bytes
     FROM lessons l WHERE l.trashed_at IS NOT NULL ORDER BY l.trashed_at DESC`,
  );
  return rows.map((row) => ({
    ...row,
    title: row.title?.trim() ? row.title : $localize`A lesson`,
    leavesAt: new Date(row.trashedAt.getTime() + TRASH_DAYS * DAY_MS),
  }));
}

/** Takes the links of a lesson in the trash back, so that putting it back opens none of them. */
export async function closeLinks(database: Pick<DataSource, 'query'>, lessonId: string): Promise<void> {
  await database.query(
    `UPDATE links SET revoked_at = now() WHERE lesson_id = $1 AND revoked_at IS NULL
       AND lesson_id IN (SELECT id FROM lessons WHERE trashed_at IS NOT NULL)`,
    [lessonId],
  );
}

/**
 * Deletes lessons in the trash for good: their versions and links, everything that viewers did with them, their edits,
 * its finished films, and the footage that nothing else needs.
 *
 * @param which a condition on rows of `lessons`, with its values.
 */
export async function deleteForGood(
  context: { database: DataSource; store: MediaStore },
  which: string,
  values: readonly unknown[] = [],
): Promise<Freed> {
  const { lessons, media, made } = await context.database.transaction(async (manager) => {
    const rows = await manager.query<{ id: string }[]>(
      `SELECT id FROM lessons WHERE trashed_at IS NOT NULL AND ${which} ORDER BY id FOR UPDATE`,
      [...values],
    );
    const ids = rows.map((one) => one.id);
    if (ids.length === 0) return { lessons: 0, media: [], made: [] };
    const needed = await manager.query<{ media_id: string }[]>(
      `SELECT DISTINCT media_id FROM (${NEEDED}) needed WHERE lesson_id = ANY($1)`,
      [ids],
    );
    const versions = await manager.query<{ id: string }[]>('SELECT id FROM versions WHERE lesson_id = ANY($1)', [ids]);
    await deleteVersions(
      manager,
      versions.map((one) => one.id),
    );
    await manager.query(`DELETE FROM document_changes WHERE document_kind = 'lesson' AND document_id = ANY($1)`, [ids]);
    await manager.query(`DELETE FROM jobs WHERE lesson_id = ANY($1) AND kind IN ('look', 'render')`, [ids]);
    const [made] = await manager.query<[{ key: string; bytes: number }[], number]>(
      `DELETE FROM artefacts WHERE owner_id IN (SELECT id FROM films WHERE lesson_id = ANY($1))
       RETURNING key, bytes::float8 AS bytes`,
      [ids],
    );
    // What is still being sent finds its lesson gone when it arrives; the files of the rest are swept.
    await manager.query('DELETE FROM uploads WHERE lesson_id = ANY($1)', [ids]);
    await manager.query('DELETE FROM lessons WHERE id = ANY($1)', [ids]);
    return { lessons: ids.length, media: needed.map((one) => one.media_id), made };
  });
  // The rows went first: a file that is left over by an interruption is swept as such.
  for (const { key } of made) await context.store.remove(key);
  const freed = await removeUnused(context, 'id::text = ANY($1)', [media]);
  const madeBytes = made.reduce((sum, one) => sum + one.bytes, 0);
  return { lessons, films: freed.ids.length, bytes: freed.bytes + madeBytes };
}

/** Deletes versions with their links and everything that viewers did with them. Their films go when nothing needs them. */
export async function deleteVersions(manager: EntityManager, ids: readonly string[]): Promise<void> {
  // Links that led to one of them and lead elsewhere by now stay.
  for (const sql of [
    'DELETE FROM discomfort WHERE version_id = ANY($1)',
    'DELETE FROM feedback WHERE version_id = ANY($1)',
    'DELETE FROM answers WHERE version_id = ANY($1)',
    'DELETE FROM rollups WHERE version_id = ANY($1)',
    'DELETE FROM events WHERE viewing_id IN (SELECT id FROM viewings WHERE version_id = ANY($1))',
    'DELETE FROM viewings WHERE version_id = ANY($1)',
    'DELETE FROM link_versions WHERE version_id = ANY($1)',
    'DELETE FROM links WHERE version_id = ANY($1)',
    'DELETE FROM versions WHERE id = ANY($1)',
  ])
    await manager.query(sql, [ids]);
}
