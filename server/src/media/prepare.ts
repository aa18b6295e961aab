import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { peaksFor, SoundGatherer, speechIn } from '@limber/core/footage/sound';
import type { MediaRow } from '../store/entities';
import { SAFE_INPUT } from './probe';
import type { MediaStore } from './store';

export class Cancelled extends Error {
  override readonly name = 'Cancelled';
}

export interface Work {
  readonly media: MediaRow;
  readonly store: MediaStore;
  /** Told the share done of the part, 0 to 1. */
  readonly progress: (share: number) => void;
  readonly signal: AbortSignal;
}

const PEAK_STEP_MS = 40;
const SAMPLE_RATE = 16_000;

/** A still from one third in: the opening frame is often black or empty. */
export async function makePoster({ media, store, signal }: Work): Promise<void> {
  const out = join(await store.scratch(media.id), 'poster.jpg');
  const at = String(Math.round(media.durationMs / 3) / 1000);
  await ffmpeg(['-ss', at, ...input(store, media), '-frames:v', '1', '-vf', fit(640), '-q:v', '4', '-y', out], signal);
  await store.put(media.id, 'poster.jpg', out);
}

/** Peaks for the tape and the stretches in which someone speaks. */
export async function makeSound({ media, store, progress, signal }: Work): Promise<void> {
  const gatherer = new SoundGatherer(SAMPLE_RATE);
  if (media.hasSound) {
    const expected = (media.durationMs / 1000) * SAMPLE_RATE * 2;
    let bytes = 0;
    let odd: Buffer = Buffer.alloc(0);
    await ffmpeg(
      [...input(store, media), '-map', '0:a:0', '-ac', '1', '-ar', String(SAMPLE_RATE), '-f', 's16le', 'pipe:1'],
      signal,
      (chunk) => {
        const all = odd.length > 0 ? Buffer.concat([odd, chunk]) : chunk;
        const whole = all.length - (all.length % 2);
        const samples = new Int16Array(whole / 2);
        for (let i = 0; i < samples.length; i++) samples[i] = all.readInt16LE(2 * i);
        odd = all.subarray(whole);
        gatherer.add(samples);
        bytes += chunk.length;
        progress(Math.min(1, bytes / expected));
      },
    );
  }
  const sound = {
    stepMs: PEAK_STEP_MS,
    peaks: peaksFor(gatherer.frames, PEAK_STEP_MS),
    speech: media.hasSound ? speechIn(gatherer.frames) : [],
  };
  await store.write(media.id, 'sound.json', JSON.stringify(sound));
}

/** What every browser plays: H.264 and AAC, constant frame rate, rotation applied, index at the front. */
export async function makeProxy({ media, store, progress, signal }: Work): Promise<void> {
  const out = join(await store.scratch(media.id), 'proxy.mp4');
  const rate = `${media.frameRate.numerator}/${media.frameRate.denominator}`;
  const gop = Math.round((2 * media.frameRate.numerator) / media.frameRate.denominator);
  await ffmpeg(
    [
      ...input(store, media),
      '-map',
      '0:v:0',
      '-map',
      '0:a:0?',
      '-map_metadata',
      '-1',
      '-sn',
      '-dn',
      '-vf',
      `${fit(1920)},fps=${rate},format=yuv420p`,
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-crf',
      '21',
      '-g',
      String(gop),
      '-keyint_min',
      String(gop),
      '-sc_threshold',
      '0',
      '-c:a',
      'aac',
      '-b:a',
      '128k',
      '-ar',
      '48000',
      '-ac',
      '2',
      '-af',
      'aresample=async=1:first_pts=0',
      '-movflags',
      '+faststart',
      '-progress',
      'pipe:1',
      '-nostats',
      '-f',
      'mp4',
      '-y',
      out,
    ],
    signal,
    (chunk) => {
      const at = /out_time_us=\s*(\d+)/g;
      let last: string | undefined;
      for (const match of chunk.toString('latin1').matchAll(at)) last = match[1];
      if (last) progress(Math.min(0.99, Number(last) / 1000 / media.durationMs));
    },
  );
  await store.put(media.id, 'proxy.mp4', out);
}

function input(store: MediaStore, media: MediaRow): string[] {
  return [...SAFE_INPUT, '-i', store.path(media.id, 'original')];
}

/** Shrinks to `longest` pixels at most, keeps the shape of the picture, and makes both sides even. */
function fit(longest: number): string {
  return `scale='if(gte(iw,ih),min(${longest},iw*sar),-2)':'if(gte(iw,ih),-2,min(${longest},ih))',scale=trunc(iw/2)*2:trunc(ih/2)*2,setsar=1`;
}

/** Runs ffmpeg on our own arguments (never a person's text); ends it when cancelled, and after four hours. */
async function ffmpeg(args: readonly string[], signal: AbortSignal, onOutput?: (chunk: Buffer) => void): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    const child = spawn('ffmpeg', ['-nostdin', '-hide_banner', '-loglevel', 'error', ...args], {
      stdio: ['ignore', onOutput ? 'pipe' : 'ignore', 'pipe'],
      signal,
      timeout: 4 * 3_600_000,
      killSignal: 'SIGKILL',
    });
    let complaint = '';
    child.stdout?.on('data', onOutput ?? (() => undefined));
    child.stderr?.on('data', (chunk: Buffer) => (complaint = (complaint + chunk.toString()).slice(-2000)));
    child.on('error', (error) => reject(signal.aborted ? new Cancelled() : error));
    child.on('close', (code) => {
      if (signal.aborted) reject(new Cancelled());
      else if (code === 0) resolve();
      else reject(new Error(complaint.trim() || `ffmpeg ended with ${code}`));
    });
  });
}
