import type { DataSource } from 'typeorm';
import type { WatchEvent } from '@limber/core/viewing/event.schema';

const EARLIEST = Date.UTC(2020, 0, 1);
const LATEST = Date.UTC(2100, 0, 1);

/** Whose events a batch holds: one viewing of the version that a link points to. */
export interface Viewing {
  readonly id: string;
  readonly viewerId: string;
  readonly token: string;
}

/** The instant that a UUIDv7 carries in its first 48 bits, kept within fixed bounds so that a repeat gets the same. */
export function timeOfId(id: string): Date {
  const ms = Number.parseInt(id.replace(/-/g, '').slice(0, 12), 16);
  return new Date(Math.min(LATEST, Math.max(EARLIEST, ms)));
}

/**
 * The viewing is made on first sight. Its row stays locked until the events are there, and their numbers are drawn
 * under that lock: a rollup that reads the viewing later overlooks none of them.
 */
const VIEWING = `INSERT INTO viewings (id, version_id, viewer_id, started_at, last_at, dirty)
  SELECT $1, version_id, $3, $4, $4, $5 FROM links WHERE token = $2 AND revoked_at IS NULL
  ON CONFLICT (id) DO UPDATE SET last_at = greatest(viewings.last_at, excluded.last_at), dirty = viewings.dirty OR excluded.dirty
  WHERE viewings.version_id = excluded.version_id RETURNING id, version_id`;

/**
 * Stores a batch of a viewing's events in one statement. Events that are there already are left alone, so that a batch
 * may be sent any number of times.
 *
 * @returns false when the link is closed or the viewing belongs to another version; nothing is stored then.
 */
export async function storeEvents(
  database: Pick<DataSource, 'query'>,
  viewing: Viewing,
  events: readonly WatchEvent[],
  now = new Date(),
): Promise<boolean> {
  const rows = await database.query<unknown[]>(
    `WITH viewing AS (${VIEWING}),
       added AS (
         INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate)
         SELECT one.id, at, viewing.id, kind, from_ms, to_ms, wall_ms, rate
         FROM viewing, unnest($6::uuid[], $7::timestamptz[], $8::text[], $9::int[], $10::int[], $11::bigint[], $12::real[])
           AS one(id, at, kind, from_ms, to_ms, wall_ms, rate)
         ON CONFLICT DO NOTHING)
     SELECT id FROM viewing`,
    [
      viewing.id,
      viewing.token,
      viewing.viewerId,
      now,
      true,
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

/**
 * Makes the viewing when it is not there yet.
 *
 * @returns its version; null when the link is closed or the viewing belongs to another version.
 */
export async function seeViewing(
  database: Pick<DataSource, 'query'>,
  { id, token, viewerId }: Viewing,
  now = new Date(),
): Promise<string | null> {
  const [row] = await database.query<{ version_id: string }[]>(VIEWING, [id, token, viewerId, now, false]);
  return row?.version_id ?? null;
}
