import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { FRAMES } from '@limber/core/cue/frame';
import { writeAss } from '@limber/core/format/ass';
import { assOfPart, drawnCues, filmParts } from '@limber/core/render/film';
import { perSecond } from '@limber/core/time/frames';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { checkFonts } from './check-fonts';
import { forBt709 } from './colour';
import { unpackFonts } from './fonts';
import { joinFilm } from './join';
import { finishSound } from './loudness';
import { Grades, makePart, type Footage } from './picture';
import { mixSound } from './sound';
import { stillOf } from './still';

/** A medium of a film that lies in a file. */
export interface FilmMedium {
  readonly path: string;
  readonly hasSound: boolean;
  readonly highDynamicRange: boolean;
}

/**
 * Makes a whole film in one go, in a folder.
 *
 * @param medium where each medium of the plan lies.
 * @returns the path of the film.
 * @throws WrongFont, NoFont, ToolTrouble
 */
export async function makeFilm(
  plan: FilmPlan,
  medium: (id: string) => Promise<FilmMedium>,
  scratch: string,
): Promise<string> {
  const fonts = join(scratch, 'fonts');
  await mkdir(fonts, { recursive: true });
  await unpackFonts(fonts);
  await checkFonts(assOfFilm(plan), fonts, scratch);
  const grades = new Grades();
  const { brighter } = plan;
  const footageOf = async (id: string): Promise<Footage> => {
    const { path, highDynamicRange } = await medium(id);
    return { path, graded: await grades.of(id, path, { highDynamicRange, brighter }) };
  };
  const parts: string[] = [];
  for (const part of filmParts(plan)) {
    const ass = assOfPart(plan, part, forBt709);
    const footage = part.card ? null : await footageOf(part.mediaId);
    parts.push(await makePart({ plan, part, ass, footage, fonts, scratch }));
  }
  const original = async (id: string): Promise<string | null> => {
    const one = await medium(id);
    return one.hasSound ? one.path : null;
  };
  const mix = await mixSound({ plan, original, scratch });
  const { path: sound } = await finishSound(mix, plan, scratch);
  return joinFilm({ plan, parts, sound, still: await stillOf(plan, parts, scratch), scratch });
}

/** Everything that is drawn in a film, to see whether every letter has its font. */
export function assOfFilm(plan: FilmPlan): string {
  const frameRate = perSecond(plan.rate);
  const { style, width, height } = plan;
  const cards = filmParts(plan).flatMap((part) => (part.card ? [assOfPart(plan, part)!] : []));
  return [
    writeAss(drawnCues(plan), { style, frame: FRAMES[plan.frame], width, height, frameRate }),
    ...cards.flatMap((card) => card.split('\n').filter((line) => line.startsWith('Dialogue:'))),
    '',
  ].join('\n');
}
