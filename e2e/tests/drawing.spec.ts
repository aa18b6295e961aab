import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type { Page } from '@playwright/test';
import { FRAMES, type FrameName } from '@limber/core/cue/frame';
import { marksOf } from '@limber/core/cue/marks';
import { placeCues, type PlacedCue } from '@limber/core/cue/place';
import { CUE_STYLES } from '@limber/core/cue/styles';
import type { Cue } from '@limber/core/cue/cue';
import { writeAss, writeMarksAsAss } from '@limber/core/format/ass';
import { cardMarks } from '@limber/core/render/card';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import type { Mark } from '@limber/core/cue/mark';
import { shownAt, trackOf } from '@limber/core/cue/track';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { filmPlan } from '@limber/core/render/film';
import { aFilmedLesson, aMove, aSegment, aStep } from '@limber/core/testing';
import { unpackFonts } from '@limber/server/media/film/fonts';
import { makeFilm } from '@limber/server/media/film/make-film';
import { expect, test } from '../studio';

/**
 * A film shows what the preview shows: the same marks drawn by ffmpeg and by the browser at the size of a film, compared
 * by their edges.
 */
const SHORT = 1080;
const GROUND = 235;
/** How far an edge may be off, px: within so far of every edge of one picture there is one of the other. */
const MOST_OFF = 2;
/** What is an edge, of 255. */
const EDGE = 70;
const require = createRequire(import.meta.url);

let folder: string;
test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'limber-drawing-'));
  mkdirSync(join(folder, 'fonts'));
  await unpackFonts(join(folder, 'fonts'));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

function sizeOf(frame: FrameName): { width: number; height: number } {
  const { height } = FRAMES[frame];
  const width = height < 1 ? SHORT / height : SHORT;
  return { width: Math.round(width), height: Math.round(width * height) };
}

/** A picture as grey bytes. */
interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Buffer;
}

function byFfmpeg(ass: string, { width, height }: { width: number; height: number }): Grey {
  const script = join(folder, 'cues.ass');
  writeFileSync(script, ass);
  const data = execFileSync(
    'ffmpeg',
    [
      ...['-nostdin', '-loglevel', 'error', '-f', 'lavfi', '-i', `color=0xebebeb:size=${width}x${height}:rate=25:d=2`],
      // As RGB, so that nothing is lost to colour at half the size.
      ...['-vf', `format=gbrp,ass=${script}:fontsdir=${join(folder, 'fonts')},format=gray`, '-ss', '0.8'],
      ...['-frames:v', '1', '-f', 'rawvideo', 'pipe:1'],
    ],
    { maxBuffer: 1e8 },
  );
  return { width, height, data };
}

/** The page that the browser draws: fonts as the pages list them, marks as `lc-marks` draws them. */
async function byBrowser(
  page: Page,
  marks: readonly Mark[],
  { width, height }: { width: number; height: number },
): Promise<Grey> {
  await page.setViewportSize({ width, height });
  await page.route('http://fonts.test/**', (route) => {
    const [name, ...rest] = new URL(route.request().url()).pathname.slice(1).split('/') as [string, ...string[]];
    const root = dirname(require.resolve(`@fontsource/${name}/package.json`));
    return route.fulfill({ path: join(root, ...rest), headers: { 'Access-Control-Allow-Origin': '*' } });
  });
  const sheets = ['bricolage-grotesque/800', 'atkinson-hyperlegible-next/600', ...OTHERS.map((name) => `${name}/600`)];
  const links = sheets.map((sheet) => `<link rel="stylesheet" href="http://fonts.test/${sheet}.css">`).join('');
  await page.setContent(`<!doctype html>${links}<style>${STYLE}</style>${svgOf(marks, height / width)}`);
  await page.evaluate(() => document.fonts.ready.then(() => document.fonts.ready));
  const png = join(folder, 'browser.png');
  await page.screenshot({ path: png });
  const data = execFileSync(
    'ffmpeg',
    ['-nostdin', '-loglevel', 'error', '-i', png, '-vf', 'format=gray', '-f', 'rawvideo', 'pipe:1'],
    { maxBuffer: 1e8 },
  );
  return { width, height, data };
}

const OTHERS = ['noto-sans', 'noto-sans-jp', 'noto-sans-hebrew', 'noto-sans-arabic'];
/** The rules of the component that draws marks, as they are written there. */
const RULES = /styles: `([^`]*)`/.exec(readFileSync('web/shared/marks.ts', 'utf8'))![1]!;
const STYLE = `body{margin:0;background:rgb(${GROUND},${GROUND},${GROUND})}svg{display:block;width:100vw;height:100vh}${RULES}`;

function svgOf(marks: readonly Mark[], shape: number): string {
  const escape = (text: string): string => text.replace(/[&<>]/g, (sign) => `&#${sign.charCodeAt(0)};`);
  const drawn = marks.map((mark) =>
    mark.is === 'path'
      ? `<path d="${mark.d}" fill="${mark.fill ?? 'none'}" stroke="${mark.stroke ?? 'none'}" stroke-width="${mark.strokeWidth}" opacity="${mark.opacity}"/>`
      : `<text x="${mark.x}" y="${mark.baseline}" font-size="${mark.size}" text-anchor="${mark.anchor}" fill="${mark.fill}" class="${mark.type}">${escape(mark.text)}</text>`,
  );
  return `<svg viewBox="0 0 1000 ${1000 * shape}">${drawn.join('')}</svg>`;
}

/** Where a picture changes by more than `by` from one pixel to the next, across or down. */
function edgesOf({ width, height, data }: Grey, by: number): Uint8Array {
  const edges = new Uint8Array(width * height);
  for (let y = 0; y < height - 1; y++)
    for (let x = 0; x < width - 1; x++) {
      const at = y * width + x;
      const here = data[at]!;
      if (Math.abs(here - data[at + 1]!) > by || Math.abs(here - data[at + width]!) > by) edges[at] = 1;
    }
  return edges;
}

/** The share of edges of `a` that have none of `b` near them, and how many there are. */
function alone(a: Uint8Array, b: Uint8Array, width: number): { share: number; count: number } {
  let [count, lonely] = [0, 0];
  for (let at = 0; at < a.length; at++) {
    if (!a[at]) continue;
    count += 1;
    let near = false;
    for (let dy = -MOST_OFF; dy <= MOST_OFF && !near; dy++)
      for (let dx = -MOST_OFF; dx <= MOST_OFF && !near; dx++) near = b[at + dy * width + dx] === 1;
    if (!near) lonely += 1;
  }
  return { share: lonely / Math.max(1, count), count };
}

function same(film: Grey, preview: Grey, what: string, most = 0.001): void {
  // An edge that falls between two pixels of one picture is spread over both, and half as strong there.
  const [there, back] = [
    alone(edgesOf(film, EDGE), edgesOf(preview, EDGE / 2), film.width),
    alone(edgesOf(preview, EDGE), edgesOf(film, EDGE / 2), film.width),
  ];
  expect(there.count, what).toBeGreaterThan(300);
  expect(there.share, `${what}: in the film alone`).toBeLessThan(most);
  expect(back.share, `${what}: in the preview alone`).toBeLessThan(most);
}

const cue = (kind: Cue['kind'], text: string, change: Partial<Cue> = {}): Cue => ({
  key: `p|s${kind}|${kind}|0`,
  ...{
    kind,
    stepId: 'a',
    side: 'left',
    startMs: 0,
    endMs: 2000,
    text,
    value: null,
    of: null,
    shows: null,
    edited: false,
  },
  ...change,
});
const counted = (value: number, of: number): Cue => cue('count', String(value), { value, of });

function drawnBoth(
  cues: readonly Cue[],
  style: CueStyle,
  name: FrameName,
): { placed: PlacedCue[]; ass: string; marks: Mark[] } {
  const [frame, size] = [FRAMES[name], sizeOf(name)];
  const placed = placeCues(cues, style, frame, []);
  const marks = placed.flatMap((one) => marksOf(one, style, frame));
  return { placed, marks, ass: writeAss(placed, { style, frame, ...size, frameRate: 25 }) };
}

test('cues of a film are those of the preview, to two pixels: every style and every shape', async ({ page }) => {
  for (const style of CUE_STYLES)
    for (const name of ['16:9', '9:16', '1:1'] as const) {
      const cues = [
        cue('label', 'Slipway, feather-light'),
        cue('side', 'Your left'),
        counted(7, 12),
        cue('caption', 'Slow on the way up, and let the hand float down again.'),
      ];
      const { ass, marks } = drawnBoth(cues, style, name);
      same(byFfmpeg(ass, sizeOf(name)), await byBrowser(page, marks, sizeOf(name)), `${style.name} ${name}`);
    }
});

test('what is told beside the work is drawn in a film as in the preview: holds, breaths, ways, cautions', async ({
  page,
}) => {
  const held = (value: number): Cue => cue('countdown', value === 0 ? 'Let go' : String(value), { value, of: 5 });
  const breath = (phase: 'in' | 'hold' | 'out', text: string): Cue =>
    cue('breath', text, { value: 2, of: 4, shows: { is: 'breath', phase } });
  const way = (
    pressure: 'feather' | 'firm',
    arrows: readonly ('up' | 'down' | 'left' | 'right')[],
    text: string,
  ): Cue => cue('pressure', text, { shows: { is: 'way', pressure, arrows } });
  const sets: Cue[][] = [
    [held(4), breath('in', 'Breathe in'), way('feather', ['down'], 'Feather-light, down')],
    [held(1), breath('out', 'Breathe out'), cue('caution', 'Leave it out if your jaw clicks or locks.')],
    [held(0), way('firm', ['left', 'right'], 'Firmly, outwards'), cue('next', 'Next: Foghorn')],
    [cue('halfway', 'Halfway'), breath('hold', 'Hold it'), cue('swap', 'Now your right', { side: 'right' })],
  ];
  for (const [at, cues] of sets.entries())
    for (const style of CUE_STYLES) {
      const name = at % 2 === 0 ? '16:9' : '9:16';
      const { ass, marks } = drawnBoth(cues, style, name);
      same(byFfmpeg(ass, sizeOf(name)), await byBrowser(page, marks, sizeOf(name)), `${style.name} ${at}`);
    }
});

test('signs, accents and other scripts stand in a film where they stand in the preview', async ({ page }) => {
  for (const text of [
    String.raw`Tide {\b1} \N \h {slow}`,
    'Čelist, mâchoire, Ñandú, ¿así?',
    'Smile 🙂 softly 👩🏽‍🦱 now',
    '顎をゆるめる、ゆっくり。',
    'Jaw 顎 left',
    'שחררו את הלסת',
    'Щека, челюсть',
    'Μάγουλο και σαγόνι',
  ]) {
    const cues = [cue('label', text), cue('caption', text)];
    const { ass, marks } = drawnBoth(cues, CUE_STYLES[0]!, '16:9');
    same(byFfmpeg(ass, sizeOf('16:9')), await byBrowser(page, marks, sizeOf('16:9')), text);
  }
});

test('cards of a film are those of the preview', async ({ page }) => {
  for (const name of ['16:9', '9:16'] as const)
    for (const card of [
      { title: 'Before the early bulletin', lines: ['9 moves, about 4 minutes'], link: '' },
      {
        title: '',
        lines: ['That was it.', 'Ask me anything: point your phone here.'],
        link: 'https://harbour.example/ask',
      },
    ]) {
      const [marks, size] = [cardMarks(card, FRAMES[name]), sizeOf(name)];
      const ass = writeMarksAsAss(marks, { ...size, frameRate: 25, from: 0, to: 50, lead: 0 });
      same(byFfmpeg(ass, size), await byBrowser(page, marks, size), `${name} ${card.title || 'closing'}`);
    }
});

test('a film of two takes with a repeat shows at every time what the preview shows then', async ({ page }) => {
  const media: Record<string, string> = {};
  for (const [id, rate] of [
    ['one', 25],
    ['two', 30],
  ] as const) {
    media[id] = join(folder, `${id}.mp4`);
    execFileSync('ffmpeg', [
      ...['-nostdin', '-loglevel', 'error', '-f', 'lavfi', '-i', `color=0xebebeb:size=1920x1080:rate=${rate}:d=8`],
      ...['-f', 'lavfi', '-i', 'anullsrc=d=8', '-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'],
      ...['-c:a', 'aac', media[id]],
    ]);
  }
  const lesson = twoTakes();
  for (const name of ['16:9', '9:16'] as const) {
    const wish = { cut: 'full', frame: name, captions: 'burned', kind: 'mp4', stillMs: null } as const;
    const plan = filmPlan(lesson, wish);
    const scratch = mkdtempSync(join(folder, 'film-'));
    const film = await makeFilm(
      plan,
      (id) => Promise.resolve({ path: media[id]!, hasSound: true, highDynamicRange: false }),
      scratch,
    );
    const track = trackOf(plan.cues);
    // In the middle of what is shown, when nothing comes in; twice where a piece plays twice.
    for (const ms of [1500, 2700, 4300, 6100, 8300, 9500]) {
      const shown = shownAt(track, ms);
      const marks = shown.flatMap((one) => marksOf(one, plan.style, FRAMES[name]));
      const data = execFileSync(
        'ffmpeg',
        [
          ...['-nostdin', '-loglevel', 'error', '-ss', String(ms / 1000), '-i', film, '-frames:v', '1'],
          ...['-vf', 'scale=in_color_matrix=bt709,format=gbrp,format=gray', '-f', 'rawvideo', 'pipe:1'],
        ],
        { maxBuffer: 1e8 },
      );
      const size = { width: plan.width, height: plan.height };
      expect(marks.length, `${name} at ${ms}`).toBeGreaterThan(3);
      same({ ...size, data }, await byBrowser(page, marks, size), `${name} at ${ms}`, 0.004);
    }
  }
});

/** Six seconds of one take with work on the left, three of another, and the work once more. */
function twoTakes(): Lesson {
  const filmed = aFilmedLesson({}, 8000);
  const take = (id: string, numerator: number): Lesson['takes'][number] => ({
    ...filmed.takes[0]!,
    ...{ id, width: 1920, height: 1080, frameRate: { numerator, denominator: 1 } },
    sources: [{ mediaId: id, role: 'picture', offsetMs: 0 }],
  });
  const work = (id: string, takeId: string, side: 'left' | 'right') =>
    aSegment(id, 1000, 5000, { takeId, side, beatsMs: [2000, 3000, 4000, 5000] });
  return {
    ...filmed,
    steps: [aStep('a', { move: aMove({ name: 'Čelist {1} 顎' }) })],
    takes: [take('one', 25), take('two', 30)],
    segments: [work('s', 'one', 'left'), work('t', 'two', 'right')],
    assembly: [
      { id: 'p', takeId: 'one', fromMs: 0, toMs: 5000 },
      { id: 'q', takeId: 'two', fromMs: 1000, toMs: 3000 },
      { id: 'r', takeId: 'one', fromMs: 1000, toMs: 5000 },
    ],
  };
}

test('figures are read back from a film by their pictures', async ({ page }) => {
  // What each figure looks like in the browser, and the film's picture nearest to one of these.
  const name = '16:9';
  for (const style of CUE_STYLES) {
    const boxes = new Map<number, { browser: Buffer; film: Buffer }>();
    for (let value = 0; value <= 9; value++) {
      const { placed, ass, marks } = drawnBoth([counted(value, 9)], style, name);
      const [film, browser] = [byFfmpeg(ass, sizeOf(name)), await byBrowser(page, marks, sizeOf(name))];
      boxes.set(value, { film: cut(film, placed[0]!), browser: cut(browser, placed[0]!) });
    }
    for (const [value, { film }] of boxes) {
      const off = [...boxes].map(([as, { browser }]) => ({ as, by: apart(film, browser) })).sort((a, b) => a.by - b.by);
      expect(off[0]!.as, `${style.name} ${value}`).toBe(value);
      expect(off[0]!.by * 1.5, `${style.name} ${value}`).toBeLessThan(off[1]!.by);
    }
  }
});

/** What a picture shows in a box, row by row. */
function cut({ width, height, data }: Grey, { box }: PlacedCue): Buffer {
  const [x, y] = [Math.round(box[0] * width), Math.round(box[1] * height)];
  const [wide, high] = [Math.round(box[2] * width), Math.round(box[3] * height)];
  return Buffer.concat(
    Array.from({ length: high }, (_, row) => data.subarray((y + row) * width + x, (y + row) * width + x + wide)),
  );
}

function apart(a: Buffer, b: Buffer): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i]! - b[i]!) ** 2;
  return sum / a.length;
}
