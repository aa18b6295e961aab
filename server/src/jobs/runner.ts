import '@limber/core/words/localize';
import { mkdir, rm } from 'node:fs/promises';
import { hostname } from 'node:os';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config';
import { artefactKey } from '../media/keys';
import type { MediaStore } from '../media/store';
import { Cancelled } from '../media/tool';
import { analyse } from './kinds/analyse';
import { join as joinBySound } from './kinds/join';
import { look } from './kinds/look';
import { prepare } from './kinds/prepare';
import { render } from './kinds/render';
import { stills } from './kinds/stills';
import type { JobKind, Made, Work } from './kind';
import { Lease, LEASE_SECONDS, LostJob, MOST_ATTEMPTS } from './lease';
import type { Signals } from './signals';

/** Every kind of job there is. */
export const KINDS: readonly JobKind<unknown>[] = [look, stills, prepare, joinBySound, analyse, render];
/** How often the queue is asked although nothing was told, ms. */
const POLL_MS = 2000;

export interface RunnerContext {
  readonly config: Config;
  readonly database: DataSource;
  readonly store: MediaStore;
  readonly log: Logger;
}

/**
 * Works jobs off, one at a time and one quick one beside it: takes what is next, makes its parts in order, and puts in
 * place what each made. It knows leases, fences, scratch folders, progress, cancelling and trying again; a kind knows
 * none of these.
 */
export class Runner {
  private readonly stopping = new AbortController();
  private readonly lanes: Promise<void>[] = [];
  private readonly wakes = new Set<() => void>();

  constructor(
    private readonly context: RunnerContext,
    private readonly kinds: readonly JobKind<unknown>[] = KINDS,
  ) {}

  start(signals: Pick<Signals, 'subscribe'>): void {
    signals.subscribe((one) => {
      if (one.on === 'work') for (const wake of this.wakes) wake();
    });
    const names = (kinds: readonly JobKind<unknown>[]): string[] => kinds.map((kind) => kind.name);
    this.lanes.push(this.lane(names(this.kinds.filter((kind) => kind.quick))), this.lane(names(this.kinds)));
  }

  /** Ends what is being done and puts it back for the next worker. */
  async stop(): Promise<void> {
    this.stopping.abort();
    for (const wake of this.wakes) wake();
    await Promise.all(this.lanes);
  }

  private async lane(kinds: readonly string[]): Promise<void> {
    const owner = `${hostname()}/${process.pid}`;
    while (!this.stopping.signal.aborted) {
      let lease: Lease | null = null;
      try {
        lease = await Lease.next(this.context.database, kinds, owner);
      } catch (error) {
        this.context.log.warn(error, 'the queue cannot be asked');
      }
      if (lease) await this.run(lease).catch((error: unknown) => this.context.log.error(error, 'job'));
      else await this.pause();
    }
  }

  private pause(): Promise<void> {
    return new Promise((resolve) => {
      const done = (): void => {
        clearTimeout(timer);
        this.wakes.delete(done);
        resolve();
      };
      const timer = setTimeout(done, POLL_MS);
      this.wakes.add(done);
      if (this.stopping.signal.aborted) done();
    });
  }

  /** One attempt at one job. */
  async run(lease: Lease): Promise<void> {
    const { job } = lease;
    const { config, log } = this.context;
    const kind = this.kinds.find((one) => one.name === job.kind)!;
    const scratch = join(config.scratchFolder, `${job.id}-${job.fence}`);
    const stop = new AbortController();
    let why: 'lost' | 'cancelled' | 'stopping' | null = null;
    const end = (reason: typeof why): void => {
      why ??= reason;
      stop.abort();
    };
    const onStop = (): void => end('stopping');
    this.stopping.signal.addEventListener('abort', onStop, { once: true });
    let [finished, within, doing] = [0, 0, job.doing];
    let heardMs = Date.now();
    const renew = async (): Promise<void> => {
      try {
        if (!(await lease.renew(finished + within, doing))) end('cancelled');
        heardMs = Date.now();
      } catch (error) {
        // A database that is silent for longer than the lease has given the job to somebody else.
        if (error instanceof LostJob || Date.now() - heardMs > LEASE_SECONDS * 1000) end('lost');
        else log.warn(error, 'lease');
      }
    };
    const heart = setInterval(() => void renew(), (LEASE_SECONDS * 1000) / 8);
    try {
      await mkdir(scratch, { recursive: true });
      const input = kind.input.parse(job.input);
      for (const part of kind.parts) {
        [within, doing] = [0, part.doing];
        if (!job.done.includes(part.name)) {
          await renew();
          if (stop.signal.aborted) throw new Cancelled();
          const work: Work<unknown> = {
            ...this.context,
            input,
            job,
            scratch,
            signal: stop.signal,
            keep: (made) => this.putInPlace(lease, null, made),
            progress: (share) => (within = share * part.share),
          };
          await this.putInPlace(lease, part.name, await part.make(work));
        }
        finished += part.share;
      }
      await lease.finish('done');
    } catch (error) {
      if (error instanceof LostJob || why === 'lost') log.warn({ job: job.id }, 'the job was taken by somebody else');
      else if (why === 'stopping') await lease.release();
      else if (why === 'cancelled') await lease.finish('cancelled');
      else {
        log.error({ err: error, job: job.id }, 'job failed');
        const sentence = kind.sentence(error);
        if (kind.passing(error) && job.attempts < MOST_ATTEMPTS) await lease.again(sentence);
        else await lease.finish('failed', sentence);
      }
    } finally {
      clearInterval(heart);
      this.stopping.signal.removeEventListener('abort', onStop);
      await rm(scratch, { recursive: true, force: true }).catch(() => undefined);
    }
  }

  /** Files first, then the rows that name them, under the fence. What was there before goes when the new one counts. */
  private async putInPlace(lease: Lease, part: string | null, { artefacts = [], write }: Made): Promise<void> {
    const { store } = this.context;
    const put: { ownerId: string; name: string; formatVersion: number; key: string; bytes: number }[] = [];
    const older: string[] = [];
    try {
      for (const { ownerId, name, formatVersion, path } of artefacts) {
        const key = artefactKey(ownerId, name);
        await store.putFrom(key, path);
        put.push({ ownerId, name, formatVersion, key, bytes: (await store.size(key)) ?? 0 });
      }
      await lease.write(async (manager) => {
        for (const one of put) {
          const [before] = await manager.query<{ key: string }[]>(
            'SELECT key FROM artefacts WHERE owner_id = $1 AND name = $2',
            [one.ownerId, one.name],
          );
          if (before) older.push(before.key);
          await manager.query(
            `INSERT INTO artefacts (owner_id, name, format_version, job_id, key, bytes) VALUES ($1, $2, $3, $4, $5, $6)
             ON CONFLICT (owner_id, name) DO UPDATE SET format_version = excluded.format_version, job_id = excluded.job_id,
               key = excluded.key, bytes = excluded.bytes, made_at = now()`,
            [one.ownerId, one.name, one.formatVersion, lease.job.id, one.key, one.bytes],
          );
        }
        await write?.(manager);
        if (part !== null) await lease.partDone(manager, part);
      });
    } catch (error) {
      // Only a lost job proves that no row names these files: an answer that was lost may have come too late to be told.
      if (error instanceof LostJob) for (const { key } of put) await store.remove(key).catch(() => undefined);
      throw error;
    }
    for (const key of older) await store.remove(key).catch(() => undefined);
  }
}
