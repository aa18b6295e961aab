import type { DataSource, EntityManager } from 'typeorm';
import type { Span } from '@limber/core/time/spans';
import { parseDocument } from '@limber/core/document/document';
import { publishedDocument } from '@limber/core/viewing/published.document';
import type { PublishedCut } from '@limber/core/viewing/published.schema';
import { addToRollup, type Watched } from '@limber/core/viewing/rollup';
import { countViewings, emptySums, sumsDocument, sumsOfCut, type Sums } from '@limber/core/viewing/sums.document';
import { writeDocument } from './document-column';

/** Viewings whose new events are rolled up in one transaction. */
const BATCH = 200;

/**
 * Brings a version's sums up to date with the events that came since: each viewing's new heartbeats are read once, and
 * the sums change by its difference. What a results page reads is therefore the same small document whether a thousand
 * events stand behind it or ten million.
 */
export async function rollUp(database: DataSource, versionId: string): Promise<void> {
  while ((await rollUpSome(database, versionId)) === BATCH);
}

/** The sums of a version as they stand; null when nobody has watched it yet. */
export async function readSums(
  database: Pick<DataSource, 'query'>,
  versionId: string,
): Promise<{ doc: Sums; viewers: number } | null> {
  const [stored] = await database.query<{ doc: unknown; viewers: number }[]>(
    'SELECT doc, viewers FROM rollups WHERE version_id = $1',
    [versionId],
  );
  return stored ? { doc: parseDocument(sumsDocument, stored.doc), viewers: stored.viewers } : null;
}

/** One at a time works on a version's sums, which are one document, until its transaction ends. */
export async function lockSums(manager: Pick<EntityManager, 'query'>, versionId: string): Promise<void> {
  await manager.query('SELECT pg_advisory_xact_lock(hashtext($1))', [versionId]);
}

/** Under {@link lockSums}. */
export async function writeSums(
  manager: Pick<EntityManager, 'query'>,
  versionId: string,
  doc: Sums,
  viewers: number,
): Promise<void> {
  countViewings(doc);
  await manager.query(
    `INSERT INTO rollups (version_id, doc, viewers) VALUES ($1, $2, $3)
     ON CONFLICT (version_id) DO UPDATE SET doc = excluded.doc, viewers = excluded.viewers`,
    [versionId, JSON.stringify(writeDocument(sumsDocument, doc)), viewers],
  );
  await touchResults(manager, versionId);
}

/** Something that the results page of a version tells of is new: whoever looks at it is told so. */
export async function touchResults(manager: Pick<EntityManager, 'query'>, versionId: string): Promise<void> {
  await manager.query('UPDATE versions SET stamp = stamp + 1 WHERE id = $1', [versionId]);
}

/** The cuts of a version as they are stored, by id. */
export async function cutsOf(
  manager: Pick<EntityManager, 'query'>,
  versionId: string,
): Promise<ReadonlyMap<string, PublishedCut>> {
  const [version] = await manager.query<[{ published: unknown }]>('SELECT published FROM versions WHERE id = $1', [
    versionId,
  ]);
  return new Map(parseDocument(publishedDocument, version.published).cuts.map((cut) => [cut.id, cut]));
}

/** All versions that have something new. */
export async function rollUpAll(database: DataSource): Promise<void> {
  const versions = await database.query<{ version_id: string }[]>(
    'SELECT DISTINCT version_id FROM viewings WHERE dirty',
  );
  for (const { version_id } of versions) await rollUp(database, version_id);
}

async function rollUpSome(database: DataSource, versionId: string): Promise<number> {
  return database.transaction(async (manager) => {
    await lockSums(manager, versionId);
    const dirty = await manager.query<
      { id: string; cut: string; spans: string; rolled_seq: string; counted: boolean }[]
    >(
      'SELECT id, cut, spans::text, rolled_seq, counted FROM viewings WHERE version_id = $1 AND dirty LIMIT $2 FOR UPDATE SKIP LOCKED',
      [versionId, BATCH],
    );
    if (dirty.length === 0) return 0;
    const cuts = await cutsOf(manager, versionId);
    const events = await manager.query<
      { viewing_id: string; seq: string; kind: string; from_ms: number; to_ms: number }[]
    >(
      `SELECT e.viewing_id, e.seq, e.kind, e.from_ms, e.to_ms
       FROM unnest($1::uuid[], $2::bigint[]) AS viewing(id, seq) JOIN events e ON e.viewing_id = viewing.id AND e.seq > viewing.seq`,
      [dirty.map((one) => one.id), dirty.map((one) => one.rolled_seq)],
    );
    const byViewing = new Map<string, typeof events>();
    for (const event of events)
      if (!byViewing.get(event.viewing_id)?.push(event)) byViewing.set(event.viewing_id, [event]);
    // Skips that were told of before: a step that hurt is left in no other way.
    const skips = await manager.query<{ viewing_id: string; from_ms: number }[]>(
      `SELECT e.viewing_id, e.from_ms FROM unnest($1::uuid[], $2::bigint[]) AS viewing(id, seq)
       JOIN events e ON e.viewing_id = viewing.id AND e.kind = 'skip_hurts' AND e.seq <= viewing.seq`,
      [dirty.map((one) => one.id), dirty.map((one) => one.rolled_seq)],
    );
    const hurtBefore = new Map<string, number[]>();
    for (const { viewing_id, from_ms } of skips)
      if (!hurtBefore.get(viewing_id)?.push(from_ms)) hurtBefore.set(viewing_id, [from_ms]);
    const before = await readSums(manager, versionId);
    const sums = before?.doc ?? emptySums();

    // People who are counted here for the first time.
    const [{ viewers }] = await manager.query<[{ viewers: number }]>(
      `SELECT count(DISTINCT new.viewer_id)::int AS viewers FROM viewings new WHERE new.id = ANY($1) AND NOT EXISTS (
         SELECT 1 FROM viewings known WHERE known.version_id = $2 AND known.viewer_id = new.viewer_id AND known.counted)`,
      [dirty.map((one) => one.id), versionId],
    );

    const after = dirty.map((viewing) => {
      const own = byViewing.get(viewing.id) ?? [];
      const cut = cuts.get(viewing.cut)!;
      const known: Watched = { spans: readMultirange(viewing.spans), hurtMs: hurtBefore.get(viewing.id) ?? [] };
      const { spans } = addToRollup(sumsOfCut(sums, cut), cut, known, watchedIn(own), !viewing.counted);
      const seq = own.reduce((most, event) => Math.max(most, Number(event.seq)), Number(viewing.rolled_seq));
      return { id: viewing.id, spans: writeMultirange(spans), seq };
    });
    await manager.query(
      `UPDATE viewings v SET spans = n.spans::int8multirange, rolled_seq = n.seq, counted = true, dirty = false
       FROM unnest($1::uuid[], $2::text[], $3::bigint[]) AS n(id, spans, seq) WHERE v.id = n.id`,
      [after.map((one) => one.id), after.map((one) => one.spans), after.map((one) => one.seq)],
    );
    await writeSums(manager, versionId, sums, (before?.viewers ?? 0) + viewers);
    return dirty.length;
  });
}

/** What events of one viewing tell of what was watched. */
export function watchedIn(events: readonly { kind: string; from_ms: number; to_ms: number }[]): Watched {
  return {
    spans: events.filter((event) => event.kind === 'played').map((event): Span => [event.from_ms, event.to_ms]),
    hurtMs: events.filter((event) => event.kind === 'skip_hurts').map((event) => event.from_ms),
  };
}

/** Reads PostgreSQL's `{[0,1000),[2000,3000)}`. */
export function readMultirange(text: string): Span[] {
  return [...text.matchAll(/\[(\d+),(\d+)\)/g)].map((match): Span => [Number(match[1]), Number(match[2])]);
}

export function writeMultirange(spans: readonly Span[]): string {
  return `{${spans.map(([from, to]) => `[${from},${to})`).join(',')}}`;
}
