import '@limber/core/words/localize';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseDocument } from '@limber/core/document/document';
import { HumGatherer } from '@limber/core/footage/hum';
import { noiseOf, peaksFor, SoundGatherer, speechIn } from '@limber/core/footage/sound';
import { SOUND_FORMAT, SOUND_VERSION, soundDocument, type Sound } from '@limber/core/footage/sound.document';
import type { MediaRow } from '../store/entities';
import { loudnessOf, SILENCE } from './film/measure';
import { SAFE_INPUT } from './probe';
import { ffmpeg as run, progressTo } from './ffmpeg';
import { runTool, ToolTrouble } from './tool';

/** What is needed to make something of a medium. */
export interface Making {
  readonly media: Pick<MediaRow, 'durationMs' | 'frameRate' | 'hasSound' | 'highDynamicRange'>;
  /** A copy of the original to read. */
  readonly original: string;
  /** A folder of this attempt's own. */
  readonly scratch: string;
  /** Told the share done, 0 to 1. */
  readonly progress: (share: number) => void;
  readonly signal: AbortSignal;
}

const PEAK_STEP_MS = 40;
const SAMPLE_RATE = 16_000;
const LONGEST_MS = 6 * 3_600_000;
/** Sound that begins late is waited for in silence. */
const AT_ITS_TIME = 'aresample=async=1:first_pts=0';
/** The same, and silence follows it to the picture's end. */
const FROM_THE_START = `${AT_ITS_TIME},apad`;

/** A still from one third in: the opening frame is often black or empty. */
export async function makePoster({ media, original, scratch, signal }: Making): Promise<string> {
  const out = join(scratch, 'poster.jpg');
  const at = String(Math.round(media.durationMs / 3) / 1000);
  await ffmpeg(
    ['-ss', at, ...input(original), '-frames:v', '1', '-vf', picture(media, 640), '-q:v', '4', '-y', out],
    signal,
  );
  const { streams } = await look(out, ['-f', 'image2'], signal);
  if (!streams.some((one) => one.codec_name === 'mjpeg' && (one.width ?? 0) > 1))
    throw new ToolTrouble('failed', 'ffmpeg', $localize`No still came out of it.`);
  return out;
}

/** What listens to samples as they come: mono, 16 bit signed. */
interface Listener {
  add(samples: Int16Array): void;
}

/** Gives a listener what is heard of a file, from where its picture begins to its end; nothing of one without sound. */
export async function listen<T extends Listener>(
  listener: T,
  sampleRate: number,
  {
    media,
    original,
    progress,
    signal,
  }: Pick<Making, 'original' | 'progress' | 'signal'> & { media: Pick<MediaRow, 'durationMs' | 'hasSound'> },
): Promise<T> {
  if (!media.hasSound) return listener;
  const expected = (media.durationMs / 1000) * sampleRate * 2;
  let bytes = 0;
  let odd: Buffer = Buffer.alloc(0);
  await ffmpeg(
    [
      ...input(original),
      ...['-map', '0:a:0', '-t', lengthOf(media), '-af', FROM_THE_START],
      ...['-ac', '1', '-ar', String(sampleRate), '-f', 's16le', 'pipe:1'],
    ],
    signal,
    (chunk) => {
      const all = odd.length > 0 ? Buffer.concat([odd, chunk]) : chunk;
      const whole = all.length - (all.length % 2);
      const samples = new Int16Array(whole / 2);
      for (let i = 0; i < samples.length; i++) samples[i] = all.readInt16LE(2 * i);
      odd = all.subarray(whole);
      listener.add(samples);
      bytes += chunk.length;
      progress(Math.min(1, bytes / expected));
    },
  );
  return listener;
}

/** What is heard of a file: what its sound is like, and where someone speaks. */
export async function soundOf(making: Omit<Making, 'scratch'>): Promise<Sound> {
  const { media, original, signal } = making;
  const [sound, mains] = [new SoundGatherer(SAMPLE_RATE), new HumGatherer(SAMPLE_RATE)];
  const add = (samples: Int16Array): void => {
    sound.add(samples);
    mains.add(samples);
  };
  await listen({ add }, SAMPLE_RATE, making);
  const speech = media.hasSound ? speechIn(sound.frames) : [];
  const loudness = media.hasSound ? (await loudnessOf(input(original), [], signal)).integrated : -Infinity;
  return {
    format: SOUND_FORMAT,
    version: SOUND_VERSION,
    peaks: peaksFor(sound.frames, SAMPLE_RATE, PEAK_STEP_MS),
    speech: speech.map(([from, to]) => [from, to]),
    loudnessLufs: loudness > SILENCE ? loudness : null,
    noiseDb: noiseOf(sound.frames, speech),
    hum: mains.hum(),
  };
}

export async function makeSound(making: Making): Promise<string> {
  const sound = await soundOf(making);
  const out = join(making.scratch, 'sound.json');
  await writeFile(out, JSON.stringify(sound));
  parseDocument(soundDocument, JSON.parse(await readFile(out, 'utf8')));
  return out;
}

/**
 * What every browser plays: H.264 and AAC, constant frame rate, rotation applied, pixels square, 8 bit and SDR, index at
 * the front. Picture and sound both begin at 0, where the file does, and keep their distance: take time is this copy's.
 */
export async function makeProxy({ media, original, scratch, progress, signal }: Making): Promise<string> {
  const out = join(scratch, 'proxy.mp4');
  const rate = `${media.frameRate.numerator}/${media.frameRate.denominator}`;
  const gop = String(Math.round((2 * media.frameRate.numerator) / media.frameRate.denominator));
  await ffmpeg(
    [
      ...input(original),
      ...['-map', '0:v:0', '-map', '0:a:0?', '-map_metadata', '-1', '-sn', '-dn', '-t', lengthOf(media)],
      ...['-vf', `${picture(media, 1920)},fps=${rate}:start_time=0,format=yuv420p`],
      ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '21'],
      ...['-g', gop, '-keyint_min', gop, '-sc_threshold', '0'],
      ...['-c:a', 'aac', '-b:a', '128k', '-ar', '48000', '-ac', '2', '-af', FROM_THE_START],
      ...['-movflags', '+faststart', '-progress', 'pipe:1', '-nostats', '-f', 'mp4', '-y', out],
    ],
    signal,
    progressTo((us) => progress(Math.min(0.99, us / 1000 / media.durationMs))),
  );
  await checkProxy(out, media, signal);
  return out;
}

/** What every browser plays of a recording without a picture: AAC, beginning at 0 where the file does. */
export async function makeSoundProxy({ media, original, scratch, signal }: Making): Promise<string> {
  const out = join(scratch, 'proxy.m4a');
  await ffmpeg(
    [
      ...input(original),
      ...['-map', '0:a:0', '-map_metadata', '-1', '-vn', '-sn', '-dn', '-t', lengthOf(media)],
      ...['-c:a', 'aac', '-b:a', '128k', '-ar', '48000', '-ac', '2', '-af', AT_ITS_TIME],
      ...['-movflags', '+faststart', '-f', 'mp4', '-y', out],
    ],
    signal,
  );
  const { streams, format } = await look(out, SAFE_INPUT, signal);
  const isMs = 1000 * Number(format?.duration ?? 'NaN');
  if (!streams.some((one) => one.codec_name === 'aac') || !(Math.abs(isMs - media.durationMs) <= 1000))
    throw new ToolTrouble('failed', 'ffmpeg', $localize`The copy of the sound is not whole.`);
  return out;
}

/** Looks at a copy before it counts: its kind, its length, and whether its end can be decoded. */
async function checkProxy(file: string, media: Making['media'], signal: AbortSignal): Promise<void> {
  const { streams, format } = await look(file, SAFE_INPUT, signal);
  const isMs = 1000 * Number(format?.duration ?? 'NaN');
  if (!streams.some((one) => one.codec_name === 'h264'))
    throw new ToolTrouble('failed', 'ffmpeg', $localize`The copy has no picture.`);
  if (!(Math.abs(isMs - media.durationMs) <= Math.max(1000, media.durationMs * 0.02)))
    throw new ToolTrouble(
      'failed',
      'ffmpeg',
      $localize`The copy runs ${(isMs / 1000).toFixed(1)} s, the film ${(media.durationMs / 1000).toFixed(1)} s.`,
    );
  await ffmpeg(['-xerror', '-sseof', '-2', ...input(file), '-f', 'null', '-'], signal);
}

interface Looked {
  readonly streams: readonly { codec_name?: string; width?: number }[];
  readonly format?: { duration?: string };
}

async function look(file: string, safe: readonly string[], signal: AbortSignal): Promise<Looked> {
  let answer = '';
  await runTool('ffprobe', ['-v', 'error', ...safe, '-show_streams', '-show_format', '-of', 'json', file], {
    signal,
    timeoutMs: 120_000,
    onOutput: (chunk) => (answer += chunk.toString('utf8')),
  });
  return { streams: [], ...(JSON.parse(answer) as Partial<Looked>) };
}

function input(original: string): string[] {
  return [...SAFE_INPUT, '-i', original];
}

function lengthOf(media: Pick<MediaRow, 'durationMs'>): string {
  return (media.durationMs / 1000).toFixed(3);
}

/** Square pixels, both sides even and at most `longest`; what is brighter than a screen can show is brought down to it. */
function picture(media: Making['media'], longest: number): string {
  return [WHOLE_PICTURES, ...squarePixels(longest), ...standardRange(media.highDynamicRange), 'format=yuv420p'].join(
    ',',
  );
}

/**
 * Of halves that older cameras take one after the other (of those alone, as the file says of each) whole pictures are made,
 * as many as there were: lines would stand like a comb wherever something moves.
 */
export const WHOLE_PICTURES = 'bwdif=mode=send_frame:deint=interlaced';

/** Filters that give square pixels, both sides even and at most `longest`. */
export function squarePixels(longest: number): string[] {
  return [
    "scale='2*trunc(iw*max(1,sar)/2)':'2*trunc(ih*max(1,1/sar)/2)',setsar=1",
    `scale='min(${longest},iw)':'min(${longest},ih)':force_original_aspect_ratio=decrease:force_divisible_by=2`,
  ];
}

/** Filters that bring what is brighter than a screen can show down to it. */
export function standardRange(highDynamicRange: boolean): string[] {
  return highDynamicRange
    ? ['zscale=t=linear:npl=100,format=gbrpf32le,zscale=p=bt709,tonemap=hable:desat=0,zscale=t=bt709:m=bt709:r=tv']
    : [];
}

function ffmpeg(args: readonly string[], signal: AbortSignal, onOutput?: (chunk: Buffer) => void): Promise<string> {
  return run(args, { signal, timeoutMs: LONGEST_MS, ...(onOutput ? { onOutput } : {}) });
}
