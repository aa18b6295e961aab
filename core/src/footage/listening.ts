import { humIn, MAINS, QUIETEST } from './hum';
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

  /** @param samples of a quiet moment, half a second or more. */
  hear(samples: Float32Array, sampleRate: number): void {
    this.hums.push(humIn(samples, sampleRate));
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

const decibel = (value: number): number => 20 * Math.log10(Math.max(value, 1e-6));
