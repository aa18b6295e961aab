import { open, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { secondsOf } from '@limber/core/time/frames';
import { SAFE_INPUT } from '../probe';
import { BLOCK, duckedBy, powerOf } from './duck';
import { ffmpeg } from '../ffmpeg';
import { loudnessOf, SILENCE } from './measure';
import { noiseOf, quieted } from './noise';
import { FRAME_BYTES, RAW_FORMAT, readWhole, SAMPLE_RATE, samplesOf } from './raw';

/** How long a sound takes to come and go at a jump, samples: 6 ms, which no ear takes for a click. */
const EDGE = Math.round(0.006 * SAMPLE_RATE);
/** How long music takes to come at the beginning and to go at the end, samples. */
const MUSIC_COMES = 1.5 * SAMPLE_RATE;
const MUSIC_GOES = 4 * SAMPLE_RATE;

export interface SoundMaking {
  readonly plan: Pick<FilmPlan, 'pieces' | 'voices' | 'rate' | 'frames' | 'quieter' | 'music'>;
  /** A local copy of a medium; null for one without sound. */
  readonly original: (mediaId: string) => Promise<string | null>;
  readonly scratch: string;
  readonly signal?: AbortSignal;
  readonly progress?: (share: number) => void;
}

/**
 * Everything that is heard in a film, as it is: the sound of each piece from where its pictures are, what was spoken
 * afterwards laid over it, and music under both. Raw (see `raw.ts`), exactly as long as the pictures.
 *
 * @returns the path of the mix, and whether anything is heard in it at all.
 */
export async function mixSound(making: SoundMaking): Promise<{ path: string; silent: boolean }> {
  const { plan, original, scratch, signal, progress } = making;
  const path = join(scratch, 'mix.f32');
  const file = await open(path, 'w+');
  const total = sampleAt(plan, plan.frames);
  const whole = plan.pieces.length + plan.voices.length + (plan.music ? 1 : 0);
  const rooms = new Map<string, string[]>();
  let [silent, done] = [true, 0];
  const add = async (laying: Omit<Laying, 'file' | 'scratch' | 'signal'>): Promise<void> => {
    if (await lay({ ...laying, file, scratch, ...(signal ? { signal } : {}) })) silent = false;
    progress?.(++done / whole);
  };
  try {
    await file.truncate(total * FRAME_BYTES);
    const { pieces } = plan;
    for (const [i, piece] of pieces.entries()) {
      const { sound } = piece;
      const medium = sound && (await original(sound.mediaId));
      if (!sound || !medium) continue;
      if (plan.quieter && !rooms.has(medium)) rooms.set(medium, quieted(await noiseOf(medium, signal)));
      await add({
        ...{ medium, fromMs: sound.fromMs, filters: rooms.get(medium) ?? [], loops: false },
        ...{ from: sampleAt(plan, piece.at), to: sampleAt(plan, piece.at + piece.frames) },
        gain: edges(!goesOn(plan, pieces[i - 1], piece), !goesOn(plan, piece, pieces[i + 1])),
      });
    }
    for (const { mediaId, startMs, fromMs, toMs, gainDb } of plan.voices) {
      const medium = await original(mediaId);
      const from = Math.round((startMs / 1000) * SAMPLE_RATE);
      const to = Math.min(total, from + Math.round(((toMs - fromMs) / 1000) * SAMPLE_RATE));
      const [edge, louder] = [edges(true, true), 10 ** (gainDb / 20)];
      if (!medium || to <= from) continue;
      const gain: Gain = (at, left) => louder * edge(at, left);
      await add({ medium, fromMs, filters: [], loops: false, from, to, gain });
    }
    const medium = plan.music && (await original(plan.music.mediaId));
    if (medium) {
      const talk = silent ? -Infinity : (await loudnessOf([...RAW_FORMAT, '-i', path], [], signal)).integrated;
      const music = (await loudnessOf([...SAFE_INPUT, '-i', medium], [], signal)).integrated;
      const gains = duckedBy(await powerOf(file, total), talk > SILENCE ? talk : null, music);
      const gain: Gain = (at, left) =>
        gains[Math.floor(at / BLOCK)]! * Math.min(1, at / MUSIC_COMES, left / MUSIC_GOES);
      await add({ medium, fromMs: 0, filters: [], loops: true, from: 0, to: total, gain });
    }
    return { path, silent };
  } finally {
    await file.close();
  }
}

/** How loud a sample is laid: by how far it is from the beginning and from the end of what is laid, samples. */
type Gain = (at: number, left: number) => number;

function edges(comes: boolean, goes: boolean): Gain {
  return (at, left) => Math.min(comes ? (at + 1) / EDGE : 1, goes ? (left + 1) / EDGE : 1, 1);
}

/** The sample at which a picture of the film begins. */
function sampleAt({ rate }: Pick<FilmPlan, 'rate'>, picture: number): number {
  return Math.round(secondsOf(picture, rate) * SAMPLE_RATE);
}

type Piece = FilmPlan['pieces'][number];

/** Whether the sound of a piece is the going on of the one before: then nothing comes or goes there. */
function goesOn({ rate }: Pick<FilmPlan, 'rate'>, before: Piece | undefined, piece: Piece | undefined): boolean {
  if (!before?.sound || !piece?.sound || before.sound.mediaId !== piece.sound.mediaId) return false;
  const runsMs = 1000 * secondsOf(before.frames, rate);
  return Math.abs(before.sound.fromMs + runsMs - piece.sound.fromMs) < 1000 * secondsOf(1, rate);
}

interface Laying {
  readonly file: FileHandle;
  readonly medium: string;
  /** Where in the medium it begins; before it there is silence. */
  readonly fromMs: number;
  readonly filters: readonly string[];
  /** Begins anew when it ends. */
  readonly loops: boolean;
  /** Samples of the mix. */
  readonly from: number;
  readonly to: number;
  readonly gain: Gain;
  readonly scratch: string;
  readonly signal?: AbortSignal;
}

/** A filter hears so much of what comes before, s: it knows the room when it begins. */
const WARM_S = 1;

/** Lays the sound of a medium over what is there. @returns whether it was heard. */
async function lay({
  file,
  medium,
  fromMs,
  filters,
  loops,
  from,
  to,
  gain,
  scratch,
  signal,
}: Laying): Promise<boolean> {
  const late = Math.max(0, Math.round((-fromMs / 1000) * SAMPLE_RATE));
  const count = to - from - late;
  if (count <= 0) return false;
  const raw = join(scratch, 'heard.f32');
  const startS = Math.max(0, fromMs / 1000);
  const warm = filters.length > 0 ? Math.min(WARM_S, startS) : 0;
  const skip = Math.round(warm * SAMPLE_RATE);
  await ffmpeg(
    [
      ...(startS > 0 ? ['-ss', (startS - warm).toFixed(6)] : []),
      ...(loops ? ['-stream_loop', '-1'] : []),
      ...[...SAFE_INPUT, '-i', medium, '-map', '0:a:0', '-vn'],
      '-af',
      [
        `aresample=${SAMPLE_RATE}:async=1:first_pts=0`,
        ...filters,
        ...['apad', `atrim=start_sample=${skip}:end_sample=${skip + count}`],
      ].join(','),
      ...['-ac', '2', '-c:a', 'pcm_f32le', '-f', 'f32le', '-y', raw],
    ],
    { signal },
  );
  const heard = await open(raw, 'r');
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
        const share = gain(at + i, count - 1 - at - i);
        for (const channel of [0, 1]) {
          const value = added[2 * i + channel]! * share;
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
