import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unpackFonts } from './fonts';

describe('the fonts of films', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'limber-fonts-'))));
  afterEach(() => rmSync(folder, { recursive: true }));

  it('are unpacked whole by each of several that unpack at once', async () => {
    await Promise.all([unpackFonts(folder), unpackFonts(folder), unpackFonts(folder)]);
    const files = readdirSync(folder);
    expect(files.length).toBeGreaterThan(10);
    // A TrueType or OpenType font begins with one of these (OpenType specification, “Table Directory”).
    const begins = files.map((file) => readFileSync(join(folder, file)).subarray(0, 4).toString('latin1'));
    expect(begins.filter((one) => one !== '\0\x01\0\0' && one !== 'OTTO')).toEqual([]);
  });
});
