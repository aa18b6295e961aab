import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { soundSchema } from '@limber/core/footage/sound.document';
import { Media } from '../store/entities';
import { openServer, type TestServer } from './testing';

describe('what was made of a medium', () => {
  let server: TestServer;
  beforeEach(async () => (server = await openServer()));
  afterEach(() => server.close());

  it('by an older program is handed out in the form of today', async () => {
    const id = randomUUID();
    await server.database.getRepository(Media).insert({
      ...{
        id,
        name: 'a.mp4',
        bytes: '1',
        durationMs: 2000,
        width: 2,
        height: 2,
        hasSound: true,
        createdAt: new Date(),
      },
      frameRate: { numerator: 25, denominator: 1 },
    });
    const older = readFileSync('core/src/document/stored/sound-0.json', 'utf8');
    const key = `${id}/${randomUUID()}.json`;
    const file = join(server.folder, 'older.json');
    writeFileSync(file, older);
    await server.store.putFrom(key, file);
    await server.database.query(
      `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'sound.json', 1, $2, 1)`,
      [id, key],
    );
    const client = await server.signedIn('editor');
    const { status, body } = await client.ask('GET', `/api/media/${id}/sound.json`);
    expect(status).toBe(200);
    const sound = soundSchema.parse(body);
    const before = JSON.parse(older) as { peaks: number[]; speech: [number, number][] };
    expect([sound.peaks.length, sound.speech]).toEqual([before.peaks.length, before.speech]);
  });
});
