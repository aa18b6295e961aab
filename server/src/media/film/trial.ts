import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { assOfPart, filmParts } from '@limber/core/render/film';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { stretchOf } from '@limber/core/render/stretch';
import { forBt709 } from './colour';
import { asJpeg, ffmpeg } from './ffmpeg';
import { unpackFonts } from './fonts';
import { finishSound } from './loudness';
import { gradeOf, makePart } from './picture';
import { mixSound } from './sound';

export interface Trial {
  readonly plan: FilmPlan;
  /** A local copy of a medium, and what is known of it. */
  readonly medium: (id: string) => Promise<{ path: string; hasSound: boolean; highDynamicRange: boolean }>;
  /** Where folders for trials are made. */
  readonly scratchFolder: string;
  readonly fonts: string;
  readonly signal?: AbortSignal;
}

/** What brings a medium to its light takes a while to see, and stays what it is. */
const GRADES = new Map<string, readonly string[]>();
const MOST_GRADES = 200;
/** How long what is heard of a trial lasts, s. */
const HEARD_SECONDS = 8;

/** One picture of a film as it will be, as JPEG: made by the same steps. @param at the picture of the film. */
export async function tryPicture(trial: Trial, at: number): Promise<Buffer> {
  return inFolder(trial, async (scratch) => {
    const { fonts, signal, medium } = trial;
    await unpackFonts(fonts);
    const plan = { ...stretchOf(trial.plan, at, at + 1), kind: 'mp4' as const };
    const [part] = filmParts(plan);
    if (!part) throw new Error('A stretch of a film has a part.');
    const footage = part.card ? null : await medium(part.mediaId);
    const graded = part.card || !footage ? [] : await gradeFor(part.mediaId, footage, plan.brighter, signal);
    const made = await makePart({
      ...{ plan, part, ass: assOfPart(plan, part, forBt709), fonts, scratch },
      footage: footage && { path: footage.path, graded },
      ...(signal ? { signal } : {}),
    });
    const still = join(scratch, 'still.jpg');
    await ffmpeg(['-i', made, ...asJpeg(still)], signal ? { signal } : {});
    return readFile(still);
  });
}

/** Some seconds of what is heard in a film as it will be, as AAC in MP4. @param from the picture at which it begins. */
export async function trySound(trial: Trial, from: number): Promise<Buffer> {
  return inFolder(trial, async (scratch) => {
    const { medium, signal } = trial;
    const length = Math.round((HEARD_SECONDS * trial.plan.rate.numerator) / trial.plan.rate.denominator);
    const plan = stretchOf(trial.plan, from, from + length);
    const original = async (id: string): Promise<string | null> => {
      const { path, hasSound } = await medium(id);
      return hasSound ? path : null;
    };
    const mix = await mixSound({ plan, original, scratch, ...(signal ? { signal } : {}) });
    return readFile((await finishSound(mix, 'mp4', scratch, signal)).path);
  });
}

async function gradeFor(
  id: string,
  { path, highDynamicRange }: { path: string; highDynamicRange: boolean },
  brighter: boolean,
  signal?: AbortSignal,
): Promise<readonly string[]> {
  const name = `${id}/${brighter ? 'brighter' : 'as it is'}`;
  const known = GRADES.get(name) ?? (await gradeOf(path, { highDynamicRange, brighter }, signal));
  if (GRADES.size >= MOST_GRADES) GRADES.clear();
  GRADES.set(name, known);
  return known;
}

async function inFolder<T>({ scratchFolder }: Trial, work: (scratch: string) => Promise<T>): Promise<T> {
  const scratch = await mkdtemp(join(scratchFolder, 'trial-'));
  try {
    return await work(scratch);
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
}
