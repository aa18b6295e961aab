import { join } from 'node:path';
import { ffmpeg } from './ffmpeg';
import type { MediaRow } from '../store/entities';
import { SAFE_INPUT } from './probe';

/** Wide enough for three beside each other on a sharp screen, px. */
const WIDTH = 320;
const LONGEST_MS = 120_000;

/**
 * Stills of a film, small ones: one reading of the file for each instant, which goes there by the film's index.
 *
 * @param film the copy that plays: its time is that of its take.
 * @returns where each lies, in the order in which they were asked for.
 */
export async function makeStills(
  film: string,
  media: Pick<MediaRow, 'durationMs' | 'frameRate'>,
  atMs: readonly number[],
  { scratch, signal }: { readonly scratch: string; readonly signal: AbortSignal },
): Promise<string[]> {
  const pictureMs = (1000 * media.frameRate.denominator) / media.frameRate.numerator;
  // Behind the last picture there is none to be taken.
  const lastMs = Math.max(0, media.durationMs - 2 * pictureMs);
  const stills = atMs.map((ms) => join(scratch, `still-${ms}.jpg`));
  await ffmpeg(
    [
      ...atMs.flatMap((ms) => [
        ...['-threads', '1', '-ss', (Math.min(ms, lastMs) / 1000).toFixed(3), ...SAFE_INPUT, '-i', film],
      ]),
      ...stills.flatMap((path, i) => [
        ...['-map', `${i}:v:0`, '-frames:v', '1', '-vf', `scale=${WIDTH}:-2`, '-q:v', '5', '-y', path],
      ]),
    ],
    { signal, timeoutMs: LONGEST_MS },
  );
  return stills;
}
