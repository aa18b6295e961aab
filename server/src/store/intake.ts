import type { DataSource } from 'typeorm';
import type { WatchEvent } from '@limber/core/viewing/event.schema';

const EARLIEST = Date.UTC(2020, 0, 1);
const LATEST = Date.UTC(2100, 0, 1);

/** Whose events a batch holds: one viewing of a version that a link leads to, or led to when the page was opened. */
export interface Viewing {
  readonly id: string;
  readonly viewerId: string;
  readonly token: string;
  /** The version that was watched; null for the one that the viewing has, or else that the link leads to now. */
  readonly versionId: string | null;
  /** The cut that was watched. */
  readonly cut: string;
}

/** The instant that a UUIDv7 carries in its first 48 bits, kept within fixed bounds so that a repeat gets the same. */
export function timeOfId(id: string): Date {
  const ms = Number.parseInt(id.replace(/-/g, '').slice(0, 12), 16);
  return new Date(Math.min(LATEST, Math.max(EARLIEST, ms)));
}

/** How a viewer is known after everything of theirs is gone: by the hash of a random number. */
export const VIEWER_HASH = (parameter: string): string => `sha256(convert_to(${parameter}::uuid::text, 'UTF8'))`;

/**
 * The viewing is made on first sight. Its row stays locked until the events are there, and their numbers are drawn
 * under that lock: a rollup that reads the viewing later overlooks none of them. A link takes what was watched of any
 * version that it has led to, of a cut that the version has; another viewer's viewing is not written to, nor one of
 * another cut.
 */
const VIEWING = `INSERT INTO viewings (id, version_id, viewer_id, started_at, last_at, dirty, cut, played_at, left_at)
  SELECT $1, led.version_id, $3, $4, $4, $5, $7, $8, $9
  FROM links JOIN lessons ON lessons.id = links.lesson_id AND lessons.trashed_at IS NULL
    JOIN link_versions led ON led.token = links.token
      AND led.version_id = coalesce($6::uuid, (SELECT version_id FROM viewings WHERE id = $1), links.version_id)
    JOIN versions ON versions.id = led.version_id AND $7 = ANY(versions.cuts)
  WHERE links.token = $2 AND links.revoked_at IS NULL
    AND NOT EXISTS (SELECT 1 FROM erased_viewers WHERE viewer_hash = ${VIEWER_HASH('$3')})
  ON CONFLICT (id) DO UPDATE SET last_at = greatest(viewings.last_at, excluded.last_at), dirty = viewings.dirty OR excluded.dirty,
    played_at = greatest(viewings.played_at, excluded.played_at), left_at = greatest(viewings.left_at, excluded.left_at)
  WHERE viewings.version_id = excluded.version_id AND viewings.viewer_id = excluded.viewer_id AND viewings.cut = excluded.cut RETURNING id, version_id`;

export type NotTaken = 'unknown' | 'trashed' | 'revoked' | 'erased' | 'other-viewer' | 'other-version' | 'other-cut';

/** Why nothing of a viewing was stored. */
export async function whyNotTaken(database: Pick<DataSource, 'query'>, viewing: Viewing): Promise<NotTaken> {
  const [link] = await database.query<
    { revoked: boolean; trashed: boolean; erased: boolean; foreign: boolean; cut: boolean }[]
  >(
    `SELECT revoked_at IS NOT NULL AS revoked, trashed_at IS NOT NULL AS trashed,
       EXISTS (SELECT 1 FROM erased_viewers WHERE viewer_hash = ${VIEWER_HASH('$2')}) AS erased,
       EXISTS (SELECT 1 FROM viewings WHERE viewings.id = $3 AND viewer_id <> $2) AS foreign,
       EXISTS (SELECT 1 FROM viewings WHERE viewings.id = $3 AND cut <> $4) OR NOT EXISTS (
         SELECT 1 FROM versions WHERE versions.id = coalesce($5::uuid, links.version_id) AND $4 = ANY(cuts)) AS cut
     FROM links JOIN lessons ON lessons.id = links.lesson_id WHERE token = $1`,
    [viewing.token, viewing.viewerId, viewing.id, viewing.cut, viewing.versionId],
  );
  if (!link) return 'unknown';
  if (link.erased) return 'erased';
  if (link.revoked) return 'revoked';
  if (link.trashed) return 'trashed';
  if (link.foreign) return 'other-viewer';
  return link.cut ? 'other-cut' : 'other-version';
}

/**
 * Stores a batch of a viewing's events in one statement. Events that are there already are left alone, so that a batch
 * may be sent any number of times.
 *
 * @param sentWallMs when the batch was sent, by the viewer's clock: what waited in the browser is as old as it is.
 * @returns false when nothing was stored; {@link whyNotTaken} says why.
 */
export async function storeEvents(
  database: Pick<DataSource, 'query'>,
  viewing: Viewing,
  events: readonly WatchEvent[],
  now = new Date(),
  sentWallMs: number | null = null,
): Promise<boolean> {
  const rows = await database.query<unknown[]>(
    `WITH viewing AS (${VIEWING}),
       added AS (
         INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate)
         SELECT one.id, at, viewing.id, kind, from_ms, to_ms, wall_ms, rate
         FROM viewing, unnest($10::uuid[], $11::timestamptz[], $12::text[], $13::int[], $14::int[], $15::bigint[], $16::real[])
           AS one(id, at, kind, from_ms, to_ms, wall_ms, rate)
         ON CONFLICT DO NOTHING)
     SELECT id FROM viewing`,
    [
      viewing.id,
      viewing.token,
      viewing.viewerId,
      now,
      events.length > 0,
      viewing.versionId,
      viewing.cut,
      lastOf(events, (kind) => kind === 'played', sentWallMs, now),
      lastOf(events, (kind) => kind === 'ended' || kind === 'closed', sentWallMs, now),
      events.map((event) => event.id),
      events.map((event) => timeOfId(event.id)),
      events.map((event) => event.kind),
      events.map((event) => event.fromMs),
      events.map((event) => event.toMs),
      events.map((event) => event.wallMs),
      events.map((event) => event.rate),
    ],
  );
  return rows.length > 0;
}

/** When the newest event of some kinds happened, by this machine's clock; null when there is none. */
function lastOf(
  events: readonly WatchEvent[],
  is: (kind: WatchEvent['kind']) => boolean,
  sentWallMs: number | null,
  now: Date,
): Date | null {
  const last = Math.max(...events.filter((event) => is(event.kind)).map((event) => event.wallMs));
  if (last === -Infinity) return null;
  return new Date(now.getTime() - (sentWallMs === null ? 0 : Math.max(0, sentWallMs - last)));
}

/**
 * Makes the viewing when it is not there yet.
 *
 * @returns its version; null when nothing was stored; {@link whyNotTaken} says why.
 */
export async function seeViewing(
  database: Pick<DataSource, 'query'>,
  { id, token, viewerId, versionId, cut }: Viewing,
  now = new Date(),
): Promise<string | null> {
  const [row] = await database.query<{ version_id: string }[]>(VIEWING, [
    ...[id, token, viewerId, now, false, versionId, cut, null, null],
  ]);
  return row?.version_id ?? null;
}
