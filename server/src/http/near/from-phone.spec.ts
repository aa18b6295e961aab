import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Uploads } from '../../store/entities';
import { openServer, sharedLesson, type Client, type TestServer } from '../testing';
import { Phones } from './phones';

const HOUR = 3_600_000;

describe('telephones that may bring films', () => {
  it('come in by a code, once, within ten minutes, and are let go of when they never come', () => {
    const clock = { at: 0 };
    const phones = new Phones(() => clock.at);
    const { code } = phones.expect('marit', 'tide');
    expect(phones.of(phones.join(code!.toLowerCase())!.token)?.lessonId).toBe('tide');
    expect(phones.join(code!)).toBeNull();
    const late = phones.expect('marit', 'tide');
    clock.at = 601_000;
    phones.sweep();
    expect(phones.join(late.code!)).toBeNull();
    expect(phones.expectedBy('marit', 'tide').map((one) => one.code)).toEqual([null]);
  });

  it('are expected for a night after the last word of them, and no longer', () => {
    const clock = { at: 0 };
    const phones = new Phones(() => clock.at);
    const { token } = phones.join(phones.expect('marit', 'tide').code!)!;
    clock.at = 11 * HOUR;
    expect(phones.of(token)).not.toBeNull();
    clock.at = 22 * HOUR;
    phones.sweep();
    expect(phones.open).toBeTrue();
    clock.at = 35 * HOUR;
    phones.sweep();
    expect([phones.open, phones.of(token)]).toEqual([false, null]);
  });

  it('are closed by whoever let them in alone', () => {
    const phones = new Phones();
    const { id } = phones.expect('marit', 'tide');
    phones.close(id, 'ane');
    expect(phones.open).toBeTrue();
    phones.close(id, 'marit');
    expect(phones.open).toBeFalse();
  });
});

describe('films from a telephone', () => {
  let server: TestServer;
  let owner: Client & { id: string };
  let lessonId: string;
  let otherId: string;
  beforeAll(async () => {
    server = await openServer({ nearPort: 0 });
    owner = await server.signedIn('owner');
    lessonId = (await sharedLesson(server)).lessonId;
    otherId = (await sharedLesson(server, 'Another tide')).lessonId;
  });
  afterAll(() => server.close());

  const json = { 'Content-Type': 'application/json' };
  const said = (of: Record<string, string>): string =>
    Object.entries(of)
      .map(([key, value]) => `${key} ${Buffer.from(value).toString('base64')}`)
      .join(',');

  interface Bringing {
    readonly id: string;
    readonly base: string;
    readonly send: (
      method: string,
      path: string,
      headers?: Record<string, string>,
      body?: Uint8Array,
    ) => Promise<Response>;
  }
  async function come(client: Client = owner, into = lessonId): Promise<Bringing> {
    const expected = await client.ask('POST', '/api/from-phone', { lessonId: into });
    expect(expected.status).toBe(201);
    const { id, code, addresses } = expected.body as unknown as { id: string; code: string; addresses: string[] };
    const base = `http://127.0.0.1:${new URL(addresses[0]!).port}`;
    const init = { method: 'POST', headers: json, body: JSON.stringify({ code }) };
    const joined = await fetch(`${base}/api/from-phone/join`, init);
    expect(joined.headers.get('Set-Cookie')).toBeNull();
    const { token, lesson } = (await joined.json()) as { token: string; lesson: string };
    expect(lesson).toMatch(/[Tt]ide/);
    expect((await fetch(`${base}/api/from-phone/join`, init)).status).toBe(404);
    const send: Bringing['send'] = (method, path, headers = {}, body) =>
      fetch(base + path, {
        method,
        headers: { 'Tus-Resumable': '1.0.0', Authorization: `Bearer ${token}`, ...headers },
        ...(body ? { body } : {}),
      });
    return { id, base, send };
  }
  const meta = (of: Record<string, string> = {}) => ({
    'Upload-Length': '6',
    'Upload-Metadata': said({ filename: 'Quay.mp4', lessonId, from: 'phone', ...of }),
  });
  const PIECE = { 'Content-Type': 'application/offset+octet-stream' };

  it('arrive in their lesson, go on where they broke off, and are hers who let the telephone in', async () => {
    const { id, send } = await come();
    const begun = await send('POST', '/api/uploads', meta());
    expect(begun.status).toBe(201);
    const at = new URL(begun.headers.get('Location')!, 'http://any/').pathname;
    expect((await send('PATCH', at, { ...PIECE, 'Upload-Offset': '0' }, Buffer.from('abc'))).status).toBe(204);
    const told = await owner.ask('GET', `/api/from-phone?lessonId=${lessonId}`);
    expect(told.body['sending']).toEqual([jasmine.objectContaining({ name: 'Quay', bytes: 6, sent: 3 })]);
    expect((await send('HEAD', at)).headers.get('Upload-Offset')).toBe('3');
    expect((await send('PATCH', at, { ...PIECE, 'Upload-Offset': '3' }, Buffer.from('def'))).status).toBe(204);
    const row = await server.database.getRepository(Uploads).findOneByOrFail({ id: at.split('/').at(-1)! });
    expect([row.state, row.lessonId, row.authorId]).toEqual(['arrived', lessonId, owner.id]);
    await owner.ask('DELETE', `/api/from-phone/${id}`);
  });

  it('are taken for no other lesson, for no take, and of no other upload', async () => {
    const { id, send } = await come();
    const wrongs: Record<string, string>[] = [{ lessonId: otherId }, { takeId: 'take' }, { role: 'log' }, { from: '' }];
    for (const wrong of wrongs)
      expect((await send('POST', '/api/uploads', meta(wrong))).status)
        .withContext(JSON.stringify(wrong))
        .toBe(404);
    expect((await send('POST', '/api/uploads', { 'Upload-Length': '6', 'Upload-Metadata': '!' })).status).toBe(404);
    const editor = await server.signedIn('editor');
    const theirs = await come(editor, otherId);
    const begun = await theirs.send('POST', '/api/uploads', meta({ lessonId: otherId }));
    const at = new URL(begun.headers.get('Location')!, 'http://any/').pathname;
    for (const [method, headers] of [
      ['HEAD', {}],
      ['PATCH', { ...PIECE, 'Upload-Offset': '0' }],
      ['DELETE', {}],
    ] as const)
      expect((await send(method, at, headers, method === 'PATCH' ? Buffer.from('abcdef') : undefined)).status)
        .withContext(method)
        .toBe(404);
    expect((await stat(join(server.config.uploadFolder, at.split('/').at(-1)!))).size).toBe(0);
    await owner.ask('DELETE', `/api/from-phone/${id}`);
    await editor.ask('DELETE', `/api/from-phone/${theirs.id}`);
  });

  it('are taken no more once the telephone is closed, and nothing else is ever reached', async () => {
    const first = await come();
    const second = await come();
    for (const path of ['/api/lessons', `/api/lessons/${lessonId}`, '/api/session', '/lesson/tide/film/takes', '/'])
      expect((await first.send('GET', path, { Cookie: owner.cookie })).status)
        .withContext(path)
        .toBe(404);
    expect((await fetch(`${first.base}/api/uploads`, { method: 'POST', headers: meta() })).status).toBe(404);
    await owner.ask('DELETE', `/api/from-phone/${first.id}`);
    const refused = await first.send('POST', '/api/uploads', meta());
    expect(refused.status).toBe(401);
    expect(((await refused.json()) as { detail: string }).detail).toContain('Take a new code');
    await owner.ask('DELETE', `/api/from-phone/${second.id}`);
  });

  it('come over the public address where there is one', async () => {
    const public1 = await openServer({ nearPort: 0, isPublic: true, publicUrl: 'https://studio.example' });
    const marit = await public1.signedIn('owner');
    const { lessonId: tide } = await sharedLesson(public1);
    const { body } = await marit.ask('POST', '/api/from-phone', { lessonId: tide });
    expect(body['addresses']).toEqual(['https://studio.example/from-phone']);
    const phone = public1.client();
    const joined = await phone.ask('POST', '/api/from-phone/join', { code: body['code'] });
    expect([joined.status, joined.headers.get('Set-Cookie')]).toEqual([200, null]);
    const headers = {
      ...{ 'Tus-Resumable': '1.0.0', Authorization: `Bearer ${String(joined.body['token'])}`, 'Upload-Length': '6' },
      ...{ 'Upload-Metadata': said({ filename: 'Quay.mp4', lessonId: tide, from: 'phone' }) },
    };
    expect((await phone.ask('POST', '/api/uploads', undefined, headers)).status).toBe(201);
    await public1.close();
  });
});
