import { hostname } from 'node:os';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { Cancelled, makePoster, makeProxy, makeSound, type Work } from '../media/prepare';
import type { MediaStore } from '../media/store';
import { Media, type MediaParts } from '../store/entities';
import { LEASE_SECONDS, type JobQueue } from './queue';

/** The parts of a preparation in order, with their share of its time. */
const PARTS: readonly { part: keyof MediaParts; doing: string; share: number; make: (work: Work) => Promise<void> }[] =
  [
    { part: 'poster', doing: 'taking a still', share: 0.03, make: makePoster },
    { part: 'sound', doing: 'listening to the sound', share: 0.07, make: makeSound },
    { part: 'proxy', doing: 'making a copy that every browser plays', share: 0.9, make: makeProxy },
  ];

/** Works on one job until it is done, failed, cancelled or taken over; finished parts are never made twice. */
export function worker(
  database: DataSource,
  queue: JobQueue,
  store: MediaStore,
  log: Logger,
): (jobId: string) => Promise<void> {
  const owner = `${hostname()}/${process.pid}`;
  return async (jobId) => {
    const job = await queue.take(jobId, owner);
    if (!job) return;
    const media = await database.getRepository(Media).findOneByOrFail({ id: job.mediaId });
    const stop = new AbortController();
    let done = 0;
    let within = 0;
    let doing = 'waiting';
    const renew = async (): Promise<void> => {
      if (!(await queue.renew(jobId, owner, done + within, doing))) stop.abort();
    };
    const heart = setInterval(
      () => void renew().catch((error) => log.warn(error, 'job lease')),
      (LEASE_SECONDS * 1000) / 12,
    );
    try {
      for (const { part, doing: words, share, make } of PARTS) {
        doing = words;
        within = 0;
        if (!media.parts[part]) {
          await renew();
          if (stop.signal.aborted) throw new Cancelled();
          await make({ media, store, signal: stop.signal, progress: (inside) => (within = inside * share) });
          media.parts = { ...media.parts, [part]: true };
          await database.query(`UPDATE media SET parts = parts || jsonb_build_object($2::text, true) WHERE id = $1`, [
            media.id,
            part,
          ]);
        }
        done += share;
      }
      await queue.finish(jobId, owner, 'done');
    } catch (error) {
      if (error instanceof Cancelled) return await queue.finish(jobId, owner, 'cancelled');
      log.error(error, 'job failed');
      await queue.finish(
        jobId,
        owner,
        'failed',
        'The footage could not be prepared. Try again; if it fails again, export the video anew and bring that in.',
      );
    } finally {
      clearInterval(heart);
    }
  };
}
