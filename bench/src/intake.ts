import { randomUUID } from 'node:crypto';
import { report } from './compare';
import type { Studio } from './studio';

const ROUNDS = 7;
/** Events of a round: so many batches of them, a viewing each. */
const ALL = 6000;
const AT_ONCE = 4;

type Row = [
  id: string,
  at: Date,
  viewingId: string,
  kind: string,
  fromMs: number,
  toMs: number,
  wallMs: number,
  rate: number,
];

/**
 * Events through HTTP, a batch a viewing, against bare multi-row inserts of equal rows into the same table over as many
 * connections. Figures are events a second: the ratio says how much of the bare speed is left.
 */
export async function intake(studio: Studio): Promise<void> {
  for (const size of [100, 500]) await intakeOf(studio, size);
}

async function intakeOf(studio: Studio, size: number): Promise<void> {
  const { token } = await studio.share();
  const speeds: [ours: number[], bare: number[]] = [[], []];
  for (let round = 0; round <= ROUNDS; round++) {
    const batches = [batchesOf(size), batchesOf(size)] as const;
    const [ours, bare] = [
      await speedOf(batches[0], async (rows) => {
        const answer = await fetch(`${studio.url}/api/follow/${token}/events`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Origin: studio.url },
          body: JSON.stringify({ viewingId: rows[0]![2], viewerId: randomUUID(), events: rows.map(eventOf) }),
        });
        if (answer.status !== 202) throw new Error(await answer.text());
        await answer.text();
      }),
      await speedOf(batches[1], (rows) => insert(studio, rows)),
    ];
    // The first round warms both up.
    if (round > 0) [ours, bare].forEach((speed, which) => speeds[which]!.push(speed));
  }
  const [ours, bare] = speeds.map((list) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!) as [
    number,
    number,
  ];
  report(
    'event intake',
    `batches of ${size} events, ${AT_ONCE} at once, through HTTP`,
    ours,
    'bare multi-row inserts',
    bare,
    'events/s',
  );
}

async function speedOf(batches: readonly Row[][], send: (rows: Row[]) => Promise<unknown>): Promise<number> {
  const start = performance.now();
  const queue = [...batches];
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let rows = queue.pop(); rows; rows = queue.pop()) await send(rows);
    }),
  );
  return (ALL * 1000) / (performance.now() - start);
}

function insert(studio: Studio, rows: readonly Row[]): Promise<unknown> {
  const values = rows.map((_, i) => `(${[1, 2, 3, 4, 5, 6, 7, 8].map((n) => `$${i * 8 + n}`).join(',')})`).join(',');
  return studio.database.query(
    `INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate) VALUES ${values}`,
    rows.flat(),
  );
}

function batchesOf(size: number): Row[][] {
  return Array.from({ length: ALL / size }, () => {
    const viewingId = randomUUID();
    return Array.from({ length: size }, (_, i): Row => {
      const wallMs = Date.now();
      return [uuid7(wallMs), new Date(wallMs), viewingId, 'played', i * 5000, i * 5000 + 5000, wallMs, 1];
    });
  });
}

function eventOf([id, , viewingId, kind, fromMs, toMs, wallMs, rate]: Row): object {
  return { id, viewingId, kind, fromMs, toMs, wallMs, rate };
}

/** UUID version 7 (RFC 9562, 5.7). */
function uuid7(ms: number): string {
  const hex = ms.toString(16).padStart(12, '0');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7${randomUUID().slice(15)}`;
}
