import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { expect, test } from '@playwright/test';
import { childrenOf } from '../machine';

/** The script itself, on data folders of its own: what is said when it cannot, and what is left when it ends. */
const PORT = 4390;
const run = promisify(execFile);
let folder: string;
let started: ChildProcess[];

test.beforeEach(() => {
  // Nobody else may enter it, as root's own home is.
  folder = mkdtempSync(join(tmpdir(), 'limber-home-'));
  started = [];
});
test.afterEach(async () => {
  for (const name of ['a', 'b', 'c'])
    if (existsSync(join(folder, name))) {
      await limber(name, ['stop']);
      await limber(name, ['reset-demo']);
    }
  for (const child of started) child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

const environment = (data: string, more: Record<string, string> = {}) => {
  const { DATABASE_URL: _database, LIMBER_PG_OPTIONS: _options, LIMBER_HOST: _host, ...rest } = process.env;
  return { ...rest, LIMBER_DATA: join(folder, data), LIMBER_PG_OPTIONS: '-c fsync=off', ...more };
};

/** Runs a command to its end. */
async function limber(
  data: string,
  args: string[],
  more: Record<string, string> = {},
): Promise<{ code: number; said: string; printed: string }> {
  try {
    const { stderr, stdout } = await run('./limber', args, { env: environment(data, more), timeout: 300_000 });
    return { code: 0, said: stderr, printed: stdout };
  } catch (error) {
    const { code, stderr, stdout } = error as { code: number; stderr: string; stdout: string };
    return { code, said: stderr, printed: stdout };
  }
}

/** Starts a studio without demo data, and waits until it says that it is ready. */
async function start(
  data: string,
  port: number,
  ...args: string[]
): Promise<{ child: ChildProcess; said: () => string }> {
  const child = spawn('./limber', ['start', '--empty', '--port', String(port), ...args], { env: environment(data) });
  started.push(child);
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said).toMatch(/Make your sign-in here|why|cannot|taken/);
  expect(said).toContain('Make your sign-in here');
  return { child, said: () => said };
}

const ended = (child: ChildProcess): Promise<void> =>
  expect.poll(() => child.exitCode !== null || child.signalCode !== null).toBe(true);

const answers = async (url: string): Promise<boolean> =>
  fetch(url, { signal: AbortSignal.timeout(2000) }).then(
    (answer) => answer.ok,
    () => false,
  );

const pidIn = (data: string, file: string): number =>
  Number(readFileSync(join(folder, data, file), 'utf8').split('\n')[0]);
const databaseFolder = (data: string): string =>
  existsSync(join(folder, data, 'database-folder'))
    ? readFileSync(join(folder, data, 'database-folder'), 'utf8').trim()
    : join(folder, data, 'postgres');
const databasePid = (data: string): number =>
  Number(readFileSync(join(databaseFolder(data), 'postmaster.pid'), 'utf8').split('\n')[0]);
const lives = (pid: number): boolean =>
  existsSync(`/proc/${pid}/status`) && !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));

test('in a folder that others may not enter it starts, stops with everything ended, and is moved and copied rightly', async () => {
  const first = await start('a', PORT);
  expect(await answers(`http://127.0.0.1:${PORT}/health`)).toBe(true);
  const isRoot = process.getuid?.() === 0;
  // The database's user cannot come here: its files lie elsewhere, and belong to this folder alone.
  expect(databaseFolder('a').startsWith(folder)).toBe(!isRoot);
  const all = [pidIn('a', 'run/limber.pid'), databasePid('a')];
  all.push(...childrenOf(all[0]!).map((child) => child.pid));
  expect(all.every(lives)).toBe(true);

  await test.step('another checkout beside it is another studio', async () => {
    await start('b', PORT + 1);
    expect(databaseFolder('b')).not.toBe(databaseFolder('a'));
    expect((await limber('b', ['stop'])).code).toBe(0);
    expect(await answers(`http://127.0.0.1:${PORT}/health`)).toBe(true);
  });

  await test.step('stop returns when everything that was started has ended', async () => {
    expect((await limber('a', ['stop'])).code).toBe(0);
    expect(all.filter(lives)).toEqual([]);
    await ended(first.child);
  });

  await test.step('a copy is refused in words, and the first goes on', async () => {
    cpSync(join(folder, 'a'), join(folder, 'c'), { recursive: true });
    const copy = await limber('c', ['start', '--empty', '--port', String(PORT + 2)]);
    expect([copy.code, copy.said]).toEqual([3, expect.stringContaining('This checkout is a copy of the one in')]);
    await limber('c', ['reset-demo']);
    await start('a', PORT);
    await limber('a', ['stop']);
    // Emptied, the copy is a studio of its own.
    await start('c', PORT + 2);
    await limber('c', ['stop']);
    expect(databaseFolder('c')).not.toBe(databaseFolder('a'));
  });

  await test.step('one that is moved takes its database along', async () => {
    const secret = readFileSync(join(folder, 'a', 'secret-database'), 'utf8');
    await limber('b', ['reset-demo']);
    rmSync(join(folder, 'b'), { recursive: true });
    renameSync(join(folder, 'a'), join(folder, 'b'));
    await start('b', PORT);
    expect(readFileSync(join(folder, 'b', 'secret-database'), 'utf8')).toBe(secret);
    await limber('b', ['stop']);
  });
});

test('two starts at once: one runs, the other says so', async () => {
  const both = [spawn('./limber', ['start', '--empty', '--port', String(PORT)], { env: environment('a') })];
  both.push(spawn('./limber', ['start', '--empty', '--port', String(PORT)], { env: environment('a') }));
  started.push(...both);
  const said = ['', ''];
  both.forEach((child, i) => child.stderr.on('data', (chunk: Buffer) => (said[i] += chunk.toString())));
  await expect.poll(() => said.some((words) => words.includes('is ready'))).toBe(true);
  expect(said.filter((words) => words.includes('is being started already, or runs')).length).toBe(1);
  expect((await limber('a', ['start', '--port', String(PORT)])).said).toContain('is being started already, or runs');
});

test('a start while the demo world is drawn says so; a drawing that was broken off is begun anew', async () => {
  const drawing = spawn('./limber', ['start', '--port', String(PORT)], {
    env: environment('a', { LIMBER_FOOTAGE: join(folder, 'footage') }),
    detached: true,
  });
  started.push(drawing);
  const log = join(folder, 'a', 'log', 'demo.log');
  await expect.poll(() => existsSync(log) && readFileSync(log, 'utf8').includes('%')).toBe(true);
  expect((await limber('a', ['start', '--port', String(PORT)])).said).toContain('is being started already, or runs');
  // The power goes: everything of this start ends in the middle.
  process.kill(-drawing.pid!, 'SIGKILL');
  await ended(drawing);
  // With footage that is there it takes seconds.
  const again = spawn('./limber', ['start', '--port', String(PORT)], {
    env: environment('a', { LIMBER_FOOTAGE: process.env['LIMBER_FOOTAGE']! }),
  });
  started.push(again);
  let said = '';
  again.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said).toMatch(/is ready|why/);
  expect(said).toContain('is ready');
});

test('a server that dies twice in a row is started again; one whose keeper is killed ends with a sentence', async () => {
  const { child, said } = await start('a', PORT);
  const keeper = pidIn('a', 'run/limber.pid');
  const server = (): number => childrenOf(keeper).find((one) => one.args.includes('serve.mjs'))?.pid ?? 0;
  for (let times = 0; times < 2; times++) {
    await expect.poll(server).toBeGreaterThan(0);
    const before = server();
    process.kill(before, 'SIGKILL');
    await expect.poll(() => answers(`http://127.0.0.1:${PORT}/ready`)).toBe(true);
    expect(server()).not.toBe(before);
  }
  // So is the database, and what was there is there.
  const database = databasePid('a');
  process.kill(database, 'SIGKILL');
  await expect.poll(() => answers(`http://127.0.0.1:${PORT}/ready`)).toBe(false);
  await expect.poll(() => answers(`http://127.0.0.1:${PORT}/ready`)).toBe(true);
  expect(databasePid('a')).not.toBe(database);
  expect(said()).toContain('The database has ended');
  const children = childrenOf(keeper).map((one) => one.pid);
  process.kill(keeper, 'SIGKILL');
  await ended(child);
  expect(said()).toContain('Limber Cheek has ended');
  await expect.poll(() => children.filter(lives)).toEqual([]);
  // And it starts again where it stood.
  await start('a', PORT);
});

test('an address of this machine in another form, a port that is taken, settings that do not go together', async () => {
  const { said } = await start('a', PORT, '--host', '::1');
  expect(said()).toContain(`http://[::1]:${PORT}`);
  expect(await answers(`http://[::1]:${PORT}/ready`)).toBe(true);
  await limber('a', ['stop']);

  const taken = createServer();
  await new Promise<void>((resolve) => taken.listen(PORT, '127.0.0.1', resolve));
  const refused = await limber('a', ['start', '--port', String(PORT)]);
  expect([refused.code, refused.said]).toEqual([
    3,
    expect.stringContaining(`Port ${PORT} is taken by another program. Choose another`),
  ]);
  taken.close();

  for (const more of [{}, { LIMBER_PUBLIC_URL: 'http://studio.example' }] as Record<string, string>[]) {
    const open = await limber('a', ['start', '--host', '0.0.0.0', '--port', String(PORT)], more);
    expect([open.code, open.said]).toEqual([3, expect.stringContaining('LIMBER_PUBLIC_URL')]);
    expect(open.said).toContain('LIMBER_TRUST_PROXY');
  }
  expect(
    (
      await limber('a', ['start', '--host', '203.0.113.9', '--port', String(PORT)], {
        LIMBER_PUBLIC_URL: 'https://studio.example',
      })
    ).said,
  ).toContain('is no address of this machine');
});

test('behind TLS: cookies are for that alone, browsers are told to stay with it, and sign-in works', async () => {
  const secure = environment('a', { LIMBER_PUBLIC_URL: 'https://studio.example', LIMBER_TRUST_PROXY: 'loopback' });
  const child = spawn('./limber', ['start', '--empty', '--port', String(PORT), '--host', '0.0.0.0'], { env: secure });
  started.push(child);
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said).toMatch(/Make your sign-in here|why/);
  const link = /https:\/\/studio\.example\/set-up#([\w-]+)/.exec(said)!;
  const setUp = await fetch(`http://127.0.0.1:${PORT}/api/session/set-up`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: 'https://studio.example' },
    body: JSON.stringify({
      token: link[1],
      name: 'Marit',
      email: 'marit@harbour.example',
      password: 'a tide table of ropes',
    }),
  });
  expect(setUp.status).toBe(201);
  const cookie = setUp.headers.getSetCookie()[0]!;
  expect(cookie).toMatch(/; Secure/);
  expect(setUp.headers.get('strict-transport-security')).toContain('max-age=31536000');
  const who = await fetch(`http://127.0.0.1:${PORT}/api/session`, { headers: { Cookie: cookie.split(';')[0]! } });
  expect(((await who.json()) as { user: { email: string } }).user.email).toBe('marit@harbour.example');
  const other = await fetch(`http://127.0.0.1:${PORT}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: 'https://elsewhere.example' },
    body: '{}',
  });
  expect(other.status).toBe(403);
});

test('a lost password: the link is for the owner who is named, under the port that is listened to', async () => {
  const url = `http://127.0.0.1:${PORT + 3}`;
  const { said } = await start('a', PORT + 3);
  const post = (body: object) =>
    fetch(`${url}/api/session/set-up`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: url },
      body: JSON.stringify(body),
    });
  const first = /set-up#([\w-]+)/.exec(said())![1];
  const owner = { name: 'Marit', email: 'marit@harbour.example' };
  expect((await post({ token: first, ...owner, password: 'a tide table of ropes' })).status).toBe(201);

  const unknown = await limber('a', ['owner-reset', 'nobody@harbour.example']);
  expect([unknown.code, unknown.printed]).toEqual([3, '']);
  expect(unknown.said).toContain('No owner signs in as “nobody@harbour.example”. Owners here: marit@harbour.example.');
  // Neither the port nor the address has to be said again.
  for (const args of [['owner-reset'], ['owner-reset', ' Marit@Harbour.example']]) {
    const { code, printed } = await limber('a', args);
    expect([code, printed]).toEqual([0, expect.stringMatching(new RegExp(`^${url}/set-up#[\\w-]+\n$`))]);
    const token = printed.trim().split('#')[1];
    expect((await post({ token, password: 'another table of ropes' })).status).toBe(201);
    expect((await post({ token, password: 'another table of ropes' })).status).toBe(410);
  }
  // Without the program it is answered too, and the database is left as it was: ended.
  await limber('a', ['stop']);
  expect((await limber('a', ['owner-reset'])).code).toBe(0);
  expect(existsSync(join(databaseFolder('a'), 'postmaster.pid'))).toBe(false);
});
