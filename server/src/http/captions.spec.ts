import { randomUUID } from 'node:crypto';
import { Media } from '../store/entities';
import { openServer, type Client, type TestServer } from './testing';

const FIRST = 'WEBVTT\n\n00:01.000 --> 00:04.000\nKnead along the jaw, eight times.\n';
const OTHER = '[0:01] Knead along the jaw, nine times.';

describe('captions that somebody brings for a recording', () => {
  let server: TestServer;
  let client: Client;
  let id: string;
  beforeEach(async () => {
    server = await openServer();
    client = await server.signedIn('editor');
    id = randomUUID();
    await server.database.getRepository(Media).insert({
      ...{ id, name: 'take.mp4', bytes: '1', durationMs: 20_000, width: 16, height: 9, hasPicture: true },
      ...{
        frameRate: { numerator: 25, denominator: 1 },
        hasSound: true,
        highDynamicRange: false,
        createdAt: new Date(),
      },
    });
  });
  afterEach(() => server.close());

  const keep = (text: string, instead?: boolean) =>
    client.ask('PUT', `/api/media/${id}/captions.json`, { text, ...(instead === undefined ? {} : { instead }) });
  const kept = async (): Promise<unknown> => (await client.ask('GET', `/api/media/${id}/captions.json`)).body['text'];

  it('are kept as they were written, and there are none before', async () => {
    expect(await kept()).toBeNull();
    expect((await keep(FIRST)).status).toBe(204);
    // The same again, as after an answer that was lost.
    expect((await keep(FIRST)).status).toBe(204);
    expect(await kept()).toBe(FIRST);
  });

  it('take the place of others only where that is asked for', async () => {
    await keep(FIRST);
    const other = await keep(OTHER);
    expect([other.status, other.body.type]).toEqual([409, 'other-captions']);
    expect(await kept()).toBe(FIRST);
    expect((await keep(OTHER, true)).status).toBe(204);
    expect(await kept()).toBe(OTHER);
  });

  it('without words or times are refused in words, and what was there stays', async () => {
    await keep(FIRST);
    for (const text of ['', 'Knead along the jaw.', 'WEBVTT\n\n']) {
      const answer = await keep(text, true);
      expect([answer.status, answer.body.type]).withContext(text).toEqual([422, 'unreadable']);
    }
    expect((await keep('x'.repeat(1_000_001), true)).status).toBe(400);
    expect(await kept()).toBe(FIRST);
  });

  it('are let go of, and asked of footage that is there', async () => {
    await keep(FIRST);
    expect((await client.ask('DELETE', `/api/media/${id}/captions.json`)).status).toBe(204);
    expect(await kept()).toBeNull();
    id = randomUUID();
    expect((await keep(FIRST)).status).toBe(404);
    expect((await client.ask('GET', `/api/media/${id}/captions.json`)).status).toBe(404);
  });
});
