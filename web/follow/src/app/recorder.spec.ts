import { KeptEvents } from './kept-events';
import { Recorder } from './recorder';
import { uuid7 } from './uuid7';

interface Batch {
  viewingId: string;
  versionId: string | null;
  events: { id: string; kind: string; fromMs: number; toMs: number }[];
}

describe('what a viewer’s page writes down', () => {
  let sent: (Batch & { url: string })[];
  let token: string;
  let answer: () => Response;
  let opened: Recorder[];
  const open = (): Recorder => {
    const recorder = new Recorder(token, 'version');
    opened.push(recorder);
    return recorder;
  };
  /** Waits for a state instead of a time. */
  const until = async (holds: () => boolean | Promise<boolean>): Promise<void> => {
    while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 5));
  };
  /** One connection to look through: each look with one of its own would leave hundreds open. */
  const store = new KeptEvents();
  const keptCount = async (): Promise<number> => (await store.some(1000, (one) => one.token === token)).length;
  /** Whether everything that was written down for this test's link is with the server: also what no store has yet. */
  const nothingKept = async (): Promise<boolean> =>
    opened.every((recorder) => recorder['kept'].unsent.length === 0) && (await keptCount()) === 0;
  /** What went out for this test's own link: recorders of other tests may still be trying. */
  const events = (): Batch['events'] =>
    sent.filter((batch) => batch.url.includes(token)).flatMap((batch) => batch.events);

  // A browser that has just been started may take its time to make its first database: that is not what is tried here.
  beforeAll(() => store.clear(), 60_000);

  beforeEach(() => {
    sent = [];
    opened = [];
    token = `token-${crypto.randomUUID()}`;
    answer = () => new Response('{}', { status: 202 });
    spyOn(window, 'fetch').and.callFake((url, init) => {
      sent.push({ ...(JSON.parse(init!.body as string) as Batch), url: url as string });
      return Promise.resolve(answer());
    });
    for (const key of Object.keys(localStorage)) if (key.startsWith('limber.view')) localStorage.removeItem(key);
  });

  afterEach(async () => {
    for (const recorder of opened) recorder.close();
    // What they still write is in the store before it is emptied: what one test leaves stands in the way of the next.
    for (const recorder of opened) await recorder['kept'].some(1);
    await store.clear();
  });

  it('is heartbeats of what was played, and nothing across a jump', async () => {
    const recorder = open();
    for (let ms = 0; ms <= 12_000; ms += 40) recorder.playing(ms, 1);
    recorder.stopped(12_000, 1);
    for (let ms = 60_000; ms <= 61_000; ms += 40) recorder.playing(ms, 1);
    recorder.stopped(61_000, 1);
    recorder.note('ended', 61_000);
    await until(nothingKept);
    expect(
      events()
        .filter((event) => event.kind === 'played')
        .sort((a, b) => a.fromMs - b.fromMs)
        .map(({ fromMs, toMs }) => [fromMs, toMs]),
    ).toEqual([
      [0, 5000],
      [5000, 10_000],
      [10_000, 12_000],
      [60_000, 61_000],
    ]);
  });

  it('is kept until the server has it, and is sent again under the same ids', async () => {
    answer = () => new Response('', { status: 503 });
    const first = open();
    first.note('opened', 0);
    first.note('ended', 5);
    await until(() => new Set(events().map((event) => event.id)).size === 2);
    const ids = new Set(events().map((event) => event.id));
    // The next page finds what the store has.
    await until(async () => (await keptCount()) === 2);
    first.close();
    opened = [];
    sent = [];
    answer = () => new Response('{}', { status: 202 });
    open();
    await until(nothingKept);
    expect(new Set(events().map((event) => event.id))).toEqual(ids);
    // What the next page would send is what is kept, and nothing is.
    sent = [];
    const next = open();
    next.note('ended', 7);
    await until(nothingKept);
    expect(events().length).toBe(1);
  });

  it('goes out while the database is still being opened; what a page closes with before that, the next one sends', async () => {
    const opening = spyOn(indexedDB, 'open').and.returnValue({} as IDBOpenDBRequest);
    const first = open();
    first.note('opened', 0);
    await until(() => events().length === 1);
    answer = () => new Response('', { status: 503 });
    first.playing(0, 1);
    first.playing(3000, 1);
    dispatchEvent(new Event('pagehide'));
    first.close();
    opened = [];
    opening.and.callThrough();
    // What is broken there stands in nothing's way.
    localStorage.setItem('limber.event.broken', '{"id":"broken"}');
    localStorage.setItem('limber.event.elsewhere', '{"id":"here","event":{"viewingId":"viewing"}}');
    sent = [];
    answer = () => new Response('{}', { status: 202 });
    open();
    await until(nothingKept);
    expect(events().map(({ kind, fromMs, toMs }) => [kind, fromMs, toMs])).toEqual([['played', 0, 3000]]);
    expect(Object.keys(localStorage).filter((key) => key.startsWith('limber.event.'))).toEqual([]);
  });

  it('is told in pieces that the server takes, however long the page did not look', async () => {
    const recorder = open();
    recorder.playing(0, 2);
    recorder.stopped(24_500, 2);
    await until(nothingKept);
    expect(
      events()
        .filter((event) => event.kind === 'played')
        .map(({ fromMs, toMs }) => [fromMs, toMs])
        .sort((a, b) => a[0]! - b[0]!),
    ).toEqual([
      [0, 10_000],
      [10_000, 20_000],
      [20_000, 24_500],
    ]);
  });

  /** An event that an earlier page kept, of another viewing. */
  const kept = async (link: string, viewingId: string): Promise<string> => {
    const id = uuid7(Date.now() - 60_000);
    const event = { id, viewingId, kind: 'played' as const, fromMs: 0, toMs: 1000, wallMs: 1, rate: 1 };
    await new KeptEvents().add({ id, token: link, versionId: 'earlier', viewerId: 'viewer', cut: 'full', event });
    return id;
  };
  const stillKept = async (id: string): Promise<boolean> => (await store.some(1, (one) => one.id === id)).length === 1;

  it('stays kept for a reason that may pass, and stands in nobody’s way', async () => {
    for (const [status, type] of [
      [401, 'phrase'],
      [409, 'other-version'],
      [410, 'gone'],
      [410, 'revoked'],
      [403, 'other-origin'],
    ] as const) {
      const waits = await kept(token, 'earlier viewing');
      answer = () =>
        sent[sent.length - 1]!.viewingId === 'earlier viewing'
          ? new Response(JSON.stringify({ type }), { status })
          : new Response('{}', { status: 202 });
      const recorder = open();
      recorder.note('ended', 1);
      const mine = (): boolean => events().some((event) => event.kind === 'ended');
      await until(mine);
      await until(async () => (await store.some(9, (one) => one.token === token)).length === 1);
      expect(await stillKept(waits))
        .withContext(type)
        .toBeTrue();
      recorder.close();
      store.remove([waits]);
      sent = [];
    }
  });

  it('is let go when it can never be taken', async () => {
    for (const [status, type] of [
      [400, 'invalid'],
      [404, 'not-found'],
      [403, 'other-viewer'],
      [403, 'erased'],
    ] as const) {
      const id = await kept(token, 'earlier viewing');
      answer = () => new Response(JSON.stringify({ type }), { status });
      const recorder = open();
      await until(async () => !(await stillKept(id)));
      recorder.close();
      expect(sent.some((batch) => batch.viewingId === 'earlier viewing'))
        .withContext(type)
        .toBeTrue();
      sent = [];
    }
  });

  it('goes through the link and to the version that it belongs to', async () => {
    const other = `other-${crypto.randomUUID()}`;
    const id = await kept(other, 'viewing of another lesson');
    open();
    await until(async () => !(await stillKept(id)));
    const batch = sent.find((one) => one.viewingId === 'viewing of another lesson')!;
    expect([batch.url.includes(other), batch.versionId]).toEqual([true, 'earlier']);
  });

  it('is forgotten whole when it was erased; whoever watches on is somebody new', async () => {
    answer = () => new Response('', { status: 503 });
    const recorder = open();
    const before = [recorder.viewerId, recorder.viewingId];
    for (let ms = 0; ms <= 6000; ms += 40) recorder.playing(ms, 1);
    await recorder.forget();
    await until(nothingKept);
    expect(before).not.toContain(recorder.viewerId);
    expect(before).not.toContain(recorder.viewingId);
    expect(recorder.resumeMs).toBe(0);
    // Another window of this browser hears of it.
    const window2 = open();
    const number = window2.viewerId;
    localStorage.removeItem('limber.viewer');
    dispatchEvent(new StorageEvent('storage', { key: 'limber.viewer', newValue: null }));
    expect(window2.viewerId).not.toBe(number);
  });

  it('goes on with the same viewing after a reload, and starts another when asked', () => {
    const first = open();
    for (let ms = 0; ms <= 6000; ms += 40) first.playing(ms, 1);
    const second = open();
    expect(second.viewingId).toBe(first.viewingId);
    expect(second.resumeMs).toBe(5000);
    second.begin();
    expect(second.viewingId).not.toBe(first.viewingId);
    expect(second.resumeMs).toBe(0);
  });
});

describe('event ids', () => {
  it('are UUIDs of version 7 that begin with their time (RFC 9562)', () => {
    const id = uuid7(1_645_557_742_000);
    expect(id).toMatch(/^017f22e2-79b0-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(uuid7()).not.toBe(uuid7());
  });
});
