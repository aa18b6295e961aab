import type { Span } from '../time/spans';
import type { Peaks } from './sound.document';

/** Length of an analysis frame, ms. */
const SOUND_FRAME_MS = 10;

/** Per frame of {@link SOUND_FRAME_MS}: how far the samples go, and their energy, as it is and after pre-emphasis. */
export interface SoundFrames {
  /** The lowest and the highest sample, −1 to 1. */
  readonly lows: number[];
  readonly highs: number[];
  /** Mean square of the samples, and of the pre-emphasised samples, 0 to 1. */
  readonly plain: number[];
  readonly energies: number[];
}

/** Gathers frames from samples as they come, so that an hour of sound needs little memory. */
export class SoundGatherer {
  readonly frames: SoundFrames = { lows: [], highs: [], plain: [], energies: [] };
  private readonly perFrame: number;
  private inFrame = 0;
  private low = 0;
  private high = 0;
  private plain = 0;
  private energy = 0;
  private before = 0;

  /** @param sampleRate samples a second; a whole number of samples to the frame is needed for times not to drift. */
  constructor(sampleRate: number) {
    this.perFrame = (sampleRate * SOUND_FRAME_MS) / 1000;
    if (!Number.isInteger(this.perFrame)) throw new RangeError('The sample rate has to be a multiple of 100.');
  }

  /** @param samples mono, 16 bit signed. */
  add(samples: Int16Array): void {
    for (const sample of samples) {
      const value = sample / 32_768;
      if (value < this.low) this.low = value;
      if (value > this.high) this.high = value;
      this.plain += value * value;
      const emphasised = value - 0.7 * this.before;
      this.before = value;
      this.energy += emphasised * emphasised;
      if (++this.inFrame < this.perFrame) continue;
      this.frames.lows.push(this.low);
      this.frames.highs.push(this.high);
      this.frames.plain.push(this.plain / this.perFrame);
      this.frames.energies.push(this.energy / this.perFrame);
      this.inFrame = 0;
      this.low = 0;
      this.high = 0;
      this.plain = 0;
      this.energy = 0;
    }
  }
}

/**
 * How far the samples go, for drawing, in the open format of waveform data.
 *
 * @param stepMs what one lowest and highest stand for.
 * @example peaksFor(frames, 16_000, 40).data // [-12, 13, …]
 */
export function peaksFor({ lows, highs }: SoundFrames, sampleRate: number, stepMs: number): Peaks {
  const each = Math.max(1, Math.round(stepMs / SOUND_FRAME_MS));
  const data: number[] = [];
  const whole = (value: number): number => Math.max(-128, Math.min(127, Math.round(value * 128))) + 0;
  for (let i = 0; i < lows.length; i += each) {
    let [low, high] = [0, 0];
    for (let j = i; j < Math.min(i + each, lows.length); j++) {
      low = Math.min(low, lows[j]!);
      high = Math.max(high, highs[j]!);
    }
    data.push(whole(low), whole(high));
  }
  return {
    version: 2,
    channels: 1,
    sample_rate: sampleRate,
    samples_per_pixel: (sampleRate * each * SOUND_FRAME_MS) / 1000,
    bits: 8,
    length: data.length / 2,
    data,
  };
}

/** So far from speech it is the room alone that is heard, and it takes so much of it to tell, frames. */
const APART = 20;
const ENOUGH = 50;

/**
 * How loud a room is where nobody speaks, dBFS: the median of it.
 *
 * @param speech as {@link speechIn} gives it.
 * @returns null when there is hardly a moment without speech, or no noise at all.
 */
export function noiseOf({ plain }: SoundFrames, speech: readonly Span[]): number | null {
  const spoken = new Uint8Array(plain.length);
  for (const [from, to] of speech)
    spoken.fill(1, Math.max(0, from / SOUND_FRAME_MS - APART), to / SOUND_FRAME_MS + APART);
  const room = plain.filter((_, at) => !spoken[at]).sort((a, b) => a - b);
  const middle = room[Math.floor(room.length / 2)] ?? 0;
  return room.length < ENOUGH || middle <= 0 ? null : Math.round(100 * Math.log10(middle)) / 10;
}

const ON_DB = 9;
const OFF_DB = 5;
const HANG_FRAMES = 12;
const MERGE_MS = 220;
const SHORTEST_MS = 60;
const FLOOR_FRAMES = 1200;
const QUIETEST_DB = -75;

/**
 * Where someone speaks: energy against a moving floor. The three-frame mean of log energy turns speech on 9 dB above
 * the floor and off below 5 dB, with 0.12 s of hang; the floor is the 10th percentile of the 12 s around. Gaps under
 * 0.22 s are closed, bursts under 60 ms dropped.
 *
 * @example speechIn(frames) // [[480, 2310], …]
 */
export function speechIn(frames: SoundFrames): Span[] {
  const raw = frames.energies.map((energy) => Math.max(QUIETEST_DB, 10 * Math.log10(energy + 1e-12)));
  const level = raw.map((value, i) => ((raw[i - 1] ?? value) + value + (raw[i + 1] ?? value)) / 3);
  const floors = movingFloor(level);
  const spans: [number, number][] = [];
  let start = -1;
  let quiet = 0;
  const close = (end: number): void => {
    const last = spans[spans.length - 1];
    if (last && start * SOUND_FRAME_MS - last[1] < MERGE_MS) last[1] = end * SOUND_FRAME_MS;
    else spans.push([start * SOUND_FRAME_MS, end * SOUND_FRAME_MS]);
    start = -1;
  };
  level.forEach((value, i) => {
    const floor = floors[Math.floor(i / (FLOOR_FRAMES / 8))]!;
    if (start < 0) {
      if (value > floor + ON_DB) {
        start = i;
        quiet = 0;
      }
    } else if (value < floor + OFF_DB) {
      if (++quiet >= HANG_FRAMES) close(i - HANG_FRAMES + 1);
    } else quiet = 0;
  });
  if (start >= 0) close(level.length);
  return spans.filter(([from, to]) => to - from >= SHORTEST_MS);
}

/** The 10th percentile of the 12 s around each eighth of that window. */
function movingFloor(level: readonly number[]): number[] {
  const hop = FLOOR_FRAMES / 8;
  const floors: number[] = [];
  for (let at = 0; at < level.length || floors.length === 0; at += hop) {
    const around = level.slice(Math.max(0, at - FLOOR_FRAMES / 2), at + FLOOR_FRAMES / 2).sort((a, b) => a - b);
    floors.push(around[Math.floor(around.length / 10)] ?? QUIETEST_DB);
  }
  return floors;
}
