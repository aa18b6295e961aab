import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeArchive } from './archive';

describe('an archive', () => {
  it('is whole for unzip, with the names and the words that went in', () => {
    const folder = mkdtempSync(join(tmpdir(), 'limber-archive-'));
    const path = join(folder, 'all.zip');
    const files = [
      { name: 'before-the-early-bulletin.otio', text: '{"OTIO_SCHEMA":"Timeline.1"}' },
      { name: 'chapters.txt', text: '0:00 Über den Hals\n0:20 首\n'.repeat(400) },
    ];
    writeFileSync(path, writeArchive(files, 1_793_000_000_000));
    expect(execFileSync('unzip', ['-t', path], { encoding: 'utf8' })).toContain('No errors detected');
    for (const { name, text } of files)
      expect(execFileSync('unzip', ['-p', path, name], { encoding: 'utf8' })).toBe(text);
    rmSync(folder, { recursive: true });
  });

  it('says a date that a ZIP can say, whatever the clock says', () => {
    expect(() => writeArchive([{ name: 'a.txt', text: 'a' }], 0)).not.toThrow();
  });
});
