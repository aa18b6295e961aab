import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { assOfPart, filmParts, filmPlan } from '@limber/core/render/film';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { stretchOf } from '@limber/core/render/stretch';
import { forBt709 } from '@limber/server/media/film/colour';
import { ffmpeg } from '@limber/server/media/ffmpeg';
import { unpackFonts } from '@limber/server/media/film/fonts';
import { joinFilm } from '@limber/server/media/film/join';
import { finishSound } from '@limber/server/media/film/loudness';
import { makeFilm } from '@limber/server/media/film/make-film';
import { Grades, makePart } from '@limber/server/media/film/picture';
import { mixSound } from '@limber/server/media/film/sound';
import { report } from './compare';
import { spent } from './processor';
import { filmedLessonOf } from './long-lesson';

const SECONDS = 40;

/**
 * A film against a bare encode of the same pictures and sound with the same settings, by processor time, ours and the
 * reference in turn; one changed cue of ten minutes against all of it; how much memory an hour takes.
 */
export async function render(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'limber-bench-film-'));
  try {
    const footage = join(folder, 'footage.mp4');
    // A picture that moves everywhere, with grain, as a camera has it; talk as pulses.
    execFileSync('ffmpeg', [
      ...['-nostdin', '-loglevel', 'error', '-f', 'lavfi', '-i', `testsrc2=s=1920x1080:r=25:d=${SECONDS}`],
      ...['-f', 'lavfi', '-i', `aevalsrc=0.2*sin(2*PI*220*t)*lt(mod(t\\,2)\\,1.3):s=48000:d=${SECONDS}`],
      ...['-vf', 'noise=alls=6:allf=t,format=yuv420p', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20'],
      ...['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-c:a', 'aac', '-y', footage],
    ]);
    const plan = planOf(SECONDS);
    const [ours, bare]: [number[], number[]] = [[], []];
    for (let round = 0; round < 3; round++) {
      ours.push(await spent(() => filmOf(plan, footage, folder)));
      bare.push(await spent(() => bareEncode(plan, footage, join(folder, 'bare.mp4'))));
    }
    report(
      'film',
      `${SECONDS} s of 1080p, ${plan.cues.length} cues`,
      median(ours),
      'a bare encode',
      median(bare),
      's of processor time',
    );
    const upright = await spent(() => filmOf(planOf(SECONDS, '9:16'), footage, folder));
    report(
      'film, upright',
      `${SECONDS} s out of 1080p`,
      upright,
      'the same bare encode',
      median(bare),
      's of processor time',
    );
    await oneCue(plan, footage, folder, median(ours));
    await anHour(plan, footage, folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function planOf(seconds: number, frame: FilmPlan['frame'] = '16:9'): FilmPlan {
  const lesson = filmedLessonOf(24, 'footage');
  const takes = lesson.takes.map((take) => ({ ...take, width: 1920, height: 1080 }));
  const plan = filmPlan({ ...lesson, takes }, { cut: 'full', frame, captions: 'none', kind: 'mp4', stillMs: null });
  return stretchOf(plan, 0, seconds * 25);
}

async function filmOf(plan: FilmPlan, path: string, folder: string): Promise<void> {
  const scratch = mkdtempSync(join(folder, 'film-'));
  await makeFilm(plan, async () => ({ path, hasSound: true, highDynamicRange: false }), scratch);
  rmSync(scratch, { recursive: true });
}

async function bareEncode(plan: FilmPlan, path: string, out: string): Promise<void> {
  const seconds = String(plan.frames / 25);
  await ffmpeg([
    ...['-i', path, '-t', seconds, '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-profile:v', 'high'],
    ...['-bf', '2', '-g', '50', '-keyint_min', '50', '-sc_threshold', '0', '-c:a', 'aac', '-b:a', '192k'],
    ...['-movflags', '+faststart', '-y', out],
  ]);
}

/** Of ten minutes one cue is changed: one part is drawn, and all is put together again. The sound stays. */
async function oneCue(plan: FilmPlan, path: string, folder: string, wholeOfBench: number): Promise<void> {
  const { scratch, frames, draw } = await firstPart(plan, path, folder);
  const times = (10 * 60) / (frames / 25);
  const many: FilmPlan = longer(stretchOf(plan, 0, frames), times);
  const sound = await soundOf(many, path, scratch);
  const cost = await spent(async () => {
    const made = await draw();
    await joinFilm({ plan: many, parts: Array<string>(times).fill(made), sound, still: null, scratch });
  });
  report(
    'film, one changed cue',
    'of ten minutes',
    cost,
    'all of it, by its length',
    (wholeOfBench * 600) / SECONDS,
    's of processor time',
  );
}

/** The first part of a film, to be drawn. */
async function firstPart(
  plan: FilmPlan,
  path: string,
  folder: string,
): Promise<{ scratch: string; frames: number; draw: () => Promise<string> }> {
  const scratch = mkdtempSync(join(folder, 'part-'));
  const fonts = join(scratch, 'fonts');
  mkdirSync(fonts);
  await unpackFonts(fonts);
  const [part] = filmParts(plan);
  if (!part || part.card) throw new Error('The film begins with footage.');
  const graded = await new Grades().of('footage', path, { highDynamicRange: false, brighter: false });
  const ass = assOfPart(plan, part, forBt709);
  const draw = () => makePart({ plan, part, ass, footage: { path, graded }, fonts, scratch });
  return { scratch, frames: part.frames, draw };
}

/** The same stretch over and over. */
function longer(plan: FilmPlan, times: number): FilmPlan {
  return {
    ...plan,
    frames: plan.frames * times,
    chapters: [],
    pieces: Array.from({ length: times }, (_, n) =>
      plan.pieces.map((one) => ({ ...one, at: one.at + n * plan.frames })),
    ).flat(),
  };
}

async function soundOf(plan: FilmPlan, path: string, scratch: string): Promise<string> {
  const mix = await mixSound({ plan, original: () => Promise.resolve(path), scratch });
  return (await finishSound(mix, { ...plan, kind: 'mp4' }, scratch)).path;
}

/** The most memory that a process takes: for a part (of any film), for an hour's sound, for putting an hour together. */
async function anHour(plan: FilmPlan, path: string, folder: string): Promise<void> {
  const { scratch, frames, draw } = await firstPart(plan, path, folder);
  const hour = longer(stretchOf(plan, 0, frames), 3600 / (frames / 25));
  let made = '';
  let sound = '';
  const encoding = await most(async () => {
    made = await draw();
  });
  const mixing = await most(async () => (sound = await soundOf(hour, path, scratch)));
  const joining = await most(async () => {
    await joinFilm({ plan: hour, parts: Array<string>(hour.pieces.length).fill(made), sound, still: null, scratch });
  });
  const mb = (kb: number): string => `${Math.round(kb / 1024)} MB`;
  process.stdout.write(
    `film, memory for an hour of 1080p: a part ${mb(encoding)}, its sound ${mb(mixing)}, putting it together ${mb(joining)} (the largest process; Node.js itself ${mb(process.memoryUsage().rss / 1024)})\n`,
  );
}

function median(all: readonly number[]): number {
  return [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)]!;
}

/** The most memory that any process started here took meanwhile, kB. */
async function most(work: () => Promise<unknown>): Promise<number> {
  let peak = 0;
  const look = (): void => {
    for (const pid of childrenOf(process.pid)) {
      const found = existsSync(`/proc/${pid}/status`) ? /VmHWM:\s+(\d+) kB/.exec(statusOf(pid)) : null;
      peak = Math.max(peak, Number(found?.[1] ?? 0));
    }
  };
  const timer = setInterval(look, 50);
  try {
    await work();
  } finally {
    clearInterval(timer);
  }
  return peak;
}

function statusOf(pid: string): string {
  try {
    return readFileSync(`/proc/${pid}/status`, 'utf8');
  } catch {
    return '';
  }
}

function childrenOf(pid: number): string[] {
  return readdirSync(`/proc/${pid}/task`).flatMap((task) => {
    try {
      return readFileSync(`/proc/${pid}/task/${task}/children`, 'utf8').trim().split(' ').filter(Boolean);
    } catch {
      return [];
    }
  });
}
