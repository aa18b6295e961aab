import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request as https } from 'node:https';
import type { IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect, test } from '@playwright/test';
import { FOOTAGE } from '../studio';

/** Larger than nginx takes by itself. */
const FILM = join(dirname(FOOTAGE), 'before-the-early-bulletin.mp4');

/**
 * The configuration that the guide tells to write, taken out of the guide itself: nginx of Debian in front, a certificate
 * of its own, everything on loopback. Only addresses, ports and the places of files are put in.
 */
const [NAME, HTTP, HTTPS, STUDIO] = ['studio.example', 4394, 4395, 4396];
let folder: string;
let certificate: string;
let front: ChildProcess;
let studio: ChildProcess;
let said = '';

test.describe.configure({ mode: 'serial' });

test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'limber-front-'));
  const [key, pem] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  execFileSync(
    'openssl',
    [
      ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', `/CN=${NAME}`],
      ...['-addext', `subjectAltName=DNS:${NAME}`, '-keyout', key, '-out', pem],
    ],
    { stdio: 'ignore' },
  );
  certificate = readFileSync(pem, 'utf8');
  const guide = readFileSync('docs/guide/public-address.md', 'utf8');
  const server = /```nginx\n([\s\S]+?)```/
    .exec(guide)![1]!
    .replace('listen 80;', `listen 127.0.0.1:${HTTP};`)
    .replace('listen 443 ssl;', `listen 127.0.0.1:${HTTPS} ssl;`)
    .replace(/ssl_certificate \S+;/, `ssl_certificate ${pem};`)
    .replace(/ssl_certificate_key \S+;/, `ssl_certificate_key ${key};`)
    .replace('127.0.0.1:4310', `127.0.0.1:${STUDIO}`);
  expect(server).toContain(pem);
  mkdirSync(join(folder, 'temp'));
  writeFileSync(
    join(folder, 'nginx.conf'),
    `daemon off; pid ${folder}/nginx.pid; error_log ${folder}/error.log; ${process.getuid?.() === 0 ? 'user root;' : ''}
     events {} http { access_log off; ${['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
       .map((name) => `${name}_temp_path ${folder}/temp/${name};`)
       .join(' ')} ${server} }`,
  );
  front = spawn(nginx(), ['-c', join(folder, 'nginx.conf'), '-e', join(folder, 'error.log')], { stdio: 'ignore' });

  const { DATABASE_URL: _database, ...rest } = process.env;
  studio = spawn('./limber', ['start', '--empty', '--port', String(STUDIO)], {
    env: {
      ...rest,
      LIMBER_DATA: join(folder, 'data'),
      LIMBER_PUBLIC_URL: `https://${NAME}`,
      LIMBER_TRUST_PROXY: 'loopback',
    },
  });
  studio.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said).toMatch(/Make your sign-in here|why/);
});

test.afterAll(async () => {
  front.kill('SIGTERM');
  const gone = new Promise((done) => studio.once('exit', done));
  studio.kill('SIGTERM');
  await gone;
  const env = { ...process.env, LIMBER_DATA: join(folder, 'data') };
  execFileSync('./limber', ['reset-demo'], { env, stdio: 'ignore' });
  rmSync(folder, { recursive: true, force: true });
});

/** nginx as Debian packs it, without installing anything: its own service stays away from this machine. */
function nginx(): string {
  if (existsSync('/usr/sbin/nginx')) return '/usr/sbin/nginx';
  const unpacked = join('.data', 'nginx');
  const program = join(unpacked, 'usr/sbin/nginx');
  const download = (): void => void execFileSync('apt-get', ['download', 'nginx'], { cwd: unpacked, stdio: 'ignore' });
  if (!existsSync(program)) {
    mkdirSync(unpacked, { recursive: true });
    try {
      download();
    } catch {
      // The lists of packages are not there yet.
      execFileSync('apt-get', ['update'], { stdio: 'ignore' });
      download();
    }
    execFileSync('sh', ['-c', 'dpkg-deb -x nginx_*.deb .'], { cwd: unpacked });
  }
  return program;
}

/** A request as it comes from outside: to the name, over TLS, trusting this one certificate. */
function ask(
  method: string,
  path: string,
  { body, headers = {} }: { body?: Buffer | string; headers?: Record<string, string> } = {},
): Promise<IncomingMessage> {
  return new Promise((resolve, reject) => {
    const request = https(
      {
        ...{ host: '127.0.0.1', port: HTTPS, servername: NAME, ca: certificate, method, path },
        headers: {
          ...{ Host: NAME, Origin: `https://${NAME}`, Cookie: cookie },
          ...(typeof body === 'string' ? { 'Content-Type': 'application/json' } : {}),
          ...(body === undefined ? {} : { 'Content-Length': String(Buffer.byteLength(body)) }),
          ...headers,
        },
      },
      resolve,
    );
    request.on('error', reject);
    request.end(body);
  });
}
let cookie = '';

async function textOf(answer: IncomingMessage): Promise<string> {
  let text = '';
  for await (const piece of answer) text += String(piece);
  return text;
}

test('people come over TLS, are sent there, and get cookies for it alone', async () => {
  const plain = await fetch(`http://127.0.0.1:${HTTP}/desk`, { redirect: 'manual' });
  expect([plain.status, plain.headers.get('Location')]).toEqual([301, `https://${NAME}/desk`]);
  const token = /(https:\/\/\S+)\/set-up#([\w-]+)/.exec(said)!;
  expect(token[1]).toBe(`https://${NAME}`);
  const made = await ask('POST', '/api/session/set-up', {
    body: JSON.stringify({
      token: token[2],
      name: 'Marit',
      email: 'marit@harbour.example',
      password: 'a table of ropes',
    }),
  });
  expect(made.statusCode).toBe(201);
  const [set] = made.headers['set-cookie']!;
  expect(set).toMatch(/; Secure/);
  expect(set).toMatch(/; HttpOnly/);
  cookie = set!.split(';')[0]!;
  const page = await ask('GET', '/desk');
  expect(page.headers['strict-transport-security']).toContain('max-age=31536000');
  expect(await textOf(page)).toContain('Limber Cheek');
  const invited = await ask('POST', '/api/people/invitations', {
    body: JSON.stringify({ email: 'ane@harbour.example' }),
  });
  expect((JSON.parse(await textOf(invited)) as { link: string }).link).toContain(`https://${NAME}/set-up#`);
  const elsewhere = await ask('POST', '/api/lessons', {
    body: JSON.stringify({ title: 'x' }),
    headers: { Origin: 'https://elsewhere.example' },
  });
  expect(elsewhere.statusCode).toBe(403);
});

test('a film larger than a mebibyte goes through in one piece, and comes back in ranges', async () => {
  const lesson = JSON.parse(
    await textOf(await ask('POST', '/api/lessons', { body: JSON.stringify({ title: 'From outside' }) })),
  ) as { id: string };
  const film = readFileSync(FILM);
  expect(film.length).toBeGreaterThan(1024 * 1024);
  const base64 = (text: string): string => Buffer.from(text).toString('base64');
  const begun = await ask('POST', '/api/uploads', {
    headers: {
      'Tus-Resumable': '1.0.0',
      'Upload-Length': String(film.length),
      'Upload-Metadata': `lessonId ${base64(lesson.id)},filename ${base64('eyes.mp4')}`,
    },
  });
  expect(begun.statusCode).toBe(201);
  const sent = await ask('PATCH', begun.headers.location!, {
    body: film,
    headers: { 'Tus-Resumable': '1.0.0', 'Upload-Offset': '0', 'Content-Type': 'application/offset+octet-stream' },
  });
  expect([sent.statusCode, sent.headers['upload-offset']]).toEqual([204, String(film.length)]);
  const mediaId = /[0-9a-f-]{36}$/.exec(begun.headers.location!)![0];
  await expect.poll(async () => (await ask('GET', `/api/media/${mediaId}/poster.jpg`)).statusCode).toBe(200);
  const range = await ask('GET', `/api/media/${mediaId}/poster.jpg`, { headers: { Range: 'bytes=0-9' } });
  expect([range.statusCode, (await textOf(range)).length > 0]).toEqual([206, true]);
});

test('what the studio tells by itself arrives at once', async () => {
  const stream = await ask('GET', '/api/jobs/stream');
  let heard = '';
  stream.on('data', (piece: Buffer) => (heard += piece.toString()));
  await expect.poll(() => heard).toContain('retry:');
  const lesson = JSON.parse(
    await textOf(await ask('POST', '/api/lessons', { body: JSON.stringify({ title: 'Told' }) })),
  ) as { id: string };
  const change = { kind: 'set_lesson', field: 'title', value: 'Told at once' };
  const edit = await ask('POST', `/api/lessons/${lesson.id}/edits`, {
    body: JSON.stringify({
      ...{ clientId: 'outside', baseRevision: 1 },
      edits: [{ id: crypto.randomUUID(), kind: 'edit', change }],
    }),
  });
  expect(edit.statusCode).toBe(200);
  await expect.poll(() => heard).toContain(lesson.id);
  stream.destroy();
});

test('limits on sign-in go by where people come from, and nobody says so of themselves', async () => {
  const fail = async (forwarded: string): Promise<number> =>
    (
      await ask('POST', '/api/session', {
        body: JSON.stringify({ email: 'nobody@harbour.example', password: 'wrong' }),
        headers: { 'X-Forwarded-For': forwarded },
      })
    ).statusCode!;
  for (let n = 0; n < 10; n++) expect(await fail(`203.0.113.${n}`)).toBe(401);
  expect(await fail('198.51.100.1')).toBe(429);
});
