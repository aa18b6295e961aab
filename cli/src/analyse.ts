import { turned, type PictureHalf } from '@limber/core/footage/half';
import { plannedIn, withPlan } from '@limber/core/footage/with-plan';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { analyseFilm } from '@limber/server/media/analyse';
import { soundOf } from '@limber/server/media/make';
import { making, probed } from './media';

/**
 * What is seen and heard in a film.
 *
 * @param mirrored whether the hand at the left of the picture works the left: then a side is the half it is in.
 * @param lesson whose plan settles what could not be told; null without one.
 * @throws InputError when the file is no film that can be read.
 */
export async function analyse(file: string, mirrored: boolean, lesson: Lesson | null): Promise<unknown> {
  const known = await probed(file, 'picture');
  const seen = await analyseFilm(file, known);
  const pictureLeft = mirrored ? 'left' : 'right';
  const { bouts, holds, faces, motion, light, sceneChangesMs } = lesson
    ? withPlan(seen, plannedIn(lesson, pictureLeft))
    : seen;
  const { speech, loudnessLufs, noiseDb, hum } = await soundOf(making(file, known));
  const side = (half: PictureHalf | null): PictureHalf | null => half && turned(half, pictureLeft);
  const { numerator, denominator } = known.frameRate;
  return {
    durationMs: known.durationMs,
    frameRate: Math.round((1000 * numerator) / denominator) / 1000,
    width: known.width,
    height: known.height,
    speech: speech.map(([startMs, endMs]) => ({ startMs, endMs })),
    bouts: bouts.map((bout) => ({
      ...spanOf(bout),
      periodMs: bout.periodMs,
      beatsMs: bout.beatsMs,
      side: side(bout.half),
      region: bout.region,
      confidence: rounded(bout.confidence),
    })),
    holds: holds.map((hold) => ({ ...spanOf(hold), side: side(hold.half), region: hold.region })),
    faces: faces.map(({ atMs, box, outline }) => ({ atMs, box: box.map(rounded), outline })),
    motion,
    light,
    loudnessLufs,
    noiseDb,
    hum,
    sceneChangesMs,
  };
}

const spanOf = ({ startMs, endMs }: { startMs: number; endMs: number }): { startMs: number; endMs: number } => ({
  startMs,
  endMs,
});
/** A share to three places. */
export const rounded = (share: number): number => Math.round(share * 1000) / 1000;
