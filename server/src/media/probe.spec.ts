import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { probe, RefusedMedia } from './probe';

let folder: string;
const path = (name: string): string => join(folder, name);
const ffmpeg = (...args: string[]): void =>
  void execFileSync('ffmpeg', ['-nostdin', '-loglevel', 'error', '-y', ...args]);

async function refusal(name: string): Promise<string> {
  try {
    await probe(path(name));
  } catch (error) {
    expect(error).withContext(name).toBeInstanceOf(RefusedMedia);
    return (error as Error).message;
  }
  throw new Error(`${name} was taken.`);
}

/** Real files, made by ffmpeg, and the damage that happens to them. */
describe('a file that is brought in', () => {
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'limber-probe-'));
    const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=4'];
    const sound = ['-f', 'lavfi', '-i', 'sine=frequency=300:duration=4'];
    ffmpeg(...picture, ...sound, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-movflags', '+faststart', path('good.mp4'));
    ffmpeg(...picture, ...sound, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', path('index-last.mp4'));
    ffmpeg(...picture, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', path('silent.mkv'));
    ffmpeg(...sound, '-c:a', 'aac', path('sound.m4a'));
    ffmpeg('-i', path('good.mp4'), '-c', 'copy', '-metadata:s:v:0', 'rotate=90', path('turned.mp4'));
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'testsrc2=size=320x180:rate=30000/1001:duration=2',
      '-c:v',
      'libx264',
      '-pix_fmt',
      'yuv420p',
      path('ntsc.mov'),
    );
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it('is taken when it is footage, with its true length and rate', async () => {
    const found = await probe(path('good.mp4'));
    expect(found).toEqual(
      jasmine.objectContaining({
        width: 320,
        height: 180,
        hasSound: true,
        warning: null,
        frameRate: { numerator: 25, denominator: 1 },
      }),
    );
    expect(Math.abs(found.durationMs - 4000)).toBeLessThanOrEqual(40);
    expect((await probe(path('silent.mkv'))).hasSound).toBeFalse();
    expect((await probe(path('ntsc.mov'))).frameRate).toEqual({ numerator: 30, denominator: 1 });
  });

  it('is measured as it is shown, rotation applied', async () => {
    expect(await probe(path('turned.mp4'))).toEqual(jasmine.objectContaining({ width: 180, height: 320 }));
  });

  it('is refused when it is empty, garbage or no video', async () => {
    writeFileSync(path('empty.mp4'), '');
    expect(await refusal('empty.mp4')).toContain('empty');
    writeFileSync(path('garbage.mp4'), Buffer.from(Array.from({ length: 5000 }, (_, i) => (i * 7919) % 251)));
    expect(await refusal('garbage.mp4')).toContain('no video that can be read');
    copyFileSync(path('sound.m4a'), path('sound.mp4'));
    expect(await refusal('sound.mp4')).toContain('sound but no picture');
  });

  it('is refused when it was cut off before its index', async () => {
    copyFileSync(path('index-last.mp4'), path('cut.mp4'));
    truncateSync(path('cut.mp4'), Math.floor(readFileSync(path('cut.mp4')).length / 2));
    expect(await refusal('cut.mp4')).toContain('cut off before its index');
  });

  it('is taken with a warning when it ends before it says', async () => {
    copyFileSync(path('good.mp4'), path('half.mp4'));
    truncateSync(path('half.mp4'), Math.floor(readFileSync(path('half.mp4')).length * 0.6));
    const found = await probe(path('half.mp4'));
    expect(found.warning).toContain('cut off while copying');
    expect(found.durationMs).toBeLessThan(3700);
  });

  it('is refused when it is a text that points to other files', async () => {
    writeFileSync(
      path('list.mp4'),
      `#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:4,\n${path('good.mp4')}\n#EXT-X-ENDLIST\n`,
    );
    expect(await refusal('list.mp4')).toContain('playlist');
    writeFileSync(path('concat.mp4'), `ffconcat version 1.0\nfile '${path('good.mp4')}'\n`);
    expect(await refusal('concat.mp4')).toContain('playlist');
    // Past the first look too: behind a comment only the list of demuxers keeps it from being followed.
    writeFileSync(path('sly.mp4'), `${' '.repeat(600)}\nffconcat version 1.0\nfile '${path('good.mp4')}'\n`);
    await refusal('sly.mp4');
  });
});
