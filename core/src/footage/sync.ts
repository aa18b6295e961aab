import FFT from 'fft.js';
import { hann } from './hann';

/** Length of a step of what is compared, ms, and the window that it is measured in, samples at {@link SYNC_RATE}. */
const STEP_MS = 10;
export const SYNC_RATE = 8000;
const HOP = (SYNC_RATE * STEP_MS) / 1000;
const WINDOW = 256;
/** Edges of the bands in which sound is compared, Hz: what a telephone keeps, and no hum. */
const EDGES = [150, 350, 650, 1100, 1700, 2500, 3600];
const BANDS = EDGES.length - 1;
/** Two copies have at least so much in common, steps. */
const LEAST = 200;
/** Neighbours of the best offset belong to it, steps. */
const NEAR = 20;
/** What chance reaches among some hundred thousand offsets, standard deviations. */
const CHANCE = 5;

/** How sound rises, by band, step by step: what stays alike between two microphones in one room. */
export interface Rises {
  readonly bands: readonly (readonly number[])[];
}

/** Gathers how sound rises from samples as they come. */
export class RiseGatherer implements Rises {
  readonly bands: number[][] = Array.from({ length: BANDS }, () => []);
  private readonly fft = new FFT(WINDOW);
  private readonly window = hann(WINDOW);
  private readonly spectrum = new Float64Array(2 * WINDOW);
  private readonly shaped = new Float64Array(WINDOW);
  private readonly last = new Float64Array(BANDS).fill(Number.NaN);
  private readonly held = new Float64Array(WINDOW);
  private filled = 0;

  /** @param samples mono, 16 bit signed, {@link SYNC_RATE} a second. */
  add(samples: Int16Array): void {
    for (const sample of samples) {
      this.held[this.filled++] = sample / 32_768;
      if (this.filled < WINDOW) continue;
      this.step();
      this.held.copyWithin(0, HOP);
      this.filled = WINDOW - HOP;
    }
  }

  private step(): void {
    for (let at = 0; at < WINDOW; at++) this.shaped[at] = this.held[at]! * this.window[at]!;
    this.fft.realTransform(this.spectrum, this.shaped);
    for (let band = 0; band < BANDS; band++) {
      let energy = 1e-9;
      const [from, to] = [binOf(EDGES[band]!), binOf(EDGES[band + 1]!)];
      for (let bin = from; bin < to; bin++) energy += this.spectrum[2 * bin]! ** 2 + this.spectrum[2 * bin + 1]! ** 2;
      const level = Math.log(energy);
      const before = this.last[band]!;
      this.bands[band]!.push(Number.isNaN(before) ? 0 : Math.max(0, level - before));
      this.last[band] = level;
    }
  }
}

const binOf = (hz: number): number => Math.round((hz * WINDOW) / SYNC_RATE);

/** Where one recording lies on another's time. */
export interface Offset {
  /** Where the second one's start lies on the first one's time, ms; negative when it began earlier. */
  readonly offsetMs: number;
  /** 0 where they have nothing in common, 1 where no other offset comes near. */
  readonly confidence: number;
}

/**
 * Where a recording of a room lies on another one of it: how the sound of both rises is laid over each other at every
 * offset (cross-correlation by the fast Fourier transform), band by band, so that another microphone, its loudness and
 * its noise matter little. To within a few ms.
 *
 * @returns null when one of them is too short to say.
 * @example offsetOf(room, phone) // { offsetMs: 2345, confidence: 1 }
 */
export function offsetOf(one: Rises, other: Rises): Offset | null {
  const [n, m] = [one.bands[0]!.length, other.bands[0]!.length];
  if (n < LEAST || m < LEAST) return null;
  const common = correlationOf(one, other);
  const offsets: number[] = [];
  for (let offset = LEAST - m; offset <= n - LEAST; offset++) offsets.push(offset);
  const at = (offset: number): number => common[offset < 0 ? offset + common.length : offset]!;
  const mean = offsets.reduce((sum, offset) => sum + at(offset), 0) / offsets.length;
  const deviation = Math.sqrt(offsets.reduce((sum, offset) => sum + (at(offset) - mean) ** 2, 0) / offsets.length);
  if (!(deviation > 0)) return null;
  const best = offsets.reduce((top, offset) => (at(offset) > at(top) ? offset : top));
  const elsewhere = offsets.reduce(
    (top, offset) => (Math.abs(offset - best) > NEAR ? Math.max(top, at(offset)) : top),
    -Infinity,
  );
  const rival = Math.max(CHANCE, (elsewhere - mean) / deviation);
  const height = (at(best) - mean) / deviation;
  // Between two steps: the top of the parabola through the best and its neighbours.
  const [before, here, after] = [at(best - 1), at(best), at(best + 1)];
  const bend = before - 2 * here + after;
  const part = bend < 0 ? Math.max(-0.5, Math.min(0.5, (before - after) / (2 * bend))) : 0;
  return {
    offsetMs: Math.round((best + part) * STEP_MS),
    confidence: Math.round(100 * Math.max(0, Math.min(1, height / rival - 1))) / 100,
  };
}

/**
 * What two recordings have in common at each offset, in steps; negative offsets stand at the end.
 *
 * @example correlationOf(room, phone)[12] // how much of the phone is heard in the room twelve steps later
 */
export function correlationOf(one: Rises, other: Rises): Float64Array {
  const needed = one.bands[0]!.length + other.bands[0]!.length;
  let size = 2;
  while (size < needed) size *= 2;
  const fft = new FFT(size);
  const sum = new Float64Array(2 * size);
  for (let band = 0; band < BANDS; band++) {
    const a = spectrumOf(fft, size, one.bands[band]!);
    const b = spectrumOf(fft, size, other.bands[band]!);
    for (let at = 0; at < 2 * size; at += 2) {
      sum[at]! += a[at]! * b[at]! + a[at + 1]! * b[at + 1]!;
      sum[at + 1]! += a[at + 1]! * b[at]! - a[at]! * b[at + 1]!;
    }
  }
  const back = new Float64Array(2 * size);
  fft.inverseTransform(back, sum);
  return Float64Array.from({ length: size }, (_, at) => back[2 * at]!);
}

/** The spectrum of a band around its mean, and in its own measure: a loud band counts no more than a quiet one. */
function spectrumOf(fft: FFT, size: number, band: readonly number[]): Float64Array {
  const mean = band.reduce((sum, value) => sum + value, 0) / band.length;
  const power = Math.sqrt(band.reduce((sum, value) => sum + (value - mean) ** 2, 0) / band.length);
  const data = new Float64Array(size);
  band.forEach((value, at) => (data[at] = power > 0 ? (value - mean) / power : 0));
  const out = new Float64Array(2 * size);
  fft.realTransform(out, data);
  fft.completeSpectrum(out);
  return out;
}
