import { randomUUID } from 'node:crypto';
import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { alone } from '../store/database';
import { Jobs, type JobRow } from '../store/entities';
import { signal } from './signals';

export const PREPARE_QUEUE = 'prepare';
/** How long a worker may be silent before another takes its job up. */
export const LEASE_SECONDS = 12;

/**
 * Jobs: our own table is the truth (state, progress, lease), pg-boss in the same database carries the call to work.
 */
export class JobQueue {
  private constructor(
    private readonly boss: PgBoss,
    private readonly database: DataSource,
  ) {}

  static async open(databaseUrl: string, database: DataSource, log: Logger): Promise<JobQueue> {
    const boss = new PgBoss({ connectionString: databaseUrl, max: 4 });
    boss.on('error', (error) => log.error(error, 'job queue'));
    await alone(database, async () => {
      await boss.start();
      await boss.createQueue(PREPARE_QUEUE);
    });
    return new JobQueue(boss, database);
  }

  /** Queues the making of everything that a take's media needs. */
  async prepare(mediaId: string, lessonId: string | null): Promise<string> {
    const id = randomUUID();
    await this.database.getRepository(Jobs).insert({
      id,
      kind: 'prepare',
      mediaId,
      lessonId,
      state: 'queued',
      progress: 0,
      doing: 'waiting',
      attempt: 0,
      cancelRequested: false,
      createdAt: new Date(),
    });
    await this.call(id);
    return id;
  }

  async retry(id: string): Promise<void> {
    await this.database.query(
      `UPDATE jobs SET state = 'queued', cancel_requested = false, error = NULL, doing = 'waiting', lease_until = NULL WHERE id = $1 AND state IN ('failed', 'cancelled')`,
      [id],
    );
    await this.call(id);
  }

  async cancel(id: string): Promise<void> {
    await this.database.query(
      `UPDATE jobs SET cancel_requested = true, state = CASE WHEN state = 'queued' THEN 'cancelled' ELSE state END WHERE id = $1 AND state IN ('queued', 'running')`,
      [id],
    );
    await signal(this.database, { on: 'job', id });
  }

  private async call(jobId: string): Promise<void> {
    await this.boss.send(PREPARE_QUEUE, { jobId }, { retryLimit: 0, expireInHours: 12 });
    await signal(this.database, { on: 'job', id: jobId });
  }

  /** Takes calls, one at a time; a sweep picks up jobs whose worker fell silent or whose call was lost. */
  async work(handle: (jobId: string) => Promise<void>): Promise<() => Promise<void>> {
    const worker = await this.boss.work<{ jobId: string }>(
      PREPARE_QUEUE,
      { pollingIntervalSeconds: 0.5, batchSize: 1 },
      async ([call]) => {
        if (call) await handle(call.data.jobId);
      },
    );
    const sweep = setInterval(() => void this.sweep().catch(() => undefined), 3000);
    await this.sweep();
    return async () => {
      clearInterval(sweep);
      await this.boss.offWork({ id: worker });
    };
  }

  private async sweep(): Promise<void> {
    const [lost] = await this.database.query<[{ id: string }[], number]>(
      `UPDATE jobs SET state = 'queued', lease_until = NULL, lease_owner = NULL
       WHERE state = 'running' AND lease_until < now() RETURNING id`,
    );
    for (const { id } of lost) await this.call(id);
  }

  /** Takes a job's lease; null when somebody else has it, or it is no longer wanted. */
  async take(id: string, owner: string): Promise<JobRow | null> {
    const [rows] = await this.database.query<[{ id: string }[], number]>(
      `UPDATE jobs SET state = 'running', attempt = attempt + 1, lease_owner = $2, started_at = now(),
         lease_until = now() + make_interval(secs => $3)
       WHERE id = $1 AND (state = 'queued' OR (state = 'running' AND lease_until < now())) RETURNING id`,
      [id, owner, LEASE_SECONDS],
    );
    return rows.length > 0 ? this.database.getRepository(Jobs).findOneByOrFail({ id }) : null;
  }

  /** Renews the lease and tells how far the job is; false when it was cancelled or lost to another worker. */
  async renew(id: string, owner: string, progress: number, doing: string): Promise<boolean> {
    const [rows] = await this.database.query<[{ go: boolean }[], number]>(
      `UPDATE jobs SET progress = $3, doing = $4, lease_until = now() + make_interval(secs => $5)
       WHERE id = $1 AND lease_owner = $2 AND state = 'running' RETURNING NOT cancel_requested AS go`,
      [id, owner, progress, doing, LEASE_SECONDS],
    );
    await signal(this.database, { on: 'job', id });
    return rows[0]?.go ?? false;
  }

  async finish(
    id: string,
    owner: string,
    state: 'done' | 'failed' | 'cancelled',
    error: string | null = null,
  ): Promise<void> {
    await this.database.query(
      `UPDATE jobs SET state = $3, error = $4, progress = CASE WHEN $3 = 'done' THEN 1 ELSE progress END, lease_until = NULL
       WHERE id = $1 AND lease_owner = $2`,
      [id, owner, state, error],
    );
    await signal(this.database, { on: 'job', id });
  }

  async close(): Promise<void> {
    await this.boss.stop({ graceful: false, timeout: 2000 });
  }
}
