import '@limber/core/words/localize';
import type { DataSource, EntityManager } from 'typeorm';
import { Jobs, type JobRow } from '../store/entities';
import { signal } from './signals';

/** How long a worker may be silent before another takes its job up. */
export const LEASE_SECONDS = 12;
/** A job that ended in the middle so often is not taken up by itself again. */
export const MOST_ATTEMPTS = 5;
/** How long a job waits before it is tried again, s, by the number of attempts so far. */
const WAITS = [1, 5, 30, 120];

/** An attempt that lost its job: somebody else has it, or nobody wants it any more. */
export class LostJob extends Error {
  override readonly name = 'LostJob';
}

/** An attempt at a job: what it may write is written only while its fence is the newest. */
export class Lease {
  private constructor(
    private readonly database: DataSource,
    readonly job: JobRow,
  ) {}

  /**
   * Takes the next job of these kinds, or one whose worker fell silent; null when there is none. One that ended in the
   * middle too often is given up, in words.
   */
  static async next(database: DataSource, kinds: readonly string[], owner: string): Promise<Lease | null> {
    const [given] = await database.query<[{ id: string }[], number]>(
      `UPDATE jobs SET lease_until = NULL, state = CASE WHEN cancel_requested THEN 'cancelled' ELSE 'failed' END,
         error = CASE WHEN cancel_requested THEN error ELSE $2 END
       WHERE state = 'running' AND lease_until < now() AND (cancel_requested OR attempts >= $1) RETURNING id`,
      [
        MOST_ATTEMPTS,
        $localize`This ended in the middle ${MOST_ATTEMPTS} times, and was not taken up again by itself. Try again.`,
      ],
    );
    for (const { id } of given) await signal(database, { on: 'job', id });
    const [rows] = await database.query<[{ id: string }[], number]>(
      `UPDATE jobs SET state = 'running', fence = fence + 1, attempts = attempts + 1, lease_owner = $2, started_at = now(),
         lease_until = now() + make_interval(secs => $3)
       WHERE id = (
         SELECT id FROM jobs WHERE kind = ANY($1) AND (
           (state = 'queued' AND not_before <= now()) OR (state = 'running' AND lease_until < now()))
         ORDER BY priority DESC, created_at LIMIT 1 FOR UPDATE SKIP LOCKED) RETURNING id`,
      [kinds, owner, LEASE_SECONDS],
    );
    if (rows.length === 0) return null;
    return new Lease(database, await database.getRepository(Jobs).findOneByOrFail({ id: rows[0]!.id }));
  }

  /** Renews the lease and tells how far the job is. @throws LostJob @returns false when it is to be cancelled. */
  async renew(progress: number, doing: string): Promise<boolean> {
    const [rows] = await this.database.query<[{ go: boolean }[], number]>(
      `UPDATE jobs SET progress = $3, doing = $4, lease_until = now() + make_interval(secs => $5)
       WHERE id = $1 AND fence = $2 AND state = 'running' RETURNING NOT cancel_requested AS go`,
      [this.job.id, this.job.fence, progress, doing, LEASE_SECONDS],
    );
    if (rows.length === 0) throw new LostJob();
    await this.tell();
    return rows[0]!.go;
  }

  /** Writes under the fence: all of it, or nothing when another attempt has the job. @throws LostJob */
  async write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.database.transaction(async (manager) => {
      const rows = await manager.query<unknown[]>(
        `SELECT 1 FROM jobs WHERE id = $1 AND fence = $2 AND state = 'running' FOR UPDATE`,
        [this.job.id, this.job.fence],
      );
      if (rows.length === 0) throw new LostJob();
      return work(manager);
    });
  }

  /** Notes within {@link write} that a part is finished. */
  async partDone(manager: EntityManager, part: string): Promise<void> {
    await manager.query('UPDATE jobs SET done = array_append(done, $2) WHERE id = $1', [this.job.id, part]);
  }

  async finish(state: 'done' | 'failed' | 'cancelled', error: string | null = null): Promise<void> {
    await this.end(`state = $3, error = $4, progress = CASE WHEN $3 = 'done' THEN 1 ELSE progress END`, [state, error]);
  }

  /** Puts the job back for another try in a while, saying why. */
  async again(error: string): Promise<void> {
    const wait = WAITS[Math.min(this.job.attempts, WAITS.length) - 1] ?? 1;
    await this.end(
      `state = 'queued', error = $3, doing = 'waiting to try again', not_before = now() + make_interval(secs => $4)`,
      [error, wait],
    );
  }

  /** Puts the job back as if it had not been taken: this worker stops. */
  async release(): Promise<void> {
    await this.end(`state = 'queued', attempts = attempts - 1, doing = 'waiting'`, []);
    await signal(this.database, { on: 'work' });
  }

  private async end(set: string, values: readonly unknown[]): Promise<void> {
    await this.database.query(
      `UPDATE jobs SET ${set}, lease_until = NULL, lease_owner = NULL WHERE id = $1 AND fence = $2 AND state = 'running'`,
      [this.job.id, this.job.fence, ...values],
    );
    await this.tell();
  }

  private async tell(): Promise<void> {
    await signal(this.database, { on: 'job', id: this.job.id });
  }
}
