import { execFileSync } from 'node:child_process';
import { createRequire } from 'node:module';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FRAMES } from '@limber/core/cue/frame';
import { viewAt } from '@limber/core/cue/shots';
import { CUE_STYLES, PEBBLE } from '@limber/core/cue/styles';
import { pictureIn } from '@limber/core/cue/view';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { CHIME_PEAK } from '@limber/core/cue/chime';
import { stretchOf } from '@limber/core/render/stretch';
import { filmParts, filmPlan } from '@limber/core/render/film';
import type { FilmPlan, FilmWish } from '@limber/core/render/film.schema';
import { aFilmedLesson, aSegment, aStep } from '@limber/core/testing';
import { ffmpeg, greyRows, numberedFilm, numbersIn, samplesIn, withTools } from '../../testing';
import { ToolTrouble } from '../tool';
import { checkFonts, WrongFont } from './check-fonts';
import { forBt709 } from './colour';
import { ffmpeg as run } from '../ffmpeg';
import { asJpeg, lookAt } from './ffmpeg';
import { unpackFonts } from './fonts';
import { loudnessOf } from './measure';
import { assOfFilm, makeFilm } from './make-film';

const { hex } = createRequire(import.meta.url)('wcag-contrast') as { hex: (a: string, b: string) => number };

const WISH: FilmWish = { cut: 'full', frame: '16:9', captions: 'none', kind: 'mp4', stillMs: null };

/** Two takes, of 25 and 30 pictures a second; parts of both play, one of them twice and not in the order of the takes. */
function lesson(change: Partial<Lesson> = {}): Lesson {
  const filmed = aFilmedLesson();
  const take = (id: string, durationMs: number, numerator: number): Lesson['takes'][number] => ({
    ...filmed.takes[0]!,
    ...{ id, durationMs, width: 640, height: 360, frameRate: { numerator, denominator: 1 } },
    sources: [{ mediaId: id, role: 'picture', offsetMs: 0 }],
  });
  return {
    ...filmed,
    title: 'Tide {1} = \\N; #2',
    steps: [aStep('a')],
    takes: [take('one', 30_000, 25), take('two', 10_000, 30)],
    assembly: [
      { id: 'p1', takeId: 'one', fromMs: 2000, toMs: 5000 },
      { id: 'p2', takeId: 'two', fromMs: 1000, toMs: 3000 },
      { id: 'p3', takeId: 'one', fromMs: 4040, toMs: 28_400 },
      { id: 'p4', takeId: 'one', fromMs: 2000, toMs: 5000 },
    ],
    segments: [aSegment('s', 2400, 4800, { takeId: 'one', stepId: 'a', side: 'left', beatsMs: [3000, 3800, 4600] })],
    ...change,
  };
}

describe('a finished film', () => {
  let folder: string;
  const media: Record<string, string> = {};
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'limber-film-'));
    for (const [id, frames, rate] of [
      ['one', 750, 25],
      ['two', 300, 30],
    ] as const) {
      media[id] = join(folder, `${id}.mp4`);
      numberedFilm(media[id], frames, rate);
    }
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const make = async (plan: FilmPlan): Promise<string> => {
    const scratch = mkdtempSync(join(folder, 'film-'));
    return makeFilm(plan, async (id) => ({ path: media[id]!, hasSound: true, highDynamicRange: false }), scratch);
  };

  const makeSilent = async (plan: FilmPlan): Promise<string> => {
    const scratch = mkdtempSync(join(folder, 'film-'));
    return makeFilm(plan, async (id) => ({ path: media[id]!, hasSound: false, highDynamicRange: false }), scratch);
  };

  it('shows the pictures of its pieces and no others, to the picture, over takes, jumps and repeats', async () => {
    const plan = filmPlan(lesson(), WISH);
    expect(filmParts(plan).map((part) => part.frames)).toEqual([75, 50, 500, 109, 75]);
    const film = await make(plan);
    const from = (first: number, count: number, times = 1): number[] =>
      Array.from({ length: count }, (_, i) => first + Math.round(i * times));
    const shown = numbersIn(film);
    expect(shown.length).toBe(809);
    expect(shown.slice(0, 75)).toEqual(from(50, 75));
    // Of 30 pictures a second five of every six are left.
    const second = shown.slice(75, 125);
    from(30, 50, 30 / 25).forEach((wanted, i) =>
      expect(Math.abs(second[i]! - wanted))
        .withContext(`${i}`)
        .toBeLessThan(2),
    );
    expect(shown.slice(125, 734)).toEqual(from(101, 609));
    expect(shown.slice(734)).toEqual(from(50, 75));
  });

  it('is what ffprobe says it should be: streams, length to a picture, chapters, title and language', async () => {
    const { streams, chapters, format } = await lookAt(await make(filmPlan(lesson(), WISH)), undefined, [
      '-count_packets',
    ]);
    const [picture, sound] = streams;
    expect([picture?.codec_name, picture?.width, picture?.height, picture?.r_frame_rate]).toEqual([
      'h264',
      1280,
      720,
      '25/1',
    ]);
    expect(sound?.codec_name).toBe('aac');
    expect(Number(picture?.nb_read_packets)).toBe(809);
    expect(Math.abs(Number(picture?.duration) - 809 / 25)).toBeLessThan(0.04);
    expect(Math.abs(Number(sound?.duration) - 809 / 25)).toBeLessThan(0.04);
    expect(format.tags?.['title']).toBe('Tide {1} = \\N; #2');
    expect(sound?.tags?.['language']).toBe('eng');
    expect(chapters[0]?.start_time).toBe('0.000000');
    expect(Number(chapters[chapters.length - 1]?.end_time)).toBeCloseTo(809 / 25, 1);
  });

  it('is heard where it is seen: each click lies where its second of the take plays', async () => {
    const heard = samplesIn(await make(filmPlan(lesson(), WISH)));
    const onsets: number[] = [];
    let quietSince = -48_000;
    heard.forEach((value, at) => {
      if (Math.abs(value) < 0.05) return;
      if (at - quietSince > 4800) onsets.push(at / 48);
      quietSince = at;
    });
    // Seconds 2 to 4 of the first take, 1 and 2 of the second, 5 to 28 of the first, and 2 to 4 again; a piece that begins
    // with a click comes in over a few milliseconds.
    const wanted = [
      ...[0, 1000, 2000, 3000, 4000],
      ...Array.from({ length: 24 }, (_, i) => 5000 + 960 + 1000 * i),
      ...[29_360, 30_360, 31_360],
    ];
    expect(onsets.length).toBe(wanted.length);
    wanted.forEach((ms, i) =>
      expect(Math.abs(onsets[i]! - ms))
        .withContext(`click ${i}`)
        .toBeLessThan(8),
    );
  });

  it('is heard to count where the eyes are off, as loud in a quiet film as in a loud one', async () => {
    const filmed = lesson({ cueSounds: 'every' });
    const plan = filmPlan(filmed, WISH);
    expect(plan.sounds.map(({ kind, atMs }) => `${kind} ${atMs}`)).toEqual([
      ...['count 400', 'count 1000', 'last 1800', 'end 2800'],
      // What is left of the segment where the third piece begins.
      ...['count 5000', 'end 5760'],
      ...['count 29760', 'count 30360', 'last 31160', 'end 32160'],
    ]);
    const silent = samplesIn(await makeSilent(plan));
    const loud = samplesIn(await make(plan));
    // Two channels that are the same, put into one.
    const once = Math.SQRT2 * CHIME_PEAK;
    const peak = (samples: Float32Array, fromMs: number, toMs: number): number =>
      samples.subarray(fromMs * 48, toMs * 48).reduce((most, one) => Math.max(most, Math.abs(one)), 0);
    for (const { atMs } of plan.sounds) {
      expect(peak(silent, atMs - 150, atMs - 20))
        .withContext(`before ${atMs}`)
        .toBeLessThan(0.01);
      expect(peak(silent, atMs, atMs + 60))
        .withContext(`at ${atMs}`)
        .toBeGreaterThan(0.8 * once);
      expect(peak(silent, atMs, atMs + 60))
        .withContext(`at ${atMs}`)
        .toBeLessThan(1.2 * once);
    }
    // Where no click of the footage is: the same as in the silent film.
    expect(peak(loud, 1800, 1860)).toBeGreaterThan(0.8 * once);
    expect(peak(loud, 1800, 1860)).toBeLessThan(1.2 * once);
    // In some seconds of it they lie where they lie in the whole.
    expect(stretchOf(plan, 25, 60).sounds.map(({ atMs }) => atMs)).toEqual([0, 800]);
  });

  it('has an upright, a square and a WebM form, and captions as a track', async () => {
    const words = lesson({ opening: 'Good morning. Sit as you like, and let the shoulders drop.' });
    for (const frame of ['9:16', '1:1'] as const) {
      const short = { ...words, assembly: words.assembly.slice(0, 1) };
      const { streams } = await lookAt(await make(filmPlan(short, { ...WISH, frame })));
      expect([streams[0]?.width, streams[0]?.height]).toEqual(frame === '1:1' ? [720, 720] : [720, 1280]);
    }
    const plan = filmPlan(
      { ...words, assembly: [{ id: 'p', takeId: 'one', fromMs: 0, toMs: 5000 }] },
      { ...WISH, captions: 'track', kind: 'webm' },
    );
    expect(plan.cues.some((cue) => cue.kind === 'caption')).toBe(true);
    const { streams } = await lookAt(await make(plan), undefined, ['-count_packets']);
    expect(streams.map((one) => one.codec_name)).toEqual(['vp9', 'opus', 'webvtt']);
    expect(Number(streams[0]?.nb_read_packets)).toBe(125);
  });

  it('of an upright shape shows what its shots say, picture by picture, slowly moved and from further away', async () => {
    // From dark at the left to bright at the right: how bright the middle is says where it lies.
    const path = join(folder, 'ramp.mp4');
    ffmpeg(
      ...['-f', 'lavfi', '-i', 'color=black:size=640x360:rate=25:duration=10', '-f', 'lavfi', '-i', 'anullsrc=d=10'],
      ...['-vf', "geq=lum='20+200*X/W':cb=128:cr=128,format=yuv420p", '-c:v', 'libx264', '-crf', '10', path],
    );
    const one = lesson({ assembly: [{ id: 'p', takeId: 'one', fromMs: 0, toMs: 8000 }] });
    const upright = filmPlan(one, { ...WISH, frame: '9:16' }, { cues: [] });
    const near = FRAMES['9:16'].shows;
    const plan: FilmPlan = {
      ...upright,
      shots: [
        { startMs: 0, endMs: 2000, easeMs: 0, centre: 0.4, width: near },
        { startMs: 2000, endMs: 5000, easeMs: 1200, centre: 0.7, width: near },
        { startMs: 5000, endMs: 6000, easeMs: 0, centre: 0.3, width: near },
        { startMs: 6000, endMs: 8000, easeMs: 0, centre: 0.5, width: 0.6 },
      ],
    };
    expect(filmParts(plan).map((part) => part.frames)).toEqual([150, 50]);
    const film = await makeFilm(
      plan,
      async () => ({ path, hasSound: true, highDynamicRange: false }),
      mkdtempSync(join(folder, 'film-')),
    );
    const rows = greyRows(film, 36, 64);
    expect(rows.length).toBe(200);
    rows.forEach((grey, n) => {
      const { centre, width } = viewAt(plan.shots, n * 40, FRAMES['9:16']);
      const at = (share: number): number => ((grey[32 * 36 + Math.floor(share * 36)]! * 219) / 255 + 16 - 20) / 200;
      expect(Math.abs(at(0.5) - (centre + width / 72)))
        .withContext(`${n}`)
        .toBeLessThan(0.012);
      expect(Math.abs(at(0) - (centre - width / 2 + width / 72)))
        .withContext(`${n}`)
        .toBeLessThan(0.012);
      // Ground above the picture only where it is seen from further away.
      const [, top] = pictureIn(FRAMES['9:16'], { centre, width });
      expect(Math.abs(grey[18]! - 66) < 8)
        .withContext(`${n}`)
        .toBe(top > 0);
    });
  });

  // WCAG 2.2, 1.4.3; judge: wcag-contrast, on stills of the film itself.
  it('can be read where its style lets the picture through, over bright, grey and dark footage', async () => {
    const through = { ...PEBBLE, plateOpacity: 0.5 };
    const plates: number[] = [];
    for (const grey of [255, 128, 0]) {
      const id = `grey-${grey}`;
      media[id] = join(folder, `${id}.mp4`);
      const colour = grey.toString(16).padStart(2, '0').repeat(3);
      ffmpeg(
        ...['-f', 'lavfi', '-i', `color=0x${colour}:size=640x360:rate=25:duration=30`],
        ...['-f', 'lavfi', '-i', 'anullsrc=r=48000:duration=30', '-shortest', '-c:v', 'libx264', '-c:a', 'aac'],
        media[id],
      );
      const light = { stepMs: 1000, columns: 1, rows: 1, cells: new Uint8Array(30).fill(grey) };
      const seenOn = () => ({ faces: [], sceneChangesMs: [], motion: null, light });
      const sources = [{ mediaId: id, role: 'picture' as const, offsetMs: 0 }];
      const [one] = lesson().takes;
      const of = lesson({
        takes: [{ ...one!, sources }],
        assembly: [{ id: 'p1', takeId: 'one', fromMs: 2000, toMs: 5000 }],
      });
      const plan = filmPlan(of, WISH, { seenOn, style: through });
      const side = plan.cues.find((cue) => cue.kind === 'side' && cue.startMs < 1500 && cue.endMs > 1500)!;
      const film = await make(plan);
      const rgb = execFileSync(
        'ffmpeg',
        [
          ...['-loglevel', 'error', '-ss', '1.5', '-i', film, '-frames:v', '1'],
          ...['-pix_fmt', 'rgb24', '-f', 'rawvideo', '-'],
        ],
        { maxBuffer: 1e8 },
      );
      const pixel = (x: number, y: number): string => {
        const at = 3 * (Math.round(y * plan.height) * plan.width + Math.round(x * plan.width));
        return `#${rgb.subarray(at, at + 3).toString('hex')}`;
      };
      const [x, y, width, height] = side.box;
      // The plate, above its words; and the brightest of its letters.
      const plate = pixel(x + width / 2, y + 0.12 * height);
      const letters = Array.from({ length: 200 }, (_, i) => pixel(x + width * (0.3 + 0.003 * i), y + height / 2));
      const brightest = letters.toSorted((a, b) => hex(b, '#000000') - hex(a, '#000000'))[0]!;
      expect(hex(through.ink, plate)).withContext(`${grey}: ${plate}`).toBeGreaterThanOrEqual(4.4);
      expect(hex(brightest, plate)).withContext(`${grey}: ${brightest} on ${plate}`).toBeGreaterThanOrEqual(4);
      plates.push(side.plate!);
    }
    // Over the dark as much shines through as she wanted.
    expect(plates[0]).toBeGreaterThan(plates[2]!);
    expect(plates[2]).toBe(0.5);
  });

  it('is made with our fonts or not at all', async () => {
    const [fonts, scratch] = [join(folder, 'fonts'), mkdtempSync(join(folder, 'check-'))];
    await unpackFonts(fonts);
    const ass = assOfFilm(filmPlan(lesson(), WISH));
    await checkFonts(ass, fonts, scratch);
    await expectAsync(
      checkFonts(ass.replaceAll('96pt ExtraBold ExtraBold', 'Bold'), fonts, scratch),
    ).toBeRejectedWithError(WrongFont, /cannot be used/);
    const bare = join(folder, 'none');
    mkdirSync(bare);
    await expectAsync(checkFonts(ass, bare, scratch)).toBeRejectedWithError(WrongFont);
  });

  it('ends with a word when ffmpeg writes something else than was asked for', async () => {
    const plan = filmPlan({ ...lesson(), assembly: lesson().assembly.slice(0, 1) }, WISH);
    await withTools(
      { ffmpeg: 'for last; do :; done; case "$*" in *"-frames:v 1"*) exit 0;; esac; : > "$last"' },
      async () => {
        await expectAsync(make(plan)).toBeRejectedWithError(ToolTrouble);
      },
    );
  });
});

describe('the loudness of a film', () => {
  let folder: string;
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'limber-loud-'))));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  // EBU Tech 3341, test case 1: a stereo sine of 1 kHz at −23 dBFS reads −23.0 ± 0.1 LUFS.
  it('is measured as EBU R 128 wants', async () => {
    const path = join(folder, 'sine.wav');
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      `sine=frequency=1000:sample_rate=48000:duration=20,volume=${-23 + 18.06}dB,aformat=channel_layouts=mono`,
      '-af',
      'pan=stereo|c0=c0|c1=c0',
      path,
    );
    expect(Math.abs((await loudnessOf(['-i', path])).integrated + 23)).toBeLessThanOrEqual(0.1);
  });

  it('is brought to −16 LUFS with its peaks below −1 dBTP, from quiet and from loud sound', async () => {
    for (const volume of [0.05, 0.9]) {
      const path = join(folder, `noise-${volume}.mp4`);
      ffmpeg(
        ...['-f', 'lavfi', '-i', 'color=gray:size=320x180:rate=25:duration=20'],
        ...[
          '-f',
          'lavfi',
          '-i',
          `anoisesrc=color=pink:seed=7:duration=20:sample_rate=48000,volume=${volume}*(0.3+0.7*lt(mod(t\\,2)\\,1.2)):eval=frame`,
        ],
        ...['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', '-c:a', 'aac', path],
      );
      const one = lesson({ assembly: [{ id: 'p', takeId: 'one', fromMs: 0, toMs: 20_000 }] });
      const scratch = mkdtempSync(join(folder, 'film-'));
      const film = await makeFilm(
        filmPlan(one, WISH),
        async () => ({ path, hasSound: true, highDynamicRange: false }),
        scratch,
      );
      const { integrated, peak } = await loudnessOf(['-i', film]);
      expect(Math.abs(integrated + 16))
        .withContext(`${volume}`)
        .toBeLessThan(0.5);
      expect(peak).withContext(`${volume}`).toBeLessThanOrEqual(-1);
    }
  });
});

describe('colours that are drawn into a film', () => {
  it('stay what they are after ffmpeg turned them by the older rule', async () => {
    // Greys are the same by both rules; the honey of counts is not.
    for (const grey of ['#000000', '#808080', '#ffffff']) expect(forBt709(grey)).toBe(grey);
    expect(forBt709('#f2b84b')).not.toBe('#f2b84b');
    // Turned by the older rule and read by the newer one (weights from memory) it is the honey again.
    const [r, g, b] = [1, 3, 5].map((at) => parseInt(forBt709('#f2b84b').slice(at, at + 2), 16)) as [
      number,
      number,
      number,
    ];
    const y = 0.299 * r + 0.587 * g + 0.114 * b;
    const [cb, cr] = [(b - y) / 1.772, (r - y) / 1.402];
    const [red, blue] = [y + 1.5748 * cr, y + 1.8556 * cb];
    const green = (y - 0.2126 * red - 0.0722 * blue) / 0.7152;
    for (const [is, wanted] of [
      [red, 0xf2],
      [green, 0xb8],
      [blue, 0x4b],
    ] as const)
      expect(Math.abs(is - wanted)).toBeLessThan(2);
  });

  it('are the same in a picture that is taken out of it', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'limber-still-'));
    const [film, still] = [join(folder, 'film.mp4'), join(folder, 'still.jpg')];
    ffmpeg(
      ...['-f', 'lavfi', '-i', 'color=0x20c040:size=64x64:rate=25:duration=1'],
      ...[
        '-vf',
        'scale=out_color_matrix=bt709:out_range=tv,format=yuv420p',
        '-c:v',
        'libx264',
        '-colorspace',
        'bt709',
        film,
      ],
    );
    await run(['-i', film, ...asJpeg(still)], {});
    const rgb = execFileSync('ffmpeg', ['-loglevel', 'error', '-i', still, '-pix_fmt', 'rgb24', '-f', 'rawvideo', '-']);
    [0x20, 0xc0, 0x40].forEach((wanted, i) => expect(Math.abs(rgb[3 * 2000 + i]! - wanted)).toBeLessThan(8));
    rmSync(folder, { recursive: true });
  });

  it('every style is drawn', () => {
    for (const style of CUE_STYLES) expect(assOfFilm(filmPlan(lesson(), WISH, { style }))).toContain('Dialogue:');
  });
});
