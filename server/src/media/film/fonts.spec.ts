import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unpackFonts } from './fonts';

describe('the fonts of films', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'limber-fonts-'))));
  afterEach(() => rmSync(folder, { recursive: true }));

  const read = (name: string) =>
    new Map(readdirSync(join(folder, name)).map((file) => [file, readFileSync(join(folder, name, file))]));

  it('are unpacked whole by each of several that unpack at once', async () => {
    await unpackFonts(join(folder, 'alone'));
    const alone = read('alone');
    expect(alone.size).toBeGreaterThan(10);
    // A TrueType or OpenType font begins with one of these (OpenType specification, “Table Directory”).
    const begins = [...alone.values()].map((font) => font.subarray(0, 4).toString('latin1'));
    expect(begins.filter((one) => one !== '\0\x01\0\0' && one !== 'OTTO')).toEqual([]);

    const others = ['one', 'one', 'two', 'three'];
    await Promise.all(others.map((name) => unpackFonts(join(folder, name))));
    for (const name of others)
      expect([...read(name)].filter(([file, font]) => !alone.get(file)?.equals(font)).map(([file]) => file)).toEqual(
        [],
      );
  });
});
