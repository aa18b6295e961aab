import { inject, Injectable, signal } from '@angular/core';
import * as z from 'zod';
import { Api } from '../api/http';
import { jobSchema, Stream, type Job } from '../api/stream';

const mediaSchema = z.object({
  id: z.string(),
  name: z.string(),
  bytes: z.number(),
  durationMs: z.number(),
  width: z.number(),
  height: z.number(),
  warning: z.string().nullable(),
  parts: z.object({ poster: z.boolean().optional(), sound: z.boolean().optional(), proxy: z.boolean().optional() }),
  jobId: z.string().nullable(),
});
export type MediaInfo = z.infer<typeof mediaSchema>;

export const soundSchema = z.object({
  stepMs: z.number(),
  peaks: z.array(z.number()),
  speech: z.array(z.tuple([z.number(), z.number()])),
});
export type Sound = z.infer<typeof soundSchema>;

/** The one progress service: media and the jobs that prepare them, kept up to date by the stream. */
@Injectable({ providedIn: 'root' })
export class Progress {
  private readonly api = inject(Api);
  private readonly known = signal<ReadonlyMap<string, Job>>(new Map());
  private readonly media = signal<ReadonlyMap<string, MediaInfo>>(new Map());

  constructor() {
    const stream = inject(Stream);
    stream.jobs.subscribe((job) => {
      this.keep(job);
      if (this.media().has(job.mediaId)) void this.loadMedia(job.mediaId);
    });
    stream.opened.subscribe(() => {
      for (const id of this.media().keys()) void this.loadMedia(id);
    });
  }

  jobOf(mediaId: string | null): Job | null {
    const jobId = mediaId ? this.media().get(mediaId)?.jobId : null;
    return jobId ? (this.known().get(jobId) ?? null) : null;
  }

  mediaOf(mediaId: string | null): MediaInfo | null {
    return mediaId ? (this.media().get(mediaId) ?? null) : null;
  }

  async loadMedia(id: string): Promise<void> {
    try {
      const info = await this.api.get(`media/${id}`, mediaSchema);
      this.media.update((all) => new Map(all).set(id, info));
      if (info.jobId && !this.known().has(info.jobId)) this.keep(await this.api.get(`jobs/${info.jobId}`, jobSchema));
    } catch {
      // It is asked for again when the stream is back.
    }
  }

  sound(mediaId: string): Promise<Sound> {
    return this.api.get(`media/${mediaId}/sound.json`, soundSchema);
  }

  async cancel(job: Job): Promise<void> {
    this.keep(await this.api.post(`jobs/${job.id}/cancel`, {}, jobSchema));
  }

  async retry(job: Job): Promise<void> {
    this.keep(await this.api.post(`jobs/${job.id}/retry`, {}, jobSchema));
  }

  private keep(job: Job): void {
    this.known.update((all) => new Map(all).set(job.id, job));
  }
}
