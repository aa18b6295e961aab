import { inject, Injectable, signal } from '@angular/core';
import type { Words } from '@limber/core/align/words.document';
import type { Job, Medium, UploadRecord } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import type { Analysis } from '@limber/core/footage/analysis.document';
import type { Sound } from '@limber/core/footage/sound.document';
import { Api } from '../api/http';
import { Stream } from '../api/stream';

/** The one progress service: media, the jobs that work for them, and what became of uploads, kept up by the stream. */
@Injectable({ providedIn: 'root' })
export class Progress {
  private readonly api = inject(Api);
  private readonly media = signal<ReadonlyMap<string, Medium>>(new Map());
  /** By lesson, as far as a page has asked. */
  private readonly arrivals = signal<ReadonlyMap<string, readonly UploadRecord[]>>(new Map());

  constructor() {
    const stream = inject(Stream);
    stream.jobs.subscribe((job) => this.heard(job));
    stream.opened.subscribe(() => {
      for (const id of this.media().keys()) void this.loadMedia(id);
      for (const id of this.arrivals().keys()) void this.loadArrivals(id);
    });
  }

  mediaOf(mediaId: string | null): Medium | null {
    return mediaId ? (this.media().get(mediaId) ?? null) : null;
  }

  /** Whether there is a copy that this browser plays. */
  plays(mediaId: string | null): boolean {
    return this.mediaOf(mediaId)?.artefacts.includes('proxy.mp4') ?? false;
  }

  arrivalsOf(lessonId: string): readonly UploadRecord[] {
    return this.arrivals().get(lessonId) ?? [];
  }

  async loadMedia(id: string): Promise<void> {
    await this.quietly(async () => this.keep(await this.api.ask(ROUTES.medium, { params: { id } })));
  }

  async loadArrivals(lessonId: string): Promise<void> {
    await this.quietly(async () => {
      const all = await this.api.ask(ROUTES.arrivals, { query: { lessonId } });
      this.arrivals.update((known) => new Map(known).set(lessonId, all));
    });
  }

  /** Takes note of what became of an upload: it is not shown again. */
  async seen(upload: UploadRecord): Promise<void> {
    await this.api.ask(ROUTES.arrivalSeen, { params: { id: upload.id }, body: {} });
    await this.loadArrivals(upload.lessonId);
  }

  async lookAgain(upload: UploadRecord): Promise<void> {
    await this.api.ask(ROUTES.arrivalAgain, { params: { id: upload.id }, body: {} });
    await this.loadArrivals(upload.lessonId);
  }

  sound(mediaId: string): Promise<Sound> {
    return this.api.ask(ROUTES.sound, { params: { id: mediaId } });
  }

  analysis(mediaId: string): Promise<Analysis> {
    return this.api.ask(ROUTES.analysis, { params: { id: mediaId } });
  }

  words(mediaId: string): Promise<Words> {
    return this.api.ask(ROUTES.words, { params: { id: mediaId } });
  }

  async cancel(job: Job): Promise<void> {
    this.heard(await this.api.ask(ROUTES.cancelJob, { params: { id: job.id }, body: {} }));
  }

  async retry(job: Job): Promise<void> {
    this.heard(await this.api.ask(ROUTES.retryJob, { params: { id: job.id }, body: {} }));
  }

  /** Makes everything of a medium again. */
  async prepareAgain(mediaId: string): Promise<void> {
    this.keep(await this.api.ask(ROUTES.prepare, { params: { id: mediaId }, body: {} }));
  }

  /** Looks by its sound where a recording lies on the film of its take. */
  async findPlace(mediaId: string, lessonId: string): Promise<void> {
    this.keep(await this.api.ask(ROUTES.findPlace, { params: { id: mediaId }, body: { lessonId } }));
  }

  private heard(job: Job): void {
    if (job.kind === 'look') {
      if (job.lessonId && this.arrivals().has(job.lessonId)) void this.loadArrivals(job.lessonId);
      return;
    }
    const medium = this.media().get(job.ownerId);
    // Stills say nothing of whether a film is ready.
    if (!medium || job.kind === 'stills') return;
    const { job: before } = medium;
    // What is done may be followed by other work on it: that is told of then.
    if (job.state !== 'done') this.keep({ ...medium, job });
    // A part that is finished has made something that can be had now.
    if (job.state !== before?.state || job.doing !== before.doing) void this.loadMedia(medium.id);
  }

  private keep(medium: Medium): void {
    this.media.update((all) => new Map(all).set(medium.id, medium));
  }

  private async quietly(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch {
      // It is asked for again when the stream is back.
    }
  }
}
