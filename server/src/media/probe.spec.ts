import { execFileSync, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ffmpeg, withTools } from '../testing';
import { probe, RefusedMedia, SAFE_INPUT } from './probe';
import { ToolTrouble } from './tool';

let folder: string;
const path = (name: string): string => join(folder, name);

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

  it('is refused in words when it has no length, one picture, or runs longer than a day', async () => {
    ffmpeg(...['-f', 'lavfi', '-i', 'testsrc2=size=64x36:rate=25', '-frames:v', '1'], path('single.mp4'));
    expect(await refusal('single.mp4')).toContain('single picture');
    const frames = (name: string, count: number, seconds: number): void =>
      ffmpeg(
        ...['-f', 'lavfi', '-i', `testsrc2=size=64x36:rate=25`, '-frames:v', String(count)],
        ...['-vf', `settb=1/1000,setpts=N*${Math.round((seconds * 1000) / (count - 1))}`],
        ...['-fps_mode', 'passthrough', '-enc_time_base', '1/1000', '-c:v', 'libx264', '-bf', '0', path(name)],
      );
    frames('day.mkv', 3, 86_400 - 10);
    expect((await probe(path('day.mkv'))).durationMs).toBeLessThanOrEqual(86_400_000);
    frames('longer.mkv', 3, 86_400 + 10);
    expect(await refusal('longer.mkv')).toContain('longer than a day');
  });

  it('is measured by its pixels as they are seen, and from where it begins', async () => {
    const x264 = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'];
    const late = ['-itsoffset', '1.5', '-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=4'];
    const sound = ['-f', 'lavfi', '-i', 'sine=frequency=300:duration=4'];
    ffmpeg(...late, ...sound, ...x264, path('late.mkv'));
    // The sound begins the take: the picture is waited for, and what is there is not taken for cut off.
    const found = await probe(path('late.mkv'));
    expect([Math.round(found.durationMs / 100), found.warning]).toEqual([55, null]);
    ffmpeg(...sound, ...late.slice(2), ...x264, '-output_ts_offset', '20', path('cut-out.mkv'));
    const cut = await probe(path('cut-out.mkv'));
    expect([Math.round(cut.durationMs / 100), cut.warning]).toEqual([40, null]);
  });

  it('is taken as sound alone only where sound is asked for', async () => {
    expect(await refusal('sound.m4a')).toContain('sound but no picture');
    const found = await probe(path('sound.m4a'), 'sound');
    expect([found.hasPicture, found.hasSound, Math.round(found.durationMs / 100)]).toEqual([false, true, 40]);
  });

  it('is not judged by a tool that is missing, killed, or not itself: that proves nothing', async () => {
    const troubled = async (tools: Record<string, string>, alone = false): Promise<string> => {
      try {
        await withTools(tools, () => probe(path('good.mp4')), { alone });
      } catch (error) {
        expect(error).toBeInstanceOf(ToolTrouble);
        return (error as ToolTrouble).why;
      }
      return 'none';
    };
    expect(await troubled({}, true)).toBe('missing');
    expect(await troubled({ ffprobe: 'kill -9 $$' })).toBe('killed');
    expect(await troubled({ ffprobe: 'echo "error while loading shared libraries" >&2; exit 127' })).toBe('failed');
    expect(await troubled({ ffprobe: 'echo "Cannot allocate memory" >&2; exit 1' })).toBe('failed');
    expect(await troubled({ ffprobe: 'exit 0' })).toBe('failed');
    // The second look, at the packets, proves nothing either when it is cut short.
    const real = execFileSync('which', ['ffprobe'], { encoding: 'utf8' }).trim();
    const second = `case "$*" in *pts_time*) kill -9 $$;; esac; exec ${real} "$@"`;
    expect(await troubled({ ffprobe: second })).toBe('killed');
  });

  it('is refused when it is a text that points to other files', async () => {
    writeFileSync(
      path('list.mp4'),
      `#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:4,\n${path('good.mp4')}\n#EXT-X-ENDLIST\n`,
    );
    expect(await refusal('list.mp4')).toContain('playlist');
    writeFileSync(path('concat.mp4'), `ffconcat version 1.0\nfile '${path('good.mp4')}'\n`);
    expect(await refusal('concat.mp4')).toContain('playlist');
  });

  it('cannot make the tool read another file, however it is dressed up', async () => {
    // A manifest behind a comment: the first look lets it pass.
    writeFileSync(
      path('sly.mp4'),
      `<!-- nothing to see -->\n<MPD xmlns="urn:mpeg:dash:schema:mpd:2011" type="static" mediaPresentationDuration="PT4S"
        profiles="urn:mpeg:dash:profile:isoff-on-demand:2011"><Period><AdaptationSet mimeType="video/mp4">
        <Representation id="1" bandwidth="1"><BaseURL>${path('good.mp4')}</BaseURL></Representation></AdaptationSet></Period></MPD>`,
    );
    writeFileSync(path('sly-concat.mp4'), `ffconcat version 1.0\nfile '${path('good.mp4')}'\n`);
    const look = (name: string, ...safe: readonly string[]): string =>
      spawnSync('ffprobe', ['-v', 'error', ...safe, '-show_entries', 'stream=width', '-of', 'csv=p=0', path(name)], {
        encoding: 'utf8',
      }).stdout;
    // The danger is real: with the protocols alone, ffprobe tells the other file's width.
    expect(look('sly-concat.mp4', '-safe', '0', ...SAFE_INPUT.slice(0, 2))).toContain('320');
    expect(look('sly.mp4', ...SAFE_INPUT.slice(0, 2))).toContain('320');
    // The list of demuxers ends it.
    for (const name of ['sly.mp4', 'sly-concat.mp4'])
      expect(look(name, ...SAFE_INPUT))
        .withContext(name)
        .toBe('');
    expect(await refusal('sly.mp4')).toContain('another kind of file');
  });

  it('is taken as an AVI and as a transport stream, as old cameras write them', async () => {
    const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=4'];
    const sound = ['-f', 'lavfi', '-i', 'sine=frequency=300:duration=4'];
    ffmpeg(...picture, ...sound, '-c:v', 'mjpeg', '-pix_fmt', 'yuvj420p', '-c:a', 'pcm_s16le', path('old.avi'));
    for (const name of ['old.mts', 'old.m2ts'])
      ffmpeg(
        '-i',
        path('good.mp4'),
        '-c',
        'copy',
        ...(name === 'old.m2ts' ? ['-mpegts_m2ts_mode', '1'] : []),
        '-f',
        'mpegts',
        path(name),
      );
    for (const name of ['old.avi', 'old.mts', 'old.m2ts']) {
      const { width, height, hasSound, durationMs, frameRate } = await probe(path(name));
      expect([width, height, hasSound, frameRate.numerator]).withContext(name).toEqual([320, 180, true, 25]);
      expect(Math.abs(durationMs - 4000))
        .withContext(name)
        .toBeLessThanOrEqual(80);
    }
  });

  it('cannot make the tool read another file from inside of an AVI', async () => {
    // Subtitles in an AVI are a file of their own ("GAB2"), whose kind is guessed: here a playlist that names a film.
    for (const [name, inner] of [
      ['inner-list.avi', `#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:4,\n${path('good.mp4')}\n#EXT-X-ENDLIST\n`],
      ['inner-concat.avi', `ffconcat version 1.0\nfile '${path('good.mp4')}'\n`],
    ] as const) {
      writeFileSync(path(name), withSubtitles(inner));
      const streams = (...safe: readonly string[]): string[] =>
        spawnSync(
          'ffprobe',
          ['-v', 'error', ...safe, '-show_entries', 'stream=codec_type,width', '-of', 'csv=p=0', path(name)],
          { encoding: 'utf8' },
        ).stdout.split('\n');
      expect(streams(...SAFE_INPUT))
        .withContext(name)
        .toContain('video,160');
      expect(streams(...SAFE_INPUT).join())
        .withContext(name)
        .not.toContain('320');
      const found = await probe(path(name));
      expect([found.width, found.hasSound]).withContext(name).toEqual([160, false]);
    }
    // The tool does look inside, or this would show nothing: it is the list that stops it, at plain subtitles too.
    writeFileSync(path('inner-plain.avi'), withSubtitles('1\n00:00:00,000 --> 00:00:01,000\nSoften your jaw.\n\n'));
    const { stderr } = spawnSync('ffprobe', ['-v', 'warning', ...SAFE_INPUT, path('inner-plain.avi')], {
      encoding: 'utf8',
    });
    expect(stderr).toContain('Format not on whitelist');
  });
});

/** An AVI of a small picture whose second stream is a subtitle file, written into what was its sound. */
function withSubtitles(text: string): Buffer {
  const name = Buffer.from('x\0', 'utf16le');
  const head = Buffer.alloc(17 + name.length);
  head.write('GAB2\0');
  head.writeUInt16LE(2, 5);
  head.writeUInt32LE(name.length, 7);
  name.copy(head, 11);
  head.writeUInt16LE(4, 11 + name.length);
  head.writeUInt32LE(Buffer.byteLength(text), 13 + name.length);
  const payload = Buffer.concat([head, Buffer.from(text)]);
  // A second of sound at one sample for each byte of it: one chunk holds all of it.
  const rate = 8000;
  writeFileSync(path('inner.raw'), Buffer.concat([payload, Buffer.alloc(rate)]));
  ffmpeg(
    ...['-f', 'lavfi', '-i', 'testsrc2=size=160x90:rate=25:duration=1'],
    ...['-f', 'u8', '-ar', String(rate), '-ac', '1', '-i', path('inner.raw')],
    ...['-t', '1', '-c:v', 'mjpeg', '-pix_fmt', 'yuvj420p', '-c:a', 'pcm_u8', path('inner.avi')],
  );
  const avi = readFileSync(path('inner.avi'));
  for (const [from, to] of [
    ['auds', 'txts'],
    ['01wb', '01tx'],
  ] as const)
    for (let at = avi.indexOf(from); at >= 0; at = avi.indexOf(from, at)) avi.write(to, at);
  return avi;
}
