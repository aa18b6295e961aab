import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LocalMediaStore } from './store';

describe('the media store', () => {
  let folder: string;
  let store: LocalMediaStore;
  const path = (name: string): string => join(folder, name);
  const read = async (key: string, range?: { start: number; end: number }): Promise<string> => {
    const chunks: Buffer[] = [];
    for await (const chunk of store.stream(key, range)) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks).toString();
  };

  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'limber-store-'));
    store = new LocalMediaStore(join(folder, 'media'));
    writeFileSync(path('film'), '0123456789');
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  it('takes a finished file, gives it and parts of it back, and lets it go', async () => {
    await store.putFrom('medium/original', path('film'));
    expect(existsSync(path('film'))).toBeFalse();
    expect(await store.size('medium/original')).toBe(10);
    expect([await read('medium/original'), await read('medium/original', { start: 2, end: 4 })]).toEqual([
      '0123456789',
      '234',
    ]);
    const listed: string[] = [];
    for await (const file of store.list()) listed.push(`${file.key} ${file.bytes}`);
    expect(listed).toEqual(['medium/original 10']);
    await store.remove('medium/original');
    expect(await store.size('medium/original')).toBeNull();
    await expectAsync(read('medium/original')).toBeRejected();
  });

  it('lends a copy to work on: what happens to its name happens to nothing else', async () => {
    await store.putFrom('medium/original', path('film'));
    const copy = await store.toScratch('medium/original', folder);
    expect(readFileSync(copy, 'utf8')).toBe('0123456789');
    rmSync(copy);
    expect(await read('medium/original')).toBe('0123456789');
    // Twice into the same folder is no mistake.
    await store.toScratch('medium/original', folder);
    expect(statSync(await store.toScratch('medium/original', folder)).size).toBe(10);
  });

  it('knows files by their keys alone: a key that is a path leads nowhere', async () => {
    for (const key of ['../film', 'medium/../../film', '/etc/passwd', 'film', 'medium/.hidden', 'a\0/b', 'a//b', ''])
      await expectAsync(store.putFrom(key, path('film')))
        .withContext(key)
        .toBeRejectedWithError(/no key of a medium/);
    expect(existsSync(path('film'))).toBeTrue();
    expect(await store.size('medium/never')).toBeNull();
  });
});
