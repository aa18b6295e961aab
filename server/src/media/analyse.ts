import { setImmediate } from 'node:timers/promises';
import { analysePictures } from '@limber/core/footage/analyse';
import type { Analysis } from '@limber/core/footage/analysis.document';
import { boxOf } from '@limber/core/footage/face';
import type { Grids } from '@limber/core/footage/grids';
import { COLUMNS, PictureGatherer, ROWS, STEP_MS } from '@limber/core/footage/picture';
import { FACE_PICTURE, type OutlinedFace } from '@limber/core/footage/face-finder';
import { loadFaceFinder } from './faces';
import { ffmpeg } from './ffmpeg';
import { SAFE_INPUT, type Probed } from './probe';
import { Cancelled } from './tool';

/** What was seen of a film. */
export type FilmAnalysis = Omit<Analysis, 'format' | 'version'>;

/** A face is looked for every so many ms, and where a scene begins. */
const FACE_STEP_MS = 2000;
/** So many cuts are looked at by themselves; a film with more has few looks between two cuts anyway. */
const MOST_CUTS = 200;
const AS_FACE_PICTURE = `scale=${FACE_PICTURE.width}:${FACE_PICTURE.height},format=rgb24`;
/** How long the reading of a film may take before it is given up, ms, and for each ms of the film: ten times as long as usual. */
const PATIENCE = { least: 300_000, each: 5 } as const;
/** The shares of the work: reading the film with its faces, then what hands do. */
const READING = 0.6;

/**
 * Looks at a film, decoding it once: small grey pictures for movement, larger ones for faces. Times begin where the file
 * does, as those of its copy for browsers do.
 *
 * @param what of it is looked at; without faces the halves and regions of movements are not told. `patienceMs`: how long
 * its reading may take.
 * @throws ToolTrouble when it could not be read. @throws Cancelled
 */
export async function analyseFilm(
  file: string,
  { durationMs }: Pick<Probed, 'durationMs'>,
  {
    faces: withFaces = true,
    patienceMs = PATIENCE.least + PATIENCE.each * durationMs,
    signal,
    progress = () => undefined,
  }: { faces?: boolean; patienceMs?: number; signal?: AbortSignal; progress?: (share: number) => void } = {},
): Promise<FilmAnalysis> {
  const finder = withFaces ? await loadFaceFinder() : null;
  const gatherer = new PictureGatherer(durationMs);
  const faces: OutlinedFace[] = [];
  let looked = 0;
  let read = 0;
  const outputs: string[] = [];
  const more: ((chunk: Buffer) => void)[] = [];
  const output = (args: readonly string[], take: (chunk: Buffer) => void): void => {
    outputs.push(...args, `pipe:${3 + more.length}`);
    more.push(take);
  };
  const length = ['-t', (durationMs / 1000).toFixed(3)];
  const grey = `fps=1000/${STEP_MS}:start_time=0,scale=${COLUMNS}:${ROWS}:flags=area,format=gray`;
  output(['-map', '0:v:0', ...length, '-vf', grey, '-f', 'rawvideo'], (chunk) => {
    gatherer.add(chunk);
    read += chunk.length;
    progress(READING * Math.min(1, (read / (COLUMNS * ROWS)) * (STEP_MS / durationMs)));
  });
  const look = (atMs: () => number): ((chunk: Buffer) => void) =>
    inPieces(FACE_PICTURE.width * FACE_PICTURE.height * 3, (rgb) => {
      const face = finder!.find(rgb, atMs());
      if (face) faces.push(face);
    });
  if (finder) {
    const small = `fps=1000/${FACE_STEP_MS}:start_time=0,${AS_FACE_PICTURE}`;
    const whole = look(() => looked++ * FACE_STEP_MS);
    output(['-map', '0:v:0', ...length, '-vf', small, '-f', 'rawvideo'], whole);
  }
  await ffmpeg([...SAFE_INPUT, '-i', file, ...outputs], { signal, timeoutMs: patienceMs, more });

  const work = analysePictures(gatherer.end(), faces);
  let next = work.next();
  for (; !next.done; next = work.next()) {
    progress(READING + (1 - READING) * next.value);
    await setImmediate();
    if (signal?.aborted) throw new Cancelled();
  }
  const { bouts, holds, sceneChangesMs, motion, light } = next.value;
  // A scene begins with a look of its own: the one before shows another place, and the next may come much later.
  for (const cutMs of finder ? sceneChangesMs.slice(0, MOST_CUTS) : []) {
    const atMs = cutMs + STEP_MS;
    const one = ['-frames:v', '1', '-vf', AS_FACE_PICTURE, '-f', 'rawvideo', 'pipe:3'];
    const more = [look(() => atMs)];
    await ffmpeg(['-ss', (atMs / 1000).toFixed(3), ...SAFE_INPUT, '-i', file, '-map', '0:v:0', ...one], {
      signal,
      timeoutMs: patienceMs,
      more,
    });
  }
  faces.sort((a, b) => a.atMs - b.atMs);
  return {
    durationMs,
    bouts: bouts.map((bout) => ({ ...bout, beatsMs: [...bout.beatsMs] })),
    holds: [...holds],
    faces: faces.map((face) => ({
      atMs: face.atMs,
      box: [...boxOf(face)],
      outline: face.outline.map(([x, y]) => [thousandth(x), thousandth(y)]),
    })),
    sceneChangesMs: [...sceneChangesMs],
    motion: asText(motion),
    light: asText(light),
  };
}

const thousandth = (share: number): number => Math.round(share * 1000) / 1000;

function asText({ data, ...rest }: Grids): Analysis['motion'] {
  return { ...rest, data: Buffer.from(data.buffer, data.byteOffset, data.length).toString('base64') };
}

/** Gathers what comes into pieces of one size; what is left at the end is none. */
function inPieces(size: number, take: (piece: Uint8Array) => void): (chunk: Buffer) => void {
  const piece = new Uint8Array(size);
  let filled = 0;
  return (chunk) => {
    for (let at = 0; at < chunk.length;) {
      const part = chunk.subarray(at, at + size - filled);
      piece.set(part, filled);
      filled += part.length;
      at += part.length;
      if (filled < size) continue;
      take(piece);
      filled = 0;
    }
  };
}
