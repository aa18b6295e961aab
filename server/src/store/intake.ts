import type { DataSource, EntityManager } from 'typeorm';
import type { WatchEvent } from '@limber/core/viewing/event.schema';

const EARLIEST = Date.UTC(2020, 0, 1);
const LATEST = Date.UTC(2100, 0, 1);

/** The instant that a UUIDv7 carries in its first 48 bits, kept within fixed bounds so that a repeat gets the same. */
export function timeOfId(id: string): Date {
  const ms = Number.parseInt(id.replace(/-/g, '').slice(0, 12), 16);
  return new Date(Math.min(LATEST, Math.max(EARLIEST, ms)));
}

/**
 * Stores a batch of a viewing's events in one statement. Events that are there already are left alone, so that a batch
 * may be sent any number of times.
 */
export async function storeEvents(
  database: DataSource,
  viewingId: string,
  events: readonly WatchEvent[],
): Promise<void> {
  if (events.length === 0) return;
  await database.transaction(async (manager: EntityManager) => {
    // Locking the viewing first puts its batches and its rollup in a row: no event can be overlooked between them.
    await manager.query('UPDATE viewings SET dirty = true, last_at = now() WHERE id = $1', [viewingId]);
    await manager.query(
      `INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate)
       SELECT id, at, $3, kind, from_ms, to_ms, wall_ms, rate
       FROM unnest($1::uuid[], $2::timestamptz[], $4::text[], $5::int[], $6::int[], $7::bigint[], $8::real[])
         AS one(id, at, kind, from_ms, to_ms, wall_ms, rate)
       ON CONFLICT DO NOTHING`,
      [
        events.map((event) => event.id),
        events.map((event) => timeOfId(event.id)),
        viewingId,
        events.map((event) => event.kind),
        events.map((event) => event.fromMs),
        events.map((event) => event.toMs),
        events.map((event) => event.wallMs),
        events.map((event) => event.rate),
      ],
    );
  });
}
