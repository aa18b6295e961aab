import type { EntityManager } from 'typeorm';
import { signal } from './signals';

type Database = Pick<EntityManager, 'query'>;

export interface NewJob {
  readonly id: string;
  readonly kind: string;
  /** What it works for; of one kind, one job at a time works for it. */
  readonly ownerId: string;
  readonly lessonId: string | null;
  readonly input: object;
  readonly priority?: number;
}

/** Queues a job; when one of its kind is open for its owner already, that one stands. @returns the open job's id. */
export async function enqueue(database: Database, job: NewJob): Promise<string> {
  const [row] = await database.query<{ id: string }[]>(
    `INSERT INTO jobs (id, kind, owner_id, lesson_id, input, priority, state, doing)
     VALUES ($1, $2, $3, $4, $5, $6, 'queued', 'waiting')
     ON CONFLICT (kind, owner_id) WHERE state IN ('queued', 'running') DO UPDATE SET priority = greatest(jobs.priority, excluded.priority)
     RETURNING id`,
    [job.id, job.kind, job.ownerId, job.lessonId, JSON.stringify(job.input), job.priority ?? 0],
  );
  await signal(database, { on: 'work' });
  await signal(database, { on: 'job', id: row!.id });
  return row!.id;
}

/** Takes up again what failed or was cancelled; finished parts stay finished. */
export async function retryJob(database: Database, id: string): Promise<void> {
  // Another one of its kind may be open for its owner: then that one stands.
  await database.query(
    `UPDATE jobs j SET state = 'queued', cancel_requested = false, error = NULL, doing = 'waiting', attempts = 0,
       not_before = now(), lease_until = NULL, lease_owner = NULL
     WHERE id = $1 AND state IN ('failed', 'cancelled') AND NOT EXISTS (
       SELECT 1 FROM jobs o WHERE o.kind = j.kind AND o.owner_id = j.owner_id AND o.state IN ('queued', 'running'))`,
    [id],
  );
  await signal(database, { on: 'work' });
  await signal(database, { on: 'job', id });
}

export async function cancelJob(database: Database, id: string): Promise<void> {
  await database.query(
    `UPDATE jobs SET cancel_requested = true, state = CASE WHEN state = 'queued' THEN 'cancelled' ELSE state END
     WHERE id = $1 AND state IN ('queued', 'running')`,
    [id],
  );
  await signal(database, { on: 'job', id });
}
