import type { DataSource, EntityManager } from 'typeorm';
import type { ViewerRecord } from '@limber/core/api/viewer-record';
import { sumsOfCut } from '@limber/core/viewing/sums.document';
import { addToRollup, emptyRollup, NOTHING_WATCHED, subtractRollup } from '@limber/core/viewing/rollup';
import type { Feedback } from '@limber/core/viewing/feedback.schema';
import { forgetAnswers } from './feedback';
import { VIEWER_HASH } from './intake';
import { cutsOf, lockSums, readSums, rollUp, touchResults, watchedIn, writeSums } from './rollup';

/** Everything that is stored of one viewer's browser, the newest first. */
export async function recordOf(database: DataSource, viewerId: string): Promise<ViewerRecord> {
  // What came just now is told too.
  const fresh = await database.query<{ version_id: string }[]>(
    'SELECT DISTINCT version_id FROM viewings WHERE viewer_id = $1 AND dirty',
    [viewerId],
  );
  for (const { version_id } of fresh) await rollUp(database, version_id);
  const lessons = await database.query<
    {
      version_id: string;
      title: string;
      viewings: number;
      watchedMs: number;
      lastAt: Date;
    }[]
  >(
    `SELECT v.version_id, f.published->>'title' AS title, count(*)::int AS viewings, max(v.last_at) AS "lastAt",
       coalesce(sum((SELECT sum(upper(span) - lower(span)) FROM unnest(v.spans) span)), 0)::int AS "watchedMs"
     FROM viewings v JOIN versions f ON f.id = v.version_id WHERE v.viewer_id = $1
     GROUP BY v.version_id, f.published->>'title' ORDER BY max(v.last_at) DESC`,
    [viewerId],
  );
  const answers = await database.query<
    {
      version_id: string;
      ease: Feedback['ease'];
      felt: number;
      remark: string;
      discomfort: string | null;
    }[]
  >(
    `SELECT v.version_id, f.ease, jsonb_array_length(f.felt) AS felt, f.remark, d.words AS discomfort
     FROM viewings v JOIN feedback f ON f.viewing_id = v.id LEFT JOIN discomfort d ON d.viewing_id = v.id
     WHERE v.viewer_id = $1 ORDER BY f.at DESC`,
    [viewerId],
  );
  return {
    lessons: lessons.map(({ version_id: versionId, title, viewings, watchedMs, lastAt }) => ({
      ...{ title, viewings, watchedMs, lastAt: lastAt.toISOString() },
      answers: answers
        .filter((one) => one.version_id === versionId)
        .map(({ ease, felt, remark, discomfort }) => ({ ease, felt, remark, discomfort })),
    })),
  };
}

/**
 * Erases a viewer: viewings, events, answers, and their part in every sum, in all versions of all links. What is still
 * under way from that browser is not taken any more.
 */
export async function eraseViewer(database: DataSource, viewerId: string): Promise<void> {
  // Noted before anything goes: whatever comes from now on is refused, and a deletion that breaks off is finished later.
  await database.query(
    `INSERT INTO erased_viewers (viewer_hash) VALUES (${VIEWER_HASH('$1')}) ON CONFLICT DO NOTHING`,
    [viewerId],
  );
  const versions = await database.query<{ version_id: string }[]>(
    'SELECT DISTINCT version_id FROM viewings WHERE viewer_id = $1 ORDER BY version_id',
    [viewerId],
  );
  for (const { version_id } of versions)
    await database.transaction((manager) => eraseFromVersion(manager, version_id, viewerId));
}

/** Finishes erasures: what a request that was under way had still stored of an erased viewer goes too. */
export async function finishErasing(database: DataSource): Promise<void> {
  const left = await database.query<{ viewer_id: string }[]>(
    `SELECT DISTINCT viewer_id FROM viewings JOIN erased_viewers ON viewer_hash = ${VIEWER_HASH('viewer_id')}`,
  );
  for (const { viewer_id } of left) await eraseViewer(database, viewer_id);
  // Browsers send what they kept within days; after a quarter nothing can be under way.
  await database.query(`DELETE FROM erased_viewers WHERE erased_at < now() - interval '90 days'`);
}

async function eraseFromVersion(manager: EntityManager, versionId: string, viewerId: string): Promise<void> {
  await lockSums(manager, versionId);
  const viewings = await manager.query<{ id: string; cut: string; rolled_seq: string; counted: boolean }[]>(
    'SELECT id, cut, rolled_seq, counted FROM viewings WHERE version_id = $1 AND viewer_id = $2 ORDER BY id FOR UPDATE',
    [versionId, viewerId],
  );
  const ids = viewings.map((one) => one.id);
  await subtract(
    manager,
    versionId,
    viewings.filter((one) => one.counted),
  );
  await forgetAnswers(manager, versionId, ids);
  await touchResults(manager, versionId);
  await manager.query('DELETE FROM events WHERE viewing_id = ANY($1)', [ids]);
  await manager.query('DELETE FROM viewings WHERE id = ANY($1)', [ids]);
}

/** Takes out of a version's sums what its counted viewings had put in: their heartbeats up to the last one rolled up. */
async function subtract(
  manager: EntityManager,
  versionId: string,
  counted: readonly { id: string; cut: string; rolled_seq: string }[],
): Promise<void> {
  const sums = await readSums(manager, versionId);
  if (!sums || counted.length === 0) return;
  const cuts = await cutsOf(manager, versionId);
  for (const { id, cut: cutId, rolled_seq } of counted) {
    const cut = cuts.get(cutId)!;
    const events = await manager.query<{ kind: string; from_ms: number; to_ms: number }[]>(
      `SELECT kind, from_ms, to_ms FROM events WHERE viewing_id = $1 AND seq <= $2 AND kind IN ('played', 'skip_hurts')`,
      [id, rolled_seq],
    );
    const part = emptyRollup(cut);
    addToRollup(part, cut, NOTHING_WATCHED, watchedIn(events), true);
    subtractRollup(sumsOfCut(sums.doc, cut), part);
  }
  await writeSums(manager, versionId, sums.doc, Math.max(0, sums.viewers - 1));
}
