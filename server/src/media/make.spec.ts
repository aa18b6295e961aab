import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { peakAt, peakMs, type Sound } from '@limber/core/footage/sound.document';
import { ffmpeg, makeFilm, withTools } from '../testing';
import { makePoster, makeProxy, makeSound, makeSoundProxy, type Making } from './make';
import { probe } from './probe';
import { ToolTrouble } from './tool';

let folder: string;
const path = (name: string): string => join(folder, name);

async function making(name: string, role: 'picture' | 'sound' = 'picture'): Promise<Making> {
  const media = await probe(path(name), role);
  return {
    media,
    original: path(name),
    scratch: mkdtempSync(join(folder, 'scratch-')),
    progress: () => undefined,
    signal: new AbortController().signal,
  };
}

interface Stream {
  codec_type: string;
  width?: number;
  height?: number;
  pix_fmt?: string;
  sample_aspect_ratio?: string;
  start_time: string;
  duration: string;
  color_transfer?: string;
}
function streamsOf(file: string): Record<'video' | 'audio', Stream> {
  const { streams } = JSON.parse(
    execFileSync('ffprobe', ['-v', 'error', '-show_streams', '-of', 'json', file], { encoding: 'utf8' }),
  ) as { streams: Stream[] };
  return Object.fromEntries(streams.map((one) => [one.codec_type, one])) as Record<'video' | 'audio', Stream>;
}

/** Grey of a picture of a film at a time, by rows of `columns` cells: a mean over each cell. */
function greyAt(file: string, seconds: number, columns: number, rows: number): number[][] {
  const raw = execFileSync('ffmpeg', [
    ...[
      '-nostdin',
      '-loglevel',
      'error',
      ...(seconds > 0 ? ['-ss', String(seconds)] : []),
      '-i',
      file,
      '-frames:v',
      '1',
    ],
    ...['-vf', `scale=${columns}:${rows}:flags=area,format=gray`, '-f', 'rawvideo', 'pipe:1'],
  ]);
  return Array.from({ length: rows }, (_, row) => [...raw.subarray(row * columns, (row + 1) * columns)]);
}

/** How many pictures of a film ffmpeg's own detector (idet) takes for two halves, and how many for whole ones. */
function halvesIn(file: string): { halves: number; whole: number } {
  const { stderr } = spawnSync('ffmpeg', ['-nostdin', '-i', file, '-vf', 'idet', '-f', 'null', '-'], {
    encoding: 'utf8',
  });
  const [, tff, bff, whole] = /Multi frame detection: TFF:\s*(\d+) BFF:\s*(\d+) Progressive:\s*(\d+)/.exec(stderr)!;
  return { halves: Number(tff) + Number(bff), whole: Number(whole) };
}

/** Films as cameras and phones really make them, put right in the copy that is played. */
describe('what is made of footage', () => {
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'limber-make-'));
    makeFilm(path('plain.mp4'));
    const x264 = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'];
    const picture = (size: string, seconds = 2): string[] => [
      '-f',
      'lavfi',
      '-i',
      `testsrc2=size=${size}:rate=25:duration=${seconds}`,
    ];
    ffmpeg(...picture('1440x1080'), '-vf', 'setsar=4/3', ...x264, path('hdv.mp4'));
    ffmpeg(...picture('720x576'), '-vf', 'setsar=64/45', ...x264, path('pal.mp4'));
    ffmpeg('-i', path('pal.mp4'), '-c', 'copy', '-metadata:s:v:0', 'rotate=90', path('pal-turned.mp4'));
    // White for the first second of picture, then black; a tone for the first second of sound, then silence.
    const flash = ['-f', 'lavfi', '-i', 'color=white:size=320x180:rate=25:duration=1,tpad=stop_duration=3:color=black'];
    const tone = ['-f', 'lavfi', '-i', 'sine=frequency=300:duration=1,apad=whole_dur=4'];
    ffmpeg(...flash, ...['-itsoffset', '1'], ...tone, ...x264, '-c:a', 'aac', path('late-sound.mkv'));
    ffmpeg(...['-itsoffset', '1'], ...flash, ...tone, ...x264, '-c:a', 'aac', path('late-picture.mkv'));
    // Both begin ten seconds in, as a piece cut out of a longer recording does.
    ffmpeg(...flash, ...tone, ...x264, '-c:a', 'aac', '-output_ts_offset', '10', path('cut-out.mkv'));
    // 10 bit, BT.2020, PQ: a picture brighter than a screen shows.
    ffmpeg(
      ...picture('320x180'),
      ...['-vf', 'format=yuv420p10le', '-c:v', 'libx265', '-preset', 'ultrafast', '-x265-params', 'log-level=none'],
      ...['-color_primaries', 'bt2020', '-color_trc', 'smpte2084', '-colorspace', 'bt2020nc', path('hdr.mp4')],
    );
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('of a camera that takes halves in turn has whole pictures, as many as there were', async () => {
    ffmpeg(
      ...['-f', 'lavfi', '-i', 'testsrc2=size=640x360:rate=50:duration=3', '-vf', 'tinterlace=interleave_top'],
      ...['-c:v', 'mpeg2video', '-flags', '+ilme+ildct', '-q:v', '3', path('halves.ts')],
    );
    const before = halvesIn(path('halves.ts'));
    expect(before.halves).toBeGreaterThan(60);
    const copy = await makeProxy(await making('halves.ts'));
    const after = halvesIn(copy);
    // Drawn patterns deceive the detector at times.
    expect(after.whole).toBeGreaterThan(10 * after.halves);
    expect(after.whole).toBeGreaterThan(60);
    expect(Math.abs(Number(streamsOf(copy).video.duration) - 3)).toBeLessThan(0.1);
  });

  it('has square pixels and the shape that was filmed (1440×1080 as 4:3 pixels is 1920×1080, PAL 16:9 is 1024×576)', async () => {
    for (const [name, width, height] of [
      ['hdv.mp4', 1920, 1080],
      ['pal.mp4', 1024, 576],
      ['pal-turned.mp4', 576, 1024],
      ['plain.mp4', 320, 180],
    ] as const) {
      const asked = await making(name);
      expect([asked.media.durationMs > 0, (await probe(path(name))).width, (await probe(path(name))).height])
        .withContext(name)
        .toEqual([true, width, height]);
      const { video } = streamsOf(await makeProxy(asked));
      expect([video.width, video.height, video.sample_aspect_ratio]).withContext(name).toEqual([width, height, '1:1']);
    }
  });

  it('begins at 0 with picture and sound, and keeps the distance between them', async () => {
    for (const [name, whiteUntil, toneFrom] of [
      ['late-sound.mkv', 1, 1],
      ['late-picture.mkv', 2, 0],
      ['cut-out.mkv', 1, 0],
    ] as const) {
      const asked = await making(name);
      const proxy = await makeProxy(asked);
      const { video, audio } = streamsOf(proxy);
      expect([Number(video.start_time), Math.abs(Number(audio.start_time)) < 0.03])
        .withContext(name)
        .toEqual([0, true]);
      expect(Math.abs(Number(video.duration) * 1000 - asked.media.durationMs))
        .withContext(name)
        .toBeLessThanOrEqual(80);
      expect(Math.abs(Number(video.duration) - Number(audio.duration)))
        .withContext(name)
        .toBeLessThanOrEqual(0.12);
      const white = (seconds: number): boolean => greyAt(proxy, seconds, 1, 1)[0]![0]! > 128;
      expect([white(0), white(whiteUntil - 0.1), white(whiteUntil + 0.1)])
        .withContext(name)
        .toEqual([true, true, false]);
      const { peaks } = JSON.parse(readFileSync(await makeSound(asked), 'utf8')) as Sound;
      const stepMs = peakMs(peaks);
      let first = 0;
      while (peakAt(peaks, first / stepMs) <= 0.03) first += stepMs;
      expect(Math.abs(first - toneFrom * 1000))
        .withContext(name)
        .toBeLessThanOrEqual(stepMs + 25);
    }
  });

  it('is 8 bit and SDR, whatever was filmed, and neither black nor blown out', async () => {
    const asked = await making('hdr.mp4');
    const proxy = await makeProxy(asked);
    const { video } = streamsOf(proxy);
    expect([video.pix_fmt, video.color_transfer]).toEqual(['yuv420p', 'bt709']);
    const cells = greyAt(proxy, 1, 8, 8).flat();
    expect(Math.max(...cells) - Math.min(...cells)).toBeGreaterThan(60);
    const poster = await makePoster(asked);
    const still = greyAt(poster, 0, 8, 8).flat();
    expect(Math.max(...still) - Math.min(...still)).toBeGreaterThan(60);
  });

  it('is looked at before it counts: a tool that ends well with half a film has failed', async () => {
    const asked = await making('plain.mp4');
    const whole = await makeProxy(asked);
    const half = path('half.mp4');
    ffmpeg('-i', whole, '-t', '0.6', '-c', 'copy', half);
    const real = execFileSync('which', ['ffmpeg'], { encoding: 'utf8' }).trim();
    const lies = (made: string): Record<string, string> => ({
      ffmpeg: `for last; do :; done; case "$last" in *proxy.mp4) cp ${made} "$last"; exit 0;; esac; exec ${real} "$@"`,
    });
    const long = { ...asked, media: { ...asked.media, durationMs: 20_000 } };
    await expectAsync(withTools(lies(half), () => makeProxy(long))).toBeRejectedWithError(ToolTrouble, /copy runs/);
    await expectAsync(withTools(lies('/dev/null'), () => makeProxy(asked))).toBeRejectedWithError(ToolTrouble);
    const torn = path('torn.mp4');
    ffmpeg('-f', 'lavfi', '-i', 'sine=duration=2', '-c:a', 'aac', torn);
    await expectAsync(withTools(lies(torn), () => makeProxy(asked))).toBeRejectedWithError(ToolTrouble, /no picture/);
    await expectAsync(withTools({ ffmpeg: 'kill -9 $$' }, () => makeProxy(asked))).toBeRejectedWithError(
      ToolTrouble,
      /killed/,
    );
    // And the real one passes its own check.
    expect(await withTools({}, () => makeProxy(asked))).toContain('proxy.mp4');
  });
});

describe('a recording without a picture', () => {
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'limber-voice-'))));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('becomes what every browser plays, from its beginning to its end', async () => {
    ffmpeg('-f', 'lavfi', '-i', 'sine=frequency=300:duration=3', '-ac', '1', '-ar', '22050', path('voice.wav'));
    ffmpeg('-i', path('voice.wav'), '-c:a', 'libmp3lame', '-f', 'matroska', path('voice.mkv'));
    const copy = await makeSoundProxy(await making('voice.mkv', 'sound'));
    const { audio, video } = streamsOf(copy);
    expect([video as unknown, audio.codec_type, Number(audio.start_time)]).toEqual([undefined, 'audio', 0]);
    expect(Number(audio.duration)).toBeCloseTo(3, 0);
    expect(copy.endsWith('proxy.m4a')).toBeTrue();
  });

  it('that breaks off is no copy', async () => {
    ffmpeg('-f', 'lavfi', '-i', 'sine=frequency=300:duration=1', '-f', 'matroska', path('short.mkv'));
    const short = await making('short.mkv', 'sound');
    const claims = { ...short, media: { ...short.media, durationMs: 60_000 } };
    await expectAsync(makeSoundProxy(claims)).toBeRejectedWithError(ToolTrouble);
  });
});
