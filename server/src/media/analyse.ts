import { setImmediate } from 'node:timers/promises';
import { analysePictures, type PictureAnalysis } from '@limber/core/footage/analyse';
import type { FoundFace } from '@limber/core/footage/face';
import { COLUMNS, PictureGatherer, ROWS, STEP_MS } from '@limber/core/footage/picture';
import { SoundGatherer, speechIn } from '@limber/core/footage/sound';
import type { Span } from '@limber/core/time/spans';
import { FACE_PICTURE, FaceFinder } from './faces';
import { ffmpeg } from './ffmpeg';
import { SAFE_INPUT, type Probed } from './probe';
import { Cancelled } from './tool';

/** What was seen and heard of a film. */
export interface FilmAnalysis extends PictureAnalysis {
  readonly speech: readonly Span[];
  readonly faces: readonly FoundFace[];
}

/** A face is looked for every so many ms. */
const FACE_STEP_MS = 2000;
const SAMPLE_RATE = 16_000;
/** The shares of the work: reading the film with its faces, then what hands do. */
const READING = 0.6;

/**
 * Looks at a film and listens to it, decoding it once: small grey pictures for movement, larger ones for faces, and the
 * sound. Times begin where the file does, as those of its copy for browsers do.
 *
 * @param what of it is looked at; without faces the halves and regions of movements are not told.
 * @throws ToolTrouble when it could not be read. @throws Cancelled
 */
export async function analyseFilm(
  file: string,
  { durationMs, hasSound }: Pick<Probed, 'durationMs' | 'hasSound'>,
  {
    faces: withFaces = true,
    signal,
    progress = () => undefined,
  }: { faces?: boolean; signal?: AbortSignal; progress?: (share: number) => void } = {},
): Promise<FilmAnalysis> {
  const finder = withFaces ? await FaceFinder.load() : null;
  const gatherer = new PictureGatherer(durationMs);
  const sound = new SoundGatherer(SAMPLE_RATE);
  const faces: FoundFace[] = [];
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
  if (finder) {
    const { width, height } = FACE_PICTURE;
    const small = `fps=1000/${FACE_STEP_MS}:start_time=0,scale=${width}:${height},format=rgb24`;
    const whole = inPieces(width * height * 3, (rgb) => {
      const face = finder.find(rgb, looked++ * FACE_STEP_MS);
      if (face) faces.push(face);
    });
    output(['-map', '0:v:0', ...length, '-vf', small, '-f', 'rawvideo'], whole);
  }
  if (hasSound) {
    const samples = inPieces(2 * 160, (bytes) => {
      // A piece of its own memory begins at an even address.
      sound.add(new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2));
    });
    const wave = ['-af', 'aresample=async=1:first_pts=0', '-ac', '1', '-ar', String(SAMPLE_RATE), '-f', 's16le'];
    output(['-map', '0:a:0', ...length, ...wave], samples);
  }
  await ffmpeg([...SAFE_INPUT, '-i', file, ...outputs], { ...(signal ? { signal } : {}), more });

  const work = analysePictures(gatherer.end(), faces);
  for (;;) {
    const next = work.next();
    if (next.done) return { ...next.value, speech: hasSound ? speechIn(sound.frames) : [], faces };
    progress(READING + (1 - READING) * next.value);
    await setImmediate();
    if (signal?.aborted) throw new Cancelled();
  }
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
