import type { Asked } from '@limber/core/api/route';
import type { ROUTES } from '@limber/core/api/routes';
import type { WatchEvent } from '@limber/core/viewing/event.schema';
import { KeptEvents, type KeptEvent } from './kept-events';
import { uuid7 } from './uuid7';
import { begunKey, forgetViewer, onForgotten, viewerOfThisBrowser, viewingKey } from './viewer';

/** A viewing goes on after a reload; after this long without a sign of life it is a new one. */
const IDLE_MS = 30 * 60_000;
const BEAT_MS = 5000;
/** The longest stretch that the server takes as one: MOST_PLAYED_MS of the event's schema, which weighs too much here. */
const LONGEST_MS = 10_000;
const FLUSH_MS = 4000;
/** An answer that takes longer is lost: what it was for is sent again, and holds up nothing else. */
const ANSWER_MS = 30_000;
const MOST = 200;

interface Viewing {
  readonly viewingId: string;
  /** The cut that is watched; one of an older page is of the whole lesson. */
  readonly cut?: string;
  readonly atMs: number;
  readonly seenAt: number;
}

/**
 * Writes down what is watched: played stretches as heartbeats (so that a lost event never lengthens them) and what the
 * viewer does. Events wait in the browser until the server has them, and may be sent any number of times.
 */
export class Recorder {
  private readonly kept = new KeptEvents();
  viewerId = viewerOfThisBrowser();
  viewingId = '';
  /** The cut that this viewing is of. */
  cutId = 'full';
  /** Where the viewing stood when the page was left. */
  resumeMs = 0;
  private from: number | null = null;
  private last = { ms: 0, rate: 1 };
  private timer: ReturnType<typeof setTimeout> | undefined;
  private waitMs = FLUSH_MS;
  private flushing = false;
  private closed = false;
  private readonly stopHearing = onForgotten(() => this.startOver());

  constructor(
    private readonly token: string,
    private readonly versionId: string,
  ) {
    const before = viewingOf(this.versionId);
    if (before) {
      this.viewingId = before.viewingId;
      this.cutId = before.cut ?? 'full';
      this.resumeMs = before.atMs;
    } else this.begin();
    addEventListener('online', () => this.flushSoon(0));
    document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && this.leave());
    addEventListener('pagehide', () => this.leave());
    this.flushSoon(500);
  }

  /** A new viewing, of this cut or another. */
  begin(cutId = this.cutId): void {
    this.cutId = cutId;
    this.viewingId = crypto.randomUUID();
    this.resumeMs = 0;
    this.from = null;
    this.keepViewing(0);
  }

  note(kind: Exclude<WatchEvent['kind'], 'played'>, fromMs: number, toMs = fromMs): void {
    this.write(kind, fromMs, toMs);
  }

  /** The viewing has come to its end: after a reload there is nothing to go on with. */
  finished(): void {
    localStorage.removeItem(viewingKey(this.versionId));
    localStorage.removeItem(begunKey(this.token));
  }

  /** Call with the cut's time while it plays; a heartbeat goes out every few seconds. */
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
    this.stopHearing();
  }

  /** Sends what waits, as far as it can be sent just now. */
  async sendNow(): Promise<void> {
    while (this.flushing) await new Promise((resolve) => setTimeout(resolve, 20));
    await this.flush();
  }

  /** Lets go of everything that this browser kept; whoever watches on is somebody new. */
  async forget(): Promise<void> {
    await this.kept.clear();
    forgetViewer();
    this.startOver();
  }

  /** Under a new number, with a new viewing. */
  private startOver(): void {
    void this.kept.clear();
    this.viewerId = viewerOfThisBrowser();
    this.begin();
  }

  private beat(ms: number, rate: number): void {
    // A page that was slow to look tells of a long stretch in pieces.
    for (let from = this.from!; from < ms; from += LONGEST_MS)
      this.write('played', from, Math.min(ms, from + LONGEST_MS), rate);
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
    const { token, versionId, viewerId, cutId: cut } = this;
    void this.kept.add({ id, token, versionId, viewerId, cut, event });
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
    // Viewings that cannot be taken just now: a link that is closed, a lesson in the trash. They stand in nobody's way.
    const later = new Set<string>();
    try {
      for (;;) {
        const events = await this.kept.some(MOST, (one) => !later.has(one.event.viewingId));
        if (events.length === 0 || this.closed) break;
        for (const batch of batches(events)) {
          const answer = await fetch(urlOf(batch), { ...request(batch), signal: AbortSignal.timeout(ANSWER_MS) });
          const became = await becomes(answer);
          if (became === 'unreachable') throw new Error('later');
          if (became === 'later') later.add(batch[0]!.event.viewingId);
          else this.kept.remove(batch.map((one) => one.id));
        }
      }
      this.waitMs = FLUSH_MS;
    } catch {
      later.add('all');
    } finally {
      this.flushing = false;
    }
    if (later.size === 0) return;
    this.waitMs = Math.min(60_000, this.waitMs * 2);
    this.flushSoon(this.waitMs);
  }

  /** The page goes away: what waits is sent once more on the way out. It stays kept until an answer comes. */
  private leave(): void {
    if (!this.closed && this.from !== null && this.last.ms > this.from) this.beat(this.last.ms, this.last.rate);
    this.kept.leave();
    if (this.closed) return;
    for (const batch of batches(this.kept.unsent.slice(-MOST)))
      void fetch(urlOf(batch), { ...request(batch), keepalive: true }).catch(() => undefined);
  }

  private keepViewing(atMs: number): void {
    const viewing: Viewing = {
      viewingId: this.viewingId,
      cut: this.cutId,
      atMs: Math.round(atMs),
      seenAt: Date.now(),
    };
    localStorage.setItem(viewingKey(this.versionId), JSON.stringify(viewing));
    if (atMs > 0) localStorage.setItem(begunKey(this.token), this.versionId);
  }
}

/** The version that is in the middle of being watched through a link, although it may lead to another by now. */
export function begunThrough(token: string): string | null {
  const versionId = localStorage.getItem(begunKey(token));
  return versionId !== null && viewingOf(versionId) ? versionId : null;
}

/** The viewing of a version that goes on after a reload; null where there is none, or none of late. */
function viewingOf(versionId: string): Viewing | null {
  try {
    const one = JSON.parse(localStorage.getItem(viewingKey(versionId)) ?? 'null') as Partial<Viewing> | null;
    return typeof one?.viewingId === 'string' &&
      typeof one.atMs === 'number' &&
      typeof one.seenAt === 'number' &&
      Date.now() - one.seenAt < IDLE_MS
      ? (one as Viewing)
      : null;
  } catch {
    return null;
  }
}

function batches(events: readonly KeptEvent[]): KeptEvent[][] {
  const byViewing = new Map<string, KeptEvent[]>();
  for (const one of events) byViewing.set(one.event.viewingId, [...(byViewing.get(one.event.viewingId) ?? []), one]);
  return [...byViewing.values()];
}

function request(batch: readonly KeptEvent[]): RequestInit {
  const { viewerId, event } = batch[0]!;
  // Kept by an older page: without its version, or its cut.
  const { versionId, cut } = batch[0] as Partial<KeptEvent>;
  return {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      viewingId: event.viewingId,
      viewerId,
      versionId: versionId ?? null,
      cut: cut ?? 'full',
      wallMs: Date.now(),
      events: batch.map((one) => one.event),
    } satisfies Asked<typeof ROUTES.sendEvents>['body']),
  };
}

function urlOf(batch: readonly KeptEvent[]): string {
  return `/api/follow/${encodeURIComponent(batch[0]!.token)}/events`;
}

/**
 * What becomes of a batch by its answer: `done` when it is stored or can never be; `later` when the reason may pass and
 * concerns this viewing alone; `unreachable` when nothing can be sent just now.
 */
export async function becomes(answer: Response): Promise<'done' | 'later' | 'unreachable'> {
  if (answer.ok) return 'done';
  if (answer.status >= 500) return 'unreachable';
  // 401: the pass phrase of the link was changed since, and can be said.
  if ([401, 409, 410, 429].includes(answer.status)) return 'later';
  // A page that is opened under another address than the studio knows of is a mistake of its settings, and mended there.
  if (answer.status === 403) {
    const body = (await answer.json().catch(() => null)) as { type?: unknown } | null;
    return body?.type === 'other-viewer' || body?.type === 'erased' ? 'done' : 'later';
  }
  return 'done';
}
