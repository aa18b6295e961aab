import { Resvg } from '@resvg/resvg-js';
import { mkdtemp, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { encodeDrawings } from './encode';
import { poseAt } from './motion';
import { drawPresenter } from './presenter';
import { layOut, linesOf, type Truth } from './truth';
import { SAMPLE_RATE, speak } from './voice';

const CACHED_DRAWINGS = 160;

/** What is said, and what happens when each line takes so many ms. */
export interface Performance {
  readonly lines: readonly string[];
  readonly lay: (lengthOf: (line: string) => number) => Truth;
}

/**
 * Draws and speaks a lesson: writes an MP4 (960 × 540, 25 frames a second) to `file` and returns its true schedule,
 * which is also written beside it as JSON.
 *
 * @param performance how it is filmed; without one, as it is planned.
 *
 * @throws Error when ffmpeg or espeak-ng fails.
 */
export async function film(
  lesson: Lesson,
  file: string,
  say: (share: number) => void = () => undefined,
  { lines, lay }: Performance = { lines: linesOf(lesson), lay: (lengthOf) => layOut(lesson, lengthOf) },
): Promise<Truth> {
  const voice = await speak(lines);
  const truth = lay((text) => ((voice.get(text)?.length ?? 0) / SAMPLE_RATE) * 1000);
  const sound = soundTrack(truth, voice);

  const folder = await mkdtemp(join(dirname(file), 'film-'));
  try {
    const wav = join(folder, 'voice.wav');
    await writeFile(wav, asWav(sound));
    const part = join(folder, 'film.mp4');
    await encode(lesson, truth, sound, wav, part, say);
    await writeFile(`${file}.truth.json`, JSON.stringify(truth, null, 1));
    await rename(part, file);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  return truth;
}

async function encode(
  lesson: Lesson,
  truth: Truth,
  sound: Int16Array,
  wav: string,
  out: string,
  say: (share: number) => void,
): Promise<void> {
  const drawn = new Map<string, Buffer>();
  const draw = (ms: number): Buffer => {
    const svg = drawPresenter(poseAt(lesson, truth, ms, loudnessAt(sound, ms)));
    const pixels = drawn.get(svg) ?? new Resvg(svg).render().pixels;
    if (!drawn.has(svg) && drawn.size >= CACHED_DRAWINGS) drawn.delete(drawn.keys().next().value!);
    drawn.delete(svg);
    drawn.set(svg, pixels);
    return pixels;
  };
  const encoding = [
    ...['-i', wav, '-r', '25', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '24', '-pix_fmt', 'yuv420p'],
    ...['-c:a', 'aac', '-b:a', '72k', '-movflags', '+faststart', out],
  ];
  await encodeDrawings({ size: '960x540', durationMs: truth.durationMs, draw, encoding, say });
}

function soundTrack(truth: Truth, voice: ReadonlyMap<string, Int16Array>): Int16Array {
  const sound = new Int16Array(Math.ceil((truth.durationMs / 1000) * SAMPLE_RATE));
  for (const line of truth.lines) {
    const samples = voice.get(line.text)!;
    const at = Math.round((line.startMs / 1000) * SAMPLE_RATE);
    for (let i = 0; i < samples.length && at + i < sound.length; i++) sound[at + i] = samples[i]!;
  }
  return sound;
}

/** Root mean square of 60 ms around an instant, 0 to 1 where 1 is loud speech. */
function loudnessAt(sound: Int16Array, ms: number): number {
  const from = Math.max(0, Math.round(((ms - 30) / 1000) * SAMPLE_RATE));
  const to = Math.min(sound.length, from + Math.round(0.06 * SAMPLE_RATE));
  let sum = 0;
  for (let i = from; i < to; i++) sum += sound[i]! ** 2;
  return Math.min(1, Math.sqrt(sum / Math.max(1, to - from)) / 6000);
}

function asWav(samples: Int16Array): Buffer {
  const header = Buffer.alloc(44);
  const bytes = samples.length * 2;
  header.write('RIFF', 0);
  header.writeUInt32LE(36 + bytes, 4);
  header.write('WAVEfmt ', 8);
  header.writeUInt32LE(16, 16);
  header.writeUInt16LE(1, 20);
  header.writeUInt16LE(1, 22);
  header.writeUInt32LE(SAMPLE_RATE, 24);
  header.writeUInt32LE(SAMPLE_RATE * 2, 28);
  header.writeUInt16LE(2, 32);
  header.writeUInt16LE(16, 34);
  header.write('data', 36);
  header.writeUInt32LE(bytes, 40);
  return Buffer.concat([header, Buffer.from(samples.buffer, samples.byteOffset, bytes)]);
}
