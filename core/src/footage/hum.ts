import { hann } from './hann';

/** What mains of 50 and of 60 Hz leave in a recording: their frequency and its multiples, Hz. */
export const MAINS = [50, 60] as const;
const MULTIPLES = 4;
/** Beside each of these it is looked for what any noise has there, Hz. */
const BESIDE = 7;
/** Rate to which sound is brought down before, samples a second, and the stretch that is looked at, s. */
const RATE = 1000;
const WINDOW = hann(RATE);
/** For each mains its tones, and what lies beside them, Hz. */
const TONES = MAINS.map((hz) => {
  const own = Array.from({ length: MULTIPLES }, (_, i) => hz * (i + 1));
  return { own, beside: own.flatMap((one) => [one - BESIDE, one + BESIDE]) };
});
/** Only the quietest of the stretches are asked: in speech there are tones of all kinds. */
export const QUIETEST = 0.3;
/** So much stronger than its surroundings a hum is, and so loud at least, dB below full scale. */
const STRONGER = 10;
const LEAST_DB = -75;

/** A hum of the mains: which, and how loud, dBFS. */
export interface Hum {
  readonly hz: (typeof MAINS)[number];
  readonly db: number;
}

/** Listens for a hum in samples as they come. */
export class HumGatherer {
  /** For each second its energy, and for each mains how strong it is, and how strong what lies beside it. */
  private readonly seconds: { energy: number; mains: { at: number; beside: number }[] }[] = [];
  private readonly held = new Float64Array(RATE);
  private filled = 0;
  private sum = 0;
  private summed = 0;
  private readonly each: number;

  /** @param sampleRate a multiple of 1000. */
  constructor(sampleRate: number) {
    this.each = sampleRate / RATE;
  }

  /** @param samples mono, 16 bit signed. */
  add(samples: Int16Array): void {
    for (const sample of samples) {
      this.sum += sample / 32_768;
      if (++this.summed < this.each) continue;
      this.held[this.filled++] = this.sum / this.each;
      this.sum = 0;
      this.summed = 0;
      if (this.filled < RATE) continue;
      this.filled = 0;
      const shaped = this.held.map((value, at) => value * WINDOW[at]!);
      const power = (all: readonly number[]): number => all.reduce((sum, hz) => sum + powerAt(shaped, hz / RATE), 0);
      this.seconds.push({
        energy: this.held.reduce((sum, value) => sum + value * value, 0) / RATE,
        mains: TONES.map(({ own, beside }) => ({ at: power(own), beside: power(beside) / 2 })),
      });
    }
  }

  /** The hum that is heard where it is quiet; null when there is none. */
  hum(): Hum | null {
    const quiet = [...this.seconds]
      .sort((a, b) => a.energy - b.energy)
      .slice(0, Math.ceil(QUIETEST * this.seconds.length));
    const found = MAINS.map((hz, i) => {
      const mean = (of: 'at' | 'beside'): number =>
        quiet.reduce((sum, { mains }) => sum + mains[i]![of], 0) / Math.max(1, quiet.length);
      return { hz, db: 10 * Math.log10(mean('at') + 1e-12), above: mean('at') / (mean('beside') + 1e-12) };
    }).filter(({ db, above }) => db > LEAST_DB && 10 * Math.log10(above) > STRONGER);
    const [loudest] = found.sort((a, b) => b.above - a.above);
    return loudest ? { hz: loudest.hz, db: Math.round(10 * loudest.db) / 10 } : null;
  }
}

/**
 * The mains whose tones stand out of a short stretch of sound, Hz; null where neither does. A single tone may be anything:
 * it takes two.
 *
 * @param samples mono, −1 to 1; half a second or more.
 * @example humIn(samples, 48_000) // 50
 */
export function humIn(samples: Float32Array, sampleRate: number): (typeof MAINS)[number] | null {
  const low = new Float64Array(Math.floor((samples.length * RATE) / sampleRate));
  const many = new Float64Array(low.length);
  for (let at = 0; at < samples.length; at++) {
    const to = Math.floor((at * RATE) / sampleRate);
    if (to >= low.length) break;
    low[to]! += samples[at]!;
    many[to]!++;
  }
  const window = hann(low.length);
  for (let at = 0; at < low.length; at++) low[at]! *= window[at]! / many[at]!;
  const dbAt = (hz: number): number => 10 * Math.log10(powerAt(low, hz / RATE) + 1e-12);
  const told = TONES.map(({ own }, i) => ({
    mains: MAINS[i]!,
    tones: own.filter((hz) => {
      const db = dbAt(hz);
      return db > LEAST_DB && db - Math.max(dbAt(hz - BESIDE), dbAt(hz + BESIDE)) > STRONGER;
    }).length,
  }));
  const best = told.reduce((a, b) => (b.tones > a.tones ? b : a));
  return best.tones >= 2 ? best.mains : null;
}

/**
 * The mean square of a tone in a stretch that Hann's window has shaped (Goertzel 1958).
 *
 * @param turns of the tone for each sample.
 * @example powerAt(shaped, 50 / 1000) // 0.5, for a tone of 50 Hz at full scale, 1,000 samples a second
 */
export function powerAt(samples: Float64Array, turns: number): number {
  const turn = 2 * Math.cos(2 * Math.PI * turns);
  let [before, last] = [0, 0];
  for (const sample of samples) [before, last] = [last, sample + turn * last - before];
  const square = last * last + before * before - turn * last * before;
  // A tone of amplitude a gives (a n / 4)² under this window; its mean square is a² / 2.
  return (8 * square) / samples.length ** 2;
}
