import type { WatchEvent } from '@limber/core/viewing/event.schema';
import { KeptEvents, type KeptEvent } from './kept-events';
import { uuid7 } from './uuid7';

/** A viewing goes on after a reload; after this long without a sign of life it is a new one. */
const IDLE_MS = 30 * 60_000;
const BEAT_MS = 5000;
const FLUSH_MS = 4000;
const MOST = 200;

interface Viewing {
  readonly viewingId: string;
  readonly atMs: number;
  readonly seenAt: number;
}

/**
 * Writes down what is watched: played stretches as heartbeats (so that a lost event never lengthens them) and what the
 * viewer does. Events wait in the browser until the server has them, and may be sent any number of times.
 */
export class Recorder {
  private readonly kept = new KeptEvents();
  readonly viewerId = remembered('limber.viewer', () => crypto.randomUUID());
  viewingId = '';
  /** Where the viewing stood when the page was left. */
  resumeMs = 0;
  private from: number | null = null;
  private last = { ms: 0, rate: 1 };
  private timer: ReturnType<typeof setTimeout> | undefined;
  private waitMs = FLUSH_MS;
  private flushing = false;
  private closed = false;

  constructor(
    private readonly token: string,
    private readonly versionId: string,
  ) {
    const before = this.readViewing();
    if (before && Date.now() - before.seenAt < IDLE_MS) {
      this.viewingId = before.viewingId;
      this.resumeMs = before.atMs;
    } else this.begin();
    addEventListener('online', () => this.flushSoon(0));
    document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && this.leave());
    addEventListener('pagehide', () => this.leave());
    this.flushSoon(500);
  }

  begin(): void {
    this.viewingId = crypto.randomUUID();
    this.resumeMs = 0;
    this.from = null;
    this.keepViewing(0);
  }

  note(kind: Exclude<WatchEvent['kind'], 'played'>, fromMs: number, toMs = fromMs): void {
    this.write(kind, fromMs, toMs);
  }

  /** Call with the lesson time while it plays; a heartbeat goes out every few seconds. */
  playing(ms: number, rate: number): void {
    this.last = { ms, rate };
    if (this.from === null || ms < this.from || ms - this.from > 3 * BEAT_MS * rate) this.from = ms;
    else if (ms - this.from >= BEAT_MS) this.beat(ms, rate);
  }

  /** Playing stopped or jumped: what was played up to here is written down. */
  stopped(ms: number, rate: number): void {
    if (this.from !== null && ms > this.from) this.beat(ms, rate);
    this.from = null;
  }

  /** Sends nothing any more; what waits stays kept for the next time. */
  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
  }

  private beat(ms: number, rate: number): void {
    this.write('played', this.from!, ms, rate);
    this.from = ms;
    this.keepViewing(ms);
  }

  private write(kind: WatchEvent['kind'], fromMs: number, toMs: number, rate = 1): void {
    const id = uuid7();
    const event: WatchEvent = {
      id,
      viewingId: this.viewingId,
      kind,
      fromMs: Math.round(fromMs),
      toMs: Math.round(toMs),
      wallMs: Date.now(),
      rate,
    };
    void this.kept.add({ id, token: this.token, viewerId: this.viewerId, event });
    this.flushSoon(kind === 'ended' ? 0 : this.waitMs);
  }

  private flushSoon(ms: number): void {
    if (this.closed || (this.timer !== undefined && ms > 0)) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.timer = undefined;
      void this.flush();
    }, ms);
  }

  private async flush(): Promise<void> {
    if (this.flushing) return;
    this.flushing = true;
    try {
      const events = await this.kept.some(this.token, MOST);
      for (const batch of batches(events)) {
        const response = await fetch(this.url, request(batch));
        // What can never be taken is let go; what may be taken later is kept.
        const final = response.ok || (response.status >= 400 && response.status < 500 && response.status !== 429);
        if (!final) throw new Error('later');
        await this.kept.remove(batch.map((one) => one.id));
      }
      this.waitMs = FLUSH_MS;
      if (events.length === MOST) this.flushSoon(100);
    } catch {
      this.waitMs = Math.min(60_000, this.waitMs * 2);
      this.flushing = false;
      this.flushSoon(this.waitMs);
    } finally {
      this.flushing = false;
    }
  }

  /** The page goes away: what waits is sent once more on the way out. It stays kept until an answer comes. */
  private leave(): void {
    if (this.closed) return;
    if (this.from !== null && this.last.ms > this.from) this.beat(this.last.ms, this.last.rate);
    for (const batch of batches(this.kept.unsent.slice(-MOST)))
      void fetch(this.url, { ...request(batch), keepalive: true }).catch(() => undefined);
  }

  private get url(): string {
    return `/api/follow/${encodeURIComponent(this.token)}/events`;
  }

  private get viewingKey(): string {
    return `limber.viewing.${this.versionId}`;
  }

  private keepViewing(atMs: number): void {
    const viewing: Viewing = { viewingId: this.viewingId, atMs: Math.round(atMs), seenAt: Date.now() };
    localStorage.setItem(this.viewingKey, JSON.stringify(viewing));
  }

  private readViewing(): Viewing | null {
    try {
      const one = JSON.parse(localStorage.getItem(this.viewingKey) ?? 'null') as Partial<Viewing> | null;
      return typeof one?.viewingId === 'string' && typeof one.atMs === 'number' && typeof one.seenAt === 'number'
        ? (one as Viewing)
        : null;
    } catch {
      return null;
    }
  }
}

function batches(events: readonly KeptEvent[]): KeptEvent[][] {
  const byViewing = new Map<string, KeptEvent[]>();
  for (const one of events) byViewing.set(one.event.viewingId, [...(byViewing.get(one.event.viewingId) ?? []), one]);
  return [...byViewing.values()];
}

function request(batch: readonly KeptEvent[]): RequestInit {
  const { viewerId, event } = batch[0]!;
  return {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ viewingId: event.viewingId, viewerId, events: batch.map((one) => one.event) }),
  };
}

function remembered(key: string, make: () => string): string {
  const before = localStorage.getItem(key);
  if (before) return before;
  const made = make();
  localStorage.setItem(key, made);
  return made;
}
