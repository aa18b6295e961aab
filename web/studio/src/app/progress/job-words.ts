import type { Job } from '@limber/core/api/media';
import { clock } from '@limber/core/time/clock';

/** How far a job is, 0 to 100. */
export function percentOf(job: Pick<Job, 'progress'> | null): number {
  return Math.round((job?.progress ?? 0) * 100);
}

/** How far a job is, what is being done, and how long that takes as far as it can be told. */
export function doingWords(job: Pick<Job, 'progress' | 'doing' | 'leftMs'>): string {
  const left = job.leftMs ? $localize`, about ${clock(job.leftMs)} left` : '';
  return `${percentOf(job)} % · ${job.doing}${left}`;
}
