import FFT from 'fft.js';
import { hann } from './hann';
import { humIn, powerAt } from './hum';
import { Listening } from './listening';

const RATE = 48_000;
const LOOK = 4096;
const LONG = 32_768;

/** A tenth of a second of something, under a seed. */
function sound(level: number, at: number, tones: readonly (readonly [hz: number, level: number])[] = []): Float32Array {
  let seed = 1 + at;
  const noise = (): number => ((seed = (seed * 16_807) % 2_147_483_647), (2 * seed) / 2_147_483_647 - 1);
  return Float32Array.from({ length: LOOK }, (_, i) => {
    const t = at / 10 + i / RATE;
    return tones.reduce((sum, [hz, loud]) => sum + loud * Math.sin(2 * Math.PI * hz * t), level * noise());
  });
}

/** Talk with pauses of a quarter of the time, over a room. */
function heard(voice: number, room: number, looks = 120): Listening {
  const listening = new Listening();
  for (let at = 0; at < looks; at++) listening.add(sound(at % 4 === 0 ? room : voice, at));
  return listening;
}

/** So much of a quiet moment as is listened to, with tones in it. */
function quietWith(tones: readonly (readonly [number, number])[], noise: number, rate = RATE): Float32Array {
  let seed = 7;
  const random = (): number => ((seed = (seed * 16_807) % 2_147_483_647), (2 * seed) / 2_147_483_647 - 1);
  return Float32Array.from({ length: LONG }, (_, i) =>
    tones.reduce((sum, [hz, loud]) => sum + loud * Math.sin((2 * Math.PI * hz * i) / rate), noise * random()),
  );
}

describe('listening while it is recorded', () => {
  it('says nothing of a voice at first', () => {
    expect(heard(0.5, 0.001, 40).heard).toBe('listening');
  });

  it('tells a voice that is cut off, too quiet, not there, and good', () => {
    const told = [1.2, 0.5, 0.12, 0.08, 0.01].map((voice) => heard(voice, 0.001).heard);
    expect(told).toEqual(['too-loud', 'good', 'good', 'too-quiet', 'nothing']);
  });

  it('forgets that it was cut off once five seconds were not', () => {
    const listening = heard(0.5, 0.001);
    listening.add(sound(1.2, 1));
    expect(listening.heard).toBe('too-loud');
    for (let at = 0; at < 49; at++) listening.add(sound(0.5, at));
    expect(listening.heard).toBe('too-loud');
    listening.add(sound(0.5, 1));
    expect(listening.heard).toBe('good');
  });

  it('tells a loud room by what is left between the words, and not by the words', () => {
    // Noise between −a and a has an effective value of a / √3: −45 dBFS is a = 0.0097.
    expect(heard(0.5, 0.009).heard).toBe('good');
    expect(heard(0.5, 0.0105).heard).toBe('noisy');
  });

  it('hears the mains of 50 and of 60 Hz, and neither in noise or in one tone of a voice', () => {
    const mains = (of: number): (readonly [number, number])[] => [
      [of, 0.004],
      [2 * of, 0.003],
      [3 * of, 0.001],
    ];
    for (const rate of [44_100, 48_000]) {
      expect(humIn(quietWith(mains(50), 0.001, rate), rate)).toBe(50);
      expect(humIn(quietWith(mains(60), 0.001, rate), rate)).toBe(60);
      expect(humIn(quietWith([], 0.02, rate), rate)).toBeNull();
      expect(humIn(quietWith([[120, 0.1]], 0.001, rate), rate)).toBeNull();
      const faint = mains(50).map(([f, loud]) => [f, loud / 1000] as const);
      expect(humIn(quietWith(faint, 0.000_001, rate), rate)).toBeNull();
    }
  });

  it('finds as much of a tone as a whole spectrum has there; judge: fft.js', () => {
    const [n, fft] = [1024, new FFT(1024)];
    const window = hann(n);
    const samples = Float64Array.from(quietWith([[3000, 0.4]], 0.1).subarray(0, n), (value, i) => value * window[i]!);
    const out = new Array<number>(2 * n);
    fft.realTransform(out, Array.from(samples));
    for (const band of [1, 7, 64, 65, 200, 511]) {
      const square = out[2 * band]! ** 2 + out[2 * band + 1]! ** 2;
      expect(powerAt(samples, band / n))
        .withContext(String(band))
        .toBeCloseTo((8 * square) / n ** 2, 9);
    }
  });

  it('says hum only when it was heard again and again, in quiet moments', () => {
    const listening = heard(0.5, 0.001);
    expect(listening.quiet).toBeFalse();
    listening.add(sound(0.001, 3));
    expect(listening.quiet).toBeTrue();
    const humming = quietWith(
      [
        [50, 0.004],
        [100, 0.004],
      ],
      0.001,
    );
    for (let at = 0; at < 3; at++) listening.hear(humming, RATE);
    expect(listening.heard).toBe('good');
    listening.hear(humming, RATE);
    expect([listening.heard, listening.hum]).toEqual(['hum', 50]);
  });
});
