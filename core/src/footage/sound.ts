import type { Span } from '../time/spans';

/** Length of an analysis frame, ms. */
const SOUND_FRAME_MS = 10;

/** Per frame of {@link SOUND_FRAME_MS}: the loudest sample and the mean energy after pre-emphasis. */
export interface SoundFrames {
  /** 0 to 1. */
  readonly peaks: number[];
  /** Mean square of the pre-emphasised samples, 0 to 1. */
  readonly energies: number[];
}

/** Gathers frames from samples as they come, so that an hour of sound needs little memory. */
export class SoundGatherer {
  readonly frames: SoundFrames = { peaks: [], energies: [] };
  private readonly perFrame: number;
  private inFrame = 0;
  private peak = 0;
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
      this.peak = Math.max(this.peak, Math.abs(value));
      const emphasised = value - 0.7 * this.before;
      this.before = value;
      this.energy += emphasised * emphasised;
      if (++this.inFrame < this.perFrame) continue;
      this.frames.peaks.push(this.peak);
      this.frames.energies.push(this.energy / this.perFrame);
      this.inFrame = 0;
      this.peak = 0;
      this.energy = 0;
    }
  }
}

/**
 * Peaks for drawing: the loudest of each `stepMs`, as whole numbers 0 to 100.
 *
 * @example peaksFor(frames, 40) // [0, 12, 87, …]
 */
export function peaksFor(frames: SoundFrames, stepMs: number): number[] {
  const each = Math.max(1, Math.round(stepMs / SOUND_FRAME_MS));
  const peaks: number[] = [];
  for (let i = 0; i < frames.peaks.length; i += each) {
    let loudest = 0;
    for (let j = i; j < Math.min(i + each, frames.peaks.length); j++) loudest = Math.max(loudest, frames.peaks[j]!);
    peaks.push(Math.round(loudest * 100));
  }
  return peaks;
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
