import { inject, Injectable, signal } from '@angular/core';
import { MOST_STILLS, type Job } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import { Api } from '../api/http';
import { Stream } from '../api/stream';

/** Rows come into sight in bursts: they are asked for together, ms. */
const TOGETHER_MS = 120;
/** How often it is asked what was taken while some are being taken, ms. */
const AGAIN_MS = 700;

/** Stills of films, taken as they are looked at: what is not there yet is asked for, and appears when it was taken. */
@Injectable({ providedIn: 'root' })
export class Stills {
  private readonly api = inject(Api);
  /** By medium: the instants of which there is one, ms. */
  private readonly there = signal<ReadonlyMap<string, ReadonlySet<number>>>(new Map());
  /** Those that somebody waits for, the latest last. */
  private readonly wanted = new Map<string, Set<number>>();
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();

  constructor() {
    const stream = inject(Stream);
    stream.jobs.subscribe((job) => this.heard(job));
    stream.opened.subscribe(() => {
      for (const id of this.wanted.keys()) this.soon(id);
    });
  }

  /** Where the still of an instant is; null as long as there is none. */
  url(mediaId: string, atMs: number): string | null {
    return this.there().get(mediaId)?.has(atMs) ? `/api/media/${mediaId}/stills/${atMs}` : null;
  }

  want(mediaId: string, atMs: readonly number[]): void {
    const missing = atMs.filter((ms) => !this.there().get(mediaId)?.has(ms));
    if (missing.length === 0) return;
    const wanted = this.wanted.get(mediaId) ?? new Set();
    this.wanted.set(mediaId, wanted);
    for (const ms of missing) {
      wanted.delete(ms);
      wanted.add(ms);
    }
    this.soon(mediaId);
  }

  private heard({ kind, ownerId, state }: Job): void {
    if (kind !== 'stills' || !this.wanted.has(ownerId)) return;
    // What could not be taken is asked for again when it is looked at again.
    if (state === 'failed' || state === 'cancelled') this.wanted.delete(ownerId);
    else this.soon(ownerId);
  }

  private soon(mediaId: string, inMs = TOGETHER_MS): void {
    if (this.timers.has(mediaId)) return;
    const timer = setTimeout(() => {
      this.timers.delete(mediaId);
      void this.ask(mediaId);
    }, inMs);
    this.timers.set(mediaId, timer);
  }

  private async ask(mediaId: string): Promise<void> {
    const wanted = this.wanted.get(mediaId);
    if (!wanted || wanted.size === 0) return;
    // Those that are looked at now come first.
    const atMs = [...wanted].slice(-MOST_STILLS);
    try {
      const { atMs: taken, job } = await this.api.ask(ROUTES.stills, { params: { id: mediaId }, body: { atMs } });
      for (const ms of taken) wanted.delete(ms);
      if (taken.length > 0)
        this.there.update((all) => new Map(all).set(mediaId, new Set([...(all.get(mediaId) ?? []), ...taken])));
      if (wanted.size > 0 && (job || taken.length === atMs.length)) this.soon(mediaId, job ? AGAIN_MS : TOGETHER_MS);
    } catch {
      // It is asked for again when the stream is back.
    }
  }
}
