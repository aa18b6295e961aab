import { randomUUID } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ANALYSIS_FORMAT, ANALYSIS_VERSION } from '@limber/core/footage/analysis.document';
import { aFilmedLesson } from '@limber/core/testing';
import { openStudio, type TestStudio } from '../testing';
import { sensesIn } from './senses';

describe('what was heard and seen on a lesson’s takes', () => {
  let studio: TestStudio;
  beforeAll(async () => (studio = await openStudio()));
  afterAll(() => studio.close());

  const face = { atMs: 200, box: [0.1, 0.2, 0.3, 0.4], outline: [[0.2, 0.2]] };
  const grid = { stepMs: 1000, columns: 2, rows: 1, data: Buffer.from([7, 200]).toString('base64') };
  const analysis = {
    ...{ format: ANALYSIS_FORMAT, version: ANALYSIS_VERSION, durationMs: 1000 },
    ...{ bouts: [], holds: [], faces: [face], sceneChangesMs: [], motion: grid, light: grid },
  };
  async function made(owner: string, name: string, text: string): Promise<void> {
    const [key, path] = [`${owner}/${randomUUID()}`, join(studio.folder, randomUUID())];
    await writeFile(path, text);
    await studio.store.putFrom(key, path);
    await studio.database.query(
      `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, $2, 1, $3, $4)
         ON CONFLICT (owner_id, name) DO UPDATE SET key = EXCLUDED.key`,
      [owner, name, key, text.length],
    );
  }
  const ofTake = async (mediaId: string) => {
    const [take] = aFilmedLesson().takes;
    const sources = [{ mediaId, role: 'picture' as const, offsetMs: 0 }];
    const { heard, seenOn } = await sensesIn(
      studio.database.manager,
      studio.store,
      aFilmedLesson({ takes: [{ ...take!, sources }] }),
    );
    return { heard: heard('t'), seen: seenOn('t') };
  };

  it('is read from what was made of their media, and anew when that is made anew', async () => {
    const id = randomUUID();
    expect(await ofTake(id)).toEqual({ heard: null, seen: null });
    await made(id, 'analysis.json', JSON.stringify(analysis));
    const { seen } = await ofTake(id);
    expect(seen!.faces).toEqual([{ ...face, outline: [] }] as never);
    expect([...seen!.light!.cells]).toEqual([7, 200]);
    await made(id, 'analysis.json', JSON.stringify({ ...analysis, faces: [] }));
    expect((await ofTake(id)).seen!.faces).toEqual([]);
  });

  it('is as if nobody had looked where it cannot be read, and leaves the rest alone', async () => {
    const id = randomUUID();
    await made(id, 'sound.json', '{"torn');
    await made(id, 'analysis.json', JSON.stringify(analysis));
    const { heard, seen } = await ofTake(id);
    expect(heard).toBeNull();
    expect(seen).not.toBeNull();
    await made(id, 'analysis.json', JSON.stringify({ ...analysis, version: ANALYSIS_VERSION + 1 }));
    expect((await ofTake(id)).seen).toBeNull();
  });
});
