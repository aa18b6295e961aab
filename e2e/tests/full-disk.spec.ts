import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { closeSync, existsSync, mkdtempSync, openSync, readFileSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { childrenOf } from '../machine';
import { FOOTAGE } from '../studio';

/** The studio on a disk of 700 MB that is filled to its last byte, and has room again. */
const PORT = 4392;
const url = `http://127.0.0.1:${PORT}`;
const isRoot = process.getuid?.() === 0;
let disk: string;
let studio: ChildProcess | null = null;
let cookie = '';

test.describe.configure({ mode: 'serial' });
test.skip(!isRoot, 'only root may mount a small disk');

test.beforeAll(async () => {
  disk = mkdtempSync(join(tmpdir(), 'limber-disk-'));
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=700m,mode=755', 'tmpfs', disk]);
  const { DATABASE_URL: _database, LIMBER_PG_OPTIONS: _options, ...rest } = process.env;
  studio = spawn('./limber', ['start', '--empty', '--port', String(PORT)], {
    env: { ...rest, LIMBER_DATA: join(disk, 'data'), LIMBER_PG_OPTIONS: '-c min_wal_size=32MB -c max_wal_size=64MB' },
  });
  let said = '';
  studio.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said).toMatch(/Make your sign-in here|why/);
  const token = /set-up#([\w-]+)/.exec(said)![1];
  const made = await ask('POST', '/api/session/set-up', {
    ...{ token, name: 'Marit', email: 'marit@harbour.example', password: 'a tide table of ropes' },
  });
  expect(made.status).toBe(201);
  cookie = made.headers.getSetCookie()[0]!.split(';')[0]!;
});
test.afterAll(async () => {
  if (!studio) return;
  free();
  const gone = new Promise((resolve) => studio!.once('exit', resolve));
  studio.kill('SIGTERM');
  await gone;
  execFileSync('umount', [disk]);
  rmSync(disk, { recursive: true });
});

function ask(method: string, path: string, body?: object, headers: Record<string, string> = {}): Promise<Response> {
  return fetch(url + path, {
    method,
    headers: { Origin: url, Cookie: cookie, ...(body ? { 'Content-Type': 'application/json' } : {}), ...headers },
    ...(body ? { body: JSON.stringify(body) } : {}),
    signal: AbortSignal.timeout(30_000),
  });
}

/** Fills the disk until `leave` bytes are left. */
function fill(leave: number): void {
  const file = openSync(join(disk, 'ballast'), 'a');
  try {
    for (const size of [8 * 1024 * 1024, 64 * 1024, 4096])
      for (;;) {
        const { bavail, bsize } = statfsSync(disk);
        if (bavail * bsize - size < leave) break;
        writeSync(file, Buffer.alloc(size, 1));
      }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
  } finally {
    closeSync(file);
  }
}
function free(): void {
  rmSync(join(disk, 'ballast'), { force: true });
}

const metadata = (lessonId: string): string =>
  Object.entries({ lessonId, filename: 'take.mp4' })
    .map(([key, value]) => `${key} ${Buffer.from(value).toString('base64')}`)
    .join(',');

async function newLesson(): Promise<string> {
  const made = await ask('POST', '/api/lessons', { title: 'On a small disk' });
  expect(made.status).toBe(201);
  return ((await made.json()) as { id: string }).id;
}

function begin(lessonId: string, bytes: number): Promise<Response> {
  return ask('POST', '/api/uploads', undefined, {
    'Tus-Resumable': '1.0.0',
    'Upload-Length': String(bytes),
    'Upload-Metadata': metadata(lessonId),
  });
}

async function send(location: string, bytes: Buffer, offset = 0): Promise<Response> {
  return fetch(url + location, {
    method: 'PATCH',
    headers: {
      ...{ Origin: url, Cookie: cookie, 'Tus-Resumable': '1.0.0', 'Upload-Offset': String(offset) },
      'Content-Type': 'application/offset+octet-stream',
    },
    body: new Uint8Array(bytes.subarray(offset)),
    signal: AbortSignal.timeout(30_000),
  });
}

test('a film for which there is no room is refused before it is sent, with figures', async () => {
  const lesson = await newLesson();
  const refused = await begin(lesson, 2_000_000_000);
  expect(refused.status).toBe(507);
  expect(((await refused.json()) as { detail: string }).detail).toMatch(
    /too little room .* needs 4\.0 GB, and \d+\.\d MB can be used/,
  );
});

test('a disk that fills while a film is sent: in words, and it goes on when there is room', async () => {
  const lesson = await newLesson();
  const film = readFileSync(FOOTAGE);
  const begun = await begin(lesson, film.length);
  expect(begun.status).toBe(201);
  const location = begun.headers.get('location')!;
  fill(200_000);
  const broken = await send(location, film);
  expect([broken.status, ((await broken.json()) as { type: string }).type]).toEqual([507, 'no-space']);
  expect((await ask('GET', '/health')).status).toBe(200);
  free();
  const head = await ask('HEAD', location, undefined, { 'Tus-Resumable': '1.0.0' });
  const offset = Number(head.headers.get('upload-offset'));
  expect(offset).toBeLessThan(film.length);
  expect((await send(location, film, offset)).status).toBe(204);
  await expect
    .poll(async () => {
      const { doc } = (await (await ask('GET', `/api/lessons/${lesson}`)).json()) as { doc: { takes: object[] } };
      return doc.takes.length;
    })
    .toBe(1);
});

test('a disk that fills before a job: it waits in words, and is done when there is room', async () => {
  const lessons = (await (await ask('GET', '/api/lessons')).json()) as { id: string; filmedMs: number }[];
  const { id } = lessons.find((one) => one.filmedMs > 0)!;
  const { doc } = (await (await ask('GET', `/api/lessons/${id}`)).json()) as {
    doc: { takes: { sources: { mediaId: string }[] }[] };
  };
  const mediaId = doc.takes[0]!.sources[0]!.mediaId;
  const job = async () =>
    ((await (await ask('GET', `/api/media/${mediaId}`)).json()) as { job: { state: string; error: string | null } })
      .job;
  await expect.poll(async () => (await job()).state).toBe('done');
  fill(30_000_000);
  expect((await ask('POST', `/api/media/${mediaId}/prepare`, {})).status).toBe(202);
  await expect.poll(async () => (await job()).error).toContain('too little room on the disk');
  expect((await job()).state).not.toBe('done');
  free();
  await expect.poll(async () => (await job()).state).toBe('done');
});

test('a disk that is full to its last byte: edits are refused in words or taken, never half; all heals', async () => {
  const lesson = await newLesson();
  const title = (value: string) =>
    ask('POST', `/api/lessons/${lesson}/edits`, {
      clientId: 'one',
      baseRevision: 1,
      edits: [{ id: crypto.randomUUID(), kind: 'edit', change: { kind: 'set_lesson', field: 'opening', value } }],
    });
  fill(0);
  const tried: { words: string; became: 'taken' | 'refused' | 'unknown' }[] = [];
  let refused = 0;
  // Until the database has nowhere to write any more, or has had enough of trying.
  for (let times = 0; times < 400 && refused < 3; times++) {
    const words = `${times} ${'tide '.repeat(1000)}`;
    const answer = await title(words).catch(() => null);
    // Where the database went away in the middle nobody knows what became of it: the page sends it again.
    const became = answer?.status === 200 ? 'taken' : answer?.status === 507 ? 'refused' : 'unknown';
    tried.push({ words, became });
    if (became !== 'taken') {
      refused += 1;
      if (answer) {
        expect([503, 507]).toContain(answer.status);
        expect(((await answer.json()) as { detail: string }).detail).toMatch(/disk|database/);
      }
    }
    expect((await ask('GET', '/health')).status).toBe(200);
  }
  expect(refused).toBeGreaterThan(0);
  const keeper = Number(readFileSync(join(disk, 'data/run/limber.pid'), 'utf8'));
  expect(childrenOf(keeper).some((child) => child.args.includes('serve.mjs'))).toBe(true);
  free();
  await expect
    .poll(() =>
      ask('GET', '/ready').then(
        (answer) => answer.status,
        () => 0,
      ),
    )
    .toBe(200);
  const { doc } = (await (await ask('GET', `/api/lessons/${lesson}`)).json()) as { doc: { opening: string } };
  // What was answered as taken is there, or what came after it; what was refused is not.
  const at = tried.findIndex((one) => one.words === doc.opening);
  expect(at).toBeGreaterThanOrEqual(tried.findLastIndex((one) => one.became === 'taken'));
  if (at >= 0) expect(tried[at]!.became).not.toBe('refused');
  else expect(doc.opening).toBe('');
  expect((await title('After the flood.')).status).toBe(200);
  expect(existsSync(join(disk, 'data/log/server.log'))).toBe(true);
});
