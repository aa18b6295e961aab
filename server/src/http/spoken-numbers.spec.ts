import { withTools } from '../testing';
import { openServer, type Client, type TestServer } from './testing';

describe('spoken numbers', () => {
  let server: TestServer;
  let client: Client;
  beforeAll(async () => {
    server = await openServer();
    client = await server.signedIn('editor');
  });
  afterAll(() => server.close());

  const sound = async (n: string): Promise<{ status: number; bytes: Buffer }> => {
    const answer = await client.fetch('GET', `/api/spoken-numbers/${n}`);
    return { status: answer.status, bytes: Buffer.from(await answer.arrayBuffer()) };
  };

  it('are sounds that can be played, another for each', async () => {
    const [seven, eight] = [await sound('7'), await sound('8')];
    // RIFF, WAVE: Microsoft and IBM, Multimedia Programming Interface and Data Specifications 1.0 (from memory).
    for (const { status, bytes } of [seven, eight]) {
      expect(status).toBe(200);
      expect([bytes.toString('latin1', 0, 4), bytes.toString('latin1', 8, 12)]).toEqual(['RIFF', 'WAVE']);
      expect(bytes.length).toBeGreaterThan(5000);
    }
    expect(seven.bytes.equals(eight.bytes)).toBeFalse();
    expect((await sound('7')).bytes.equals(seven.bytes)).toBeTrue();
  });

  it('are none for what is no number of a count', async () => {
    for (const n of ['0', '-1', '1.5', '1001', 'seven', '7;ls'])
      expect((await sound(n)).status)
        .withContext(n)
        .toBe(400);
  });

  it('say what is missing where the voice is', async () => {
    await withTools({ 'espeak-ng': 'exit 1' }, async () => {
      const { status, body } = await client.ask('GET', '/api/spoken-numbers/9');
      expect([status, body.type]).toEqual([503, 'no-voice']);
      expect(body.detail).toContain('espeak-ng');
    });
    expect((await sound('9')).status).toBe(200);
  });
});
