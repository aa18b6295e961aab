import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { assOfPart, filmParts } from '@limber/core/render/film';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { stretchOf } from '@limber/core/render/stretch';
import { perSecond } from '@limber/core/time/frames';
import { forBt709 } from './colour';
import { ffmpeg } from '../ffmpeg';
import { asJpeg } from './ffmpeg';
import { unpackFonts } from './fonts';
import { finishSound } from './loudness';
import { Grades, makePart, type Footage } from './picture';
import type { FilmMedium } from './make-film';
import { mixSound } from './sound';

export interface Trial {
  readonly plan: FilmPlan;
  /** A local copy of a medium, and what is known of it. */
  readonly medium: (id: string) => Promise<FilmMedium>;
  /** A folder of this trial's own. */
  readonly scratch: string;
  readonly fonts: string;
  readonly signal?: AbortSignal;
}

/** What brings a medium to its light takes a while to see, and stays what it is. */
const GRADES = new Grades();
/** How long what is heard of a trial lasts, s. */
const HEARD_SECONDS = 8;

/** One picture of a film as it will be, as JPEG: made by the same steps. @param at the picture of the film. */
export async function tryPicture({ plan, medium, scratch, fonts, signal }: Trial, at: number): Promise<Buffer> {
  await unpackFonts(fonts);
  const one = stretchOf(plan, at, at + 1);
  const [part] = filmParts(one);
  if (!part) throw new Error('A stretch of a film has a part.');
  const footageOf = async (id: string): Promise<Footage> => {
    const { path, highDynamicRange } = await medium(id);
    return { path, graded: await GRADES.of(id, path, { highDynamicRange, brighter: plan.brighter }, signal) };
  };
  const footage = part.card ? null : await footageOf(part.mediaId);
  const ass = assOfPart(one, part, forBt709);
  const made = await makePart({ plan: one, part, ass, footage, fonts, scratch, ...(signal ? { signal } : {}) });
  const still = join(scratch, 'still.jpg');
  await ffmpeg(['-i', made, ...asJpeg(still)], { signal });
  return readFile(still);
}

/** Some seconds of what is heard in a film as it will be, as AAC in MP4. @param from the picture at which it begins. */
export async function trySound({ plan, medium, scratch, signal }: Trial, from: number): Promise<Buffer> {
  const some = stretchOf(plan, from, from + Math.round(HEARD_SECONDS * perSecond(plan.rate)));
  const original = async (id: string): Promise<string | null> => {
    const { path, hasSound } = await medium(id);
    return hasSound ? path : null;
  };
  const mix = await mixSound({ plan: some, original, scratch, ...(signal ? { signal } : {}) });
  return readFile((await finishSound(mix, { ...some, kind: 'mp4' }, scratch, signal)).path);
}
