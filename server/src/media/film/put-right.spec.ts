import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import jsqr from 'jsqr';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { filmPlan } from '@limber/core/render/film';
import type { FilmWish } from '@limber/core/render/film.schema';
import { aFilmedLesson, aSegment, aStep, seeded } from '@limber/core/testing';
import { ffmpeg, samplesIn } from '../../testing';
import { duckedBy } from './duck';
import { lookAt } from './ffmpeg';
import { lightFrom } from './light';
import { makeFilm } from './make-film';
import { noiseIn } from './noise';

const WISH: FilmWish = { cut: 'full', frame: '16:9', captions: 'none', kind: 'mp4', stillMs: null };
const SECONDS = 12;

function lesson(change: Partial<Lesson> = {}): Lesson {
  const { takes, ...filmed } = aFilmedLesson({}, SECONDS * 1000);
  return {
    ...filmed,
    steps: [aStep('a')],
    takes: [{ ...takes[0]!, width: 640, height: 360, sources: [{ mediaId: 't', role: 'picture', offsetMs: 0 }] }],
    segments: [aSegment('s', 1000, 8000, { beatsMs: [2000, 4000] as never })],
    ...change,
  };
}

describe('a film that is put right', () => {
  let folder: string;
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'limber-right-'))));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const make = (of: Lesson, media: Record<string, string>, wish = WISH): Promise<string> =>
    makeFilm(
      filmPlan(of, wish, { cues: [] }),
      async (id) => ({ path: media[id]!, hasSound: true, highDynamicRange: false }),
      mkdtempSync(join(folder, 'film-')),
    );
  /** A picture of a film, RGB. */
  const pictureAt = (film: string, seconds: number, width: number, height: number): Buffer =>
    execFileSync(
      'ffmpeg',
      [
        ...['-nostdin', '-loglevel', 'error', '-ss', String(seconds), '-i', film, '-frames:v', '1'],
        ...['-vf', `scale=${width}:${height}`, '-pix_fmt', 'rgba', '-f', 'rawvideo', 'pipe:1'],
      ],
      { maxBuffer: 1e8 },
    );

  it('shows its light better: a dim, yellow room becomes brighter and its wall white, what is right stays', async () => {
    // A wall, a darker half, and a black bar; as filmed by a warm lamp.
    const scene = (wall: string, dark: string): string[] => [
      ...['-f', 'lavfi', '-i', `color=${wall}:size=640x360:rate=25:duration=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `anullsrc=d=${SECONDS}`],
      ...['-vf', `drawbox=x=0:y=0:w=400:h=360:color=${dark}:t=fill,drawbox=x=0:y=0:w=60:h=360:color=black:t=fill`],
      ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'],
    ];
    const [dim, good] = [join(folder, 'dim.mp4'), join(folder, 'good.mp4')];
    ffmpeg(...scene('0x908565', '0x40382b'), dim);
    ffmpeg(...scene('0xe6e6e6', '0x808080'), good);
    const at = async (path: string, brighter: boolean): Promise<number[][]> => {
      const picture = pictureAt(await make(lesson({ brighter }), { t: path }), 2, 64, 36);
      return [2, 24, 58].map((x) => [...picture.subarray((18 * 64 + x) * 4, (18 * 64 + x) * 4 + 3)]);
    };
    const [, , before] = await at(dim, false);
    const [black, dark, wall] = await at(dim, true);
    const spread = (rgb: number[]): number => Math.max(...rgb) - Math.min(...rgb);
    expect(spread(before!)).toBeGreaterThan(35);
    expect(spread(wall!)).toBeLessThan(spread(before!) / 2);
    expect(wall![1]!).toBeGreaterThan(before![1]! + 35);
    expect(dark![1]!).toBeGreaterThan(0x38 + 20);
    expect(Math.max(...black!)).toBeLessThan(25);
    const [was, is] = [await at(good, false), await at(good, true)];
    was.forEach((rgb, i) => rgb.forEach((value, j) => expect(Math.abs(is[i]![j]! - value)).toBeLessThan(6)));
  });

  it('sounds quieter between words: noise and hum go down, what is said and when stays', async () => {
    // Bursts of a voice's band every second and a half, a room, and the mains.
    const path = join(folder, 'noisy.mp4');
    const voice = '0.3*sin(2*PI*220*t)+0.2*sin(2*PI*880*t)+0.1*sin(2*PI*1760*t)';
    ffmpeg(
      ...['-f', 'lavfi', '-i', `color=gray:size=640x360:rate=25:duration=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `aevalsrc=(${voice})*between(mod(t\\,1.5)\\,0.5\\,1.2):s=48000:d=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `anoisesrc=color=pink:seed=3:amplitude=0.02:r=48000:d=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `aevalsrc=0.01*sin(2*PI*50*t)+0.006*sin(2*PI*150*t):s=48000:d=${SECONDS}`],
      ...['-filter_complex', '[1][2][3]amix=inputs=3:normalize=0[a]', '-map', '0:v', '-map', '[a]'],
      ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', '-c:a', 'aac', '-b:a', '256k', path],
    );
    const heard = async (quieter: boolean): Promise<Float32Array> =>
      samplesIn(await make(lesson({ quieter }), { t: path }));
    const db = (samples: Float32Array, fromS: number, toS: number): number => {
      const part = samples.subarray(fromS * 48_000, toS * 48_000);
      return 10 * Math.log10(part.reduce((sum, value) => sum + value * value, 0) / part.length);
    };
    const [before, after] = [await heard(false), await heard(true)];
    const gaps = [4.6, 6.1, 7.6, 9.1];
    const mean = (samples: Float32Array, from: number, to: number): number =>
      gaps.reduce((sum, at) => sum + db(samples, at + from, at + to), 0) / gaps.length;
    // How far the room stands under the voice.
    const [was, is] = [before, after].map((one) => mean(one, 0.5, 1) - mean(one, 0, 0.3)) as [number, number];
    expect(is - was).toBeGreaterThan(8);
    expect(Math.abs(mean(after, 0.5, 1) - mean(before, 0.5, 1))).toBeLessThan(1.5);
    const onset = (samples: Float32Array, nearS: number): number => {
      const at = samples.subarray((nearS - 0.2) * 48_000).findIndex((value) => Math.abs(value) > 0.12);
      return nearS - 0.2 + at / 48_000;
    };
    for (const at of [5, 6.5, 8]) expect(Math.abs(onset(after, at) - onset(before, at))).toBeLessThan(0.012);
  });

  it('has her music under the talk, lower while somebody speaks, from its first to its last picture', async () => {
    // Talk at one pitch, music at another: each is heard by itself.
    const [talk, music] = [join(folder, 'talk.mp4'), join(folder, 'music.m4a')];
    ffmpeg(
      ...['-f', 'lavfi', '-i', `color=gray:size=640x360:rate=25:duration=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `aevalsrc=0.3*sin(2*PI*300*t)*between(t\\,3\\,5):s=48000:d=${SECONDS}`],
      ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', '-c:a', 'aac', talk],
    );
    ffmpeg('-f', 'lavfi', '-i', 'aevalsrc=0.5*sin(2*PI*2000*t):s=48000:d=5', '-c:a', 'aac', music);
    const film = await make(lesson({ music: { mediaId: 'm', name: 'Harbour' } }), { t: talk, m: music });
    const samples = samplesIn(film);
    const level = (hz: number, at: number): number => {
      let [re, im] = [0, 0];
      for (let i = 0; i < 9600; i++) {
        const value = samples[Math.round(at * 48_000) + i] ?? 0;
        re += value * Math.cos((2 * Math.PI * hz * i) / 48_000);
        im += value * Math.sin((2 * Math.PI * hz * i) / 48_000);
      }
      return 10 * Math.log10((re * re + im * im) / 9600 ** 2 + 1e-12);
    };
    const under = level(2000, 4);
    expect(level(300, 4) - under).toBeGreaterThan(16);
    expect(level(2000, 1.7) - under).toBeGreaterThan(8);
    expect(level(2000, 1.7) - under).toBeLessThan(12);
    // It is down before the first word, and loops though it is shorter than the film.
    expect(Math.abs(level(2000, 2.8) - under)).toBeLessThan(1.5);
    expect(level(2000, 7) - under).toBeGreaterThan(8);
    expect(level(2000, 11.7)).toBeLessThan(level(2000, 7) - 10);
  });

  it('begins with its title and ends with a code that telephones read from a television, in every shape', async () => {
    const path = join(folder, 'plain.mp4');
    ffmpeg(
      ...['-f', 'lavfi', '-i', `color=gray:size=640x360:rate=25:duration=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `anullsrc=d=${SECONDS}`, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', path],
    );
    const link = 'https://example.org/lessons/before-the-early-bulletin?from=film';
    for (const frame of ['16:9', '9:16', '1:1'] as const) {
      const of = lesson({
        openingCard: true,
        closingCard: { first: 'That was it.', second: 'Ask me anything: point your phone here.', link },
        segments: [aSegment('s', 1000, 3000, { beatsMs: [2000] as never })],
        assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 4000 }],
      });
      const plan = filmPlan(of, { ...WISH, frame, stillMs: 2000 });
      expect(plan.frames).toBe(75 + 100 + 200);
      const film = await makeFilm(
        plan,
        async () => ({ path, hasSound: true, highDynamicRange: false }),
        mkdtempSync(join(folder, 'film-')),
      );
      const { streams, chapters } = await lookAt(film, undefined, ['-count_packets']);
      expect(streams[0]!.nb_read_packets).toBe('375');
      // The picture that stands for it is in the file.
      expect(streams.map((one) => one.codec_name)).toContain('mjpeg');
      expect(Number(chapters[chapters.length - 1]!.end_time)).toBeCloseTo(15, 1);
      // As small as a television across the room is on a telephone's picture.
      const small = Math.round(plan.width / 2);
      const tall = Math.round(plan.height / 2);
      const picture = pictureAt(film, 10, small, tall);
      expect(jsqr(new Uint8ClampedArray(picture), small, tall)?.data)
        .withContext(frame)
        .toBe(link);
      expect(jsqr(new Uint8ClampedArray(pictureAt(film, 1, small, tall)), small, tall)).toBeNull();
      // The cues are where the lesson is: none before it.
      expect(Math.min(...plan.cues.map((cue) => cue.startMs))).toBeGreaterThanOrEqual(3000);
    }
  });
});

describe('what is looked at and listened to', () => {
  it('is let be where there is nothing, or where it is right', () => {
    expect(lightFrom(new Uint8Array(0), 4)).toEqual({ gain: 1, gamma: 1, blue: 0, red: 0 });
    expect(noiseIn(new Float32Array(0))).toEqual({ floorDb: -120, humHz: null });
    expect(noiseIn(new Float32Array(16_000))).toEqual({ floorDb: -120, humHz: null });
  });

  it('tells the mains of either half of the world, and none where there is none', () => {
    const random = seeded(4);
    const room = (hz: number | null): Float32Array =>
      Float32Array.from({ length: 64_000 }, (_, i) => {
        const hum = hz === null ? 0 : 0.01 * Math.sin((2 * Math.PI * hz * i) / 16_000);
        return hum + 0.004 * (random() - 0.5);
      });
    for (const hz of [50, 60] as const) expect(noiseIn(room(hz)).humHz).toBe(hz);
    expect(noiseIn(room(100)).humHz).toBe(50);
    expect(noiseIn(room(null)).humHz).toBeNull();
    // The mean square of evenly spread values is a twelfth of their range squared.
    expect(noiseIn(room(null)).floorDb).toBeCloseTo(10 * Math.log10(0.004 ** 2 / 12), 0);
  });

  it('music keeps its own loudness where nobody speaks at all', () => {
    expect([...duckedBy(new Float64Array(3), null, -20)]).toEqual([1, 1, 1]);
  });
});
