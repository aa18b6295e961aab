import { open, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { SAFE_INPUT } from '../probe';
import { ffmpeg } from './ffmpeg';

export const SAMPLE_RATE = 48_000;
/** Two channels of 32-bit floats. */
const FRAME_BYTES = 8;
/** How long a sound takes to come and go at a jump, samples: 6 ms, which no ear takes for a click. */
const EDGE = Math.round(0.006 * SAMPLE_RATE);

export interface SoundMaking {
  readonly plan: Pick<FilmPlan, 'pieces' | 'voices' | 'rate' | 'frames'>;
  /** A local copy of a medium; null for one without sound. */
  readonly original: (mediaId: string) => Promise<string | null>;
  readonly scratch: string;
  readonly signal?: AbortSignal;
  readonly progress?: (share: number) => void;
}

/**
 * Everything that is heard in a film, as it is: the sound of each piece from where its pictures are, and what was spoken
 * afterwards laid over it. Raw, 48 kHz, two channels, floats; exactly as long as the pictures.
 *
 * @returns the path of the mix, and whether anything is heard in it at all.
 */
export async function mixSound({
  plan,
  original,
  scratch,
  signal,
  progress,
}: SoundMaking): Promise<{ path: string; silent: boolean }> {
  const path = join(scratch, 'mix.f32');
  const file = await open(path, 'w+');
  let silent = true;
  try {
    await file.truncate(sampleAt(plan, plan.frames) * FRAME_BYTES);
    const { pieces } = plan;
    for (const [i, piece] of pieces.entries()) {
      const [from, to] = [sampleAt(plan, piece.at), sampleAt(plan, piece.at + piece.frames)];
      const medium = piece.sound && (await original(piece.sound.mediaId));
      if (piece.sound && medium) {
        const source = { medium, fromMs: piece.sound.fromMs, gainDb: 0 };
        const edges = { come: !goesOn(plan, pieces[i - 1], piece), go: !goesOn(plan, piece, pieces[i + 1]) };
        if (await lay(file, source, [from, to], edges, scratch, signal)) silent = false;
      }
      progress?.((i + 1) / (pieces.length + plan.voices.length));
    }
    for (const [i, voice] of plan.voices.entries()) {
      const medium = await original(voice.mediaId);
      const from = Math.round((voice.startMs / 1000) * SAMPLE_RATE);
      const to = Math.min(
        from + Math.round(((voice.toMs - voice.fromMs) / 1000) * SAMPLE_RATE),
        sampleAt(plan, plan.frames),
      );
      const source = { medium: medium ?? '', fromMs: voice.fromMs, gainDb: voice.gainDb };
      if (medium && to > from && (await lay(file, source, [from, to], { come: true, go: true }, scratch, signal)))
        silent = false;
      progress?.((pieces.length + i + 1) / (pieces.length + plan.voices.length));
    }
    return { path, silent };
  } finally {
    await file.close();
  }
}

/** The sample at which a picture of the film begins. */
function sampleAt({ rate }: Pick<FilmPlan, 'rate'>, picture: number): number {
  return Math.round((picture * rate.denominator * SAMPLE_RATE) / rate.numerator);
}

type Piece = FilmPlan['pieces'][number];

/** Whether the sound of a piece is the going on of the one before: then nothing comes or goes there. */
function goesOn({ rate }: Pick<FilmPlan, 'rate'>, before: Piece | undefined, piece: Piece | undefined): boolean {
  if (!before?.sound || !piece?.sound || before.sound.mediaId !== piece.sound.mediaId) return false;
  const runsMs = (before.frames * 1000 * rate.denominator) / rate.numerator;
  return Math.abs(before.sound.fromMs + runsMs - piece.sound.fromMs) < (1000 * rate.denominator) / rate.numerator;
}

/** Lays the sound of a medium over what is there, from one sample of the mix to another. @returns whether it was heard. */
async function lay(
  file: FileHandle,
  { medium, fromMs, gainDb }: { medium: string; fromMs: number; gainDb: number },
  [from, to]: readonly [number, number],
  { come, go }: { come: boolean; go: boolean },
  scratch: string,
  signal?: AbortSignal,
): Promise<boolean> {
  const late = Math.max(0, Math.round((-fromMs / 1000) * SAMPLE_RATE));
  const count = to - from - late;
  if (count <= 0) return false;
  const raw = join(scratch, 'heard.f32');
  await ffmpeg(
    [
      ...(fromMs > 0 ? ['-ss', (fromMs / 1000).toFixed(6)] : []),
      ...[...SAFE_INPUT, '-i', medium, '-map', '0:a:0', '-vn'],
      ...['-af', `aresample=${SAMPLE_RATE}:async=1:first_pts=0,apad,atrim=end_sample=${count}`],
      ...['-ac', '2', '-c:a', 'pcm_f32le', '-f', 'f32le', '-y', raw],
    ],
    signal ? { signal } : {},
  );
  const heard = await open(raw, 'r');
  const gain = 10 ** (gainDb / 20);
  const block = 65_536;
  const [new_, old] = [Buffer.alloc(block * FRAME_BYTES), Buffer.alloc(block * FRAME_BYTES)];
  let loud = false;
  try {
    for (let at = 0; at < count; at += block) {
      const here = Math.min(block, count - at);
      const position = (from + late + at) * FRAME_BYTES;
      const read = await readWhole(heard, new_, here * FRAME_BYTES, at * FRAME_BYTES);
      await readWhole(file, old, here * FRAME_BYTES, position);
      const [added, there] = [samplesOf(new_, here), samplesOf(old, here)];
      for (let i = 0; i < Math.floor(read / FRAME_BYTES); i++) {
        const [since, until] = [at + i, count - 1 - at - i];
        const edge = Math.min(come ? (since + 1) / EDGE : 1, go ? (until + 1) / EDGE : 1, 1) * gain;
        for (const channel of [0, 1]) {
          const value = added[2 * i + channel]! * edge;
          if (value > 1e-4 || value < -1e-4) loud = true;
          there[2 * i + channel]! += value;
        }
      }
      await file.write(old, 0, here * FRAME_BYTES, position);
    }
  } finally {
    await heard.close();
  }
  return loud;
}

function samplesOf(buffer: Buffer, frames: number): Float32Array {
  return new Float32Array(buffer.buffer, buffer.byteOffset, 2 * frames);
}

async function readWhole(file: FileHandle, buffer: Buffer, length: number, position: number): Promise<number> {
  let at = 0;
  while (at < length) {
    const { bytesRead } = await file.read(buffer, at, length - at, position + at);
    if (bytesRead === 0) break;
    at += bytesRead;
  }
  buffer.fill(0, at, length);
  return at;
}
