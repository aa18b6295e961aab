import { boxOf } from '@limber/core/footage/face';
import type { Bout, PictureHalf, Seen } from '@limber/core/footage/analyse';
import type { Grids } from '@limber/core/footage/grids';
import { plannedIn, withPlan } from '@limber/core/footage/with-plan';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { analyseFilm } from '@limber/server/media/analyse';
import { loudnessOf, SILENCE } from '@limber/server/media/film/measure';
import { probe, RefusedMedia, SAFE_INPUT } from '@limber/server/media/probe';
import { InputError } from './input';

/**
 * What is seen and heard in a film.
 *
 * @param mirrored whether the hand at the left of the picture works the left: then a side is the half it is in.
 * @param lesson whose plan settles what could not be told; null without one.
 * @throws InputError when the file is no film that can be read.
 */
export async function analyse(file: string, mirrored: boolean, lesson: Lesson | null): Promise<unknown> {
  try {
    const known = await probe(file);
    const seen = await analyseFilm(file, known);
    const found = lesson ? withPlan(seen, plannedIn(lesson, mirrored ? 'left' : 'right')) : seen;
    const loudness = known.hasSound ? (await loudnessOf([...SAFE_INPUT, '-i', file])).integrated : -Infinity;
    const side = (half: PictureHalf | null): PictureHalf | null =>
      mirrored || half === null || half === 'both' ? half : half === 'left' ? 'right' : 'left';
    const { numerator, denominator } = known.frameRate;
    return {
      durationMs: known.durationMs,
      frameRate: Math.round((1000 * numerator) / denominator) / 1000,
      width: known.width,
      height: known.height,
      speech: found.speech.map(([startMs, endMs]) => ({ startMs, endMs })),
      bouts: found.bouts.map((bout: Bout) => ({
        ...spanOf(bout),
        periodMs: bout.periodMs,
        beatsMs: bout.beatsMs,
        side: side(bout.half),
        region: bout.region,
        confidence: rounded(bout.confidence),
      })),
      holds: found.holds.map((hold: Seen) => ({ ...spanOf(hold), side: side(hold.half), region: hold.region })),
      faces: found.faces.map((face) => ({ atMs: face.atMs, box: boxOf(face).map(rounded) })),
      motion: asText(found.motion),
      light: asText(found.light),
      loudnessLufs: loudness > SILENCE ? loudness : null,
      sceneChangesMs: found.sceneChangesMs,
    };
  } catch (error) {
    if (error instanceof RefusedMedia) throw new InputError('unusable-media', error.message);
    if ((error as NodeJS.ErrnoException).code === 'ENOENT')
      throw new InputError('missing-file', `There is no file ${file}.`);
    throw error;
  }
}

const spanOf = ({ startMs, endMs }: Seen): { startMs: number; endMs: number } => ({ startMs, endMs });
const rounded = (share: number): number => Math.round(share * 1000) / 1000;

function asText({ data, ...rest }: Grids): unknown {
  return { ...rest, data: Buffer.from(data.buffer, data.byteOffset, data.length).toString('base64') };
}
