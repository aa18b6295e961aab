import type { KeepAnswer, KeepRequest } from './keep-messages';
import { bytesOf, readOne, remove } from './kept-files';

/** A piece a second for ninety minutes. */
const PIECES = 5400;
/** What is read at once while it is sent. */
const STEP = 2 * 1024 * 1024;

/** Bytes that say where they belong: the same everywhere they are read from. */
function piece(n: number): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(4000 + ((n * 7919) % 24_000));
  for (let at = 0; at < bytes.length; at++) bytes[at] = (n * 31 + at * 17) & 255;
  return bytes;
}

/** Fletcher's sum of bytes as they come: another order gives another one. */
class Sum {
  private a = 1;
  private b = 0;
  bytes = 0;
  add(bytes: Uint8Array): void {
    for (const one of bytes) this.b = (this.b + (this.a = (this.a + one) % 65_521)) % 65_521;
    this.bytes += bytes.length;
  }
  get value(): string {
    return `${this.bytes}/${this.a}/${this.b}`;
  }
}

describe('what is recorded', () => {
  const id = crypto.randomUUID();
  let worker: Worker;
  let answers: (answer: KeepAnswer) => void = () => undefined;
  const ask = (request: KeepRequest): void => worker.postMessage(request);
  beforeEach(() => {
    worker = new Worker(new URL('./keep.worker', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<KeepAnswer>) => answers(data));
  });
  afterEach(async () => {
    worker.terminate();
    await remove(id);
  });

  it('for ninety minutes, from a source faster than any camera, lies there whole, and is read back while it grows', async () => {
    const [made, readBehind, readAfter] = [new Sum(), new Sum(), new Sum()];
    let kept = 0;
    let asked = 0;
    let failed = '';
    const closed = new Promise<void>((done) => {
      answers = (answer) => {
        if (answer.kind === 'kept') kept = answer.bytes;
        else if (answer.kind === 'read') readBehind.add(new Uint8Array(answer.bytes ?? new ArrayBuffer(0)));
        else if (answer.kind === 'closed') done();
        else failed = JSON.stringify(answer);
        // Only what is known to be on the disk is asked for.
        for (; asked + STEP <= kept; asked += STEP) ask({ kind: 'read', id, from: asked, to: asked + STEP });
      };
    });
    ask({ kind: 'line', id, line: { lessonId: 'l', records: 'camera', name: 'n', type: 'video/webm', beganMs: 1 } });
    for (let n = 0; n < PIECES; n++) {
      const bytes = piece(n);
      made.add(bytes);
      ask({ kind: 'piece', id, piece: new Blob([bytes]) });
      if (n % 600 === 599)
        ask({
          kind: 'line',
          id,
          line: { entries: [{ atMs: n * 1000, kind: 'clap', stepId: null, side: null, n: null }] },
        });
    }
    // The source is far ahead of the disk: all of it waits its turn.
    while (kept < made.bytes && failed === '') await new Promise((later) => setTimeout(later, 50));
    ask({ kind: 'close' });
    await closed;
    expect(failed).toBe('');
    const one = (await readOne(id))!;
    expect([one.bytes, one.entries.map(({ atMs }) => atMs)]).toEqual([made.bytes, [5_399_000]]);
    for (let from = 0; from < one.bytes; from += STEP)
      readAfter.add(new Uint8Array(await (await bytesOf(id, from, from + STEP)).arrayBuffer()));
    expect(readAfter.value).toBe(made.value);
    expect(readBehind.bytes).toBe(asked);
    expect(asked).toBeGreaterThan(made.bytes - 2 * STEP);
    const again = new Sum();
    for (let from = 0; from < asked; from += STEP)
      again.add(new Uint8Array(await (await bytesOf(id, from, from + STEP)).arrayBuffer()));
    expect(readBehind.value).toBe(again.value);
  });

  it('of which nothing is there yet can be asked for, and gives nothing', async () => {
    const answer = new Promise<KeepAnswer>((done) => (answers = done));
    ask({ kind: 'read', id, from: 0, to: 100 });
    expect((await answer) as unknown).toEqual({ kind: 'read', bytes: new ArrayBuffer(0) });
  });
});
