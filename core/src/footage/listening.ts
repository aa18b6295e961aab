import { LEAST_DB, MAINS, MULTIPLES, QUIETEST, STRONGER } from './hum';
import { quantile } from './repetitions';

/** How a voice and a room come in while they are recorded. */
export type Heard = 'listening' | 'too-loud' | 'nothing' | 'too-quiet' | 'hum' | 'noisy' | 'good';

/** A voice is not heard, too quiet, or cut off: peaks below the first two and above the last, as shares of full scale. */
const UNHEARD = 0.02;
const QUIET = 0.1;
const TOO_LOUD = 0.98;
/** So many looks are what was heard lately, and so many are enough to say something. */
const LATELY = 300;
const ENOUGH = 50;
/** The room is what is left in the quietest tenth: louder than this, and it is heard under every word, dBFS (common practice, no source). */
const ROOM = 0.1;
const NOISY_DB = -45;
/** Beside a tone it is looked for what any noise has there, Hz: farther than a band of a browser's spectrum blurs. */
const BESIDE = 8;
/** Heard in so many of the last looks for it, and it is one. */
const HUMS = { last: 6, are: 4 };

/** Listens to a recording while it is made, ten times a second, and tells what is wrong with it. */
export class Listening {
  private readonly rms: number[] = [];
  private readonly hums: (number | null)[] = [];
  private loudest = 0;
  private cut = 0;

  /**
   * @param samples what came in lately, −1 to 1.
   * @returns the peak of it, 0 to 1.
   */
  add(samples: Float32Array): number {
    let [peak, energy] = [0, 0];
    for (const sample of samples) {
      peak = Math.max(peak, Math.abs(sample));
      energy += sample * sample;
    }
    this.rms.push(decibel(Math.sqrt(energy / Math.max(1, samples.length))));
    if (this.rms.length > LATELY) this.rms.shift();
    this.loudest = Math.max(peak, this.loudest * 0.99);
    this.cut = peak > TOO_LOUD ? ENOUGH : Math.max(0, this.cut - 1);
    return Math.min(1, peak);
  }

  /** Whether it is a moment in which a hum could be heard. */
  get quiet(): boolean {
    return this.rms.length >= ENOUGH && this.rms.at(-1)! <= quantile(this.rms, QUIETEST);
  }

  /** @param db power of each band of a quiet moment, dBFS. @param hz width of a band. */
  hear(db: Float32Array, hz: number): void {
    this.hums.push(humIn(db, hz));
    if (this.hums.length > HUMS.last) this.hums.shift();
  }

  /** Frequency of the mains that hum, Hz; null where none does. */
  get hum(): number | null {
    return MAINS.find((one) => this.hums.filter((heard) => heard === one).length >= HUMS.are) ?? null;
  }

  get heard(): Heard {
    const enough = this.rms.length > ENOUGH;
    if (this.cut > 0) return 'too-loud';
    if (!enough) return 'listening';
    if (this.loudest < UNHEARD) return 'nothing';
    if (this.loudest < QUIET) return 'too-quiet';
    if (this.hum !== null) return 'hum';
    return quantile(this.rms, ROOM) > NOISY_DB ? 'noisy' : 'good';
  }
}

/**
 * The mains whose tones stand out of a spectrum, Hz; null where neither does.
 *
 * @example humIn(spectrumWith(50), 1.5) // 50
 */
export function humIn(db: Float32Array, hz: number): (typeof MAINS)[number] | null {
  const strongest = (around: number): number => {
    const at = Math.round(around / hz);
    return Math.max(...db.subarray(Math.max(0, at - 1), at + 2));
  };
  const told = MAINS.map((mains) => {
    const tones = Array.from({ length: MULTIPLES }, (_, i) => mains * (i + 1));
    const stronger = tones.map((tone) => {
      const beside = Math.max(strongest(tone - BESIDE), strongest(tone + BESIDE));
      return strongest(tone) > LEAST_DB ? strongest(tone) - beside : 0;
    });
    return { mains, tones: stronger.filter((one) => one > STRONGER).length };
  });
  const best = told.reduce((a, b) => (b.tones > a.tones ? b : a));
  // A single tone may be anything.
  return best.tones >= 2 ? best.mains : null;
}

const decibel = (value: number): number => 20 * Math.log10(Math.max(value, 1e-6));
