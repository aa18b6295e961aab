import { seeded } from '../testing';
import { correlationOf, offsetOf, RiseGatherer, SYNC_RATE, type Rises } from './sync';

const SECONDS = 40;

/** Something like talk: bursts of noise of different colour and length, with pauses. */
function talk(seed: number): Float64Array {
  const random = seeded(seed);
  const samples = new Float64Array(SECONDS * SYNC_RATE);
  for (let at = 0; at < samples.length;) {
    const length = Math.round((0.06 + 0.3 * random()) * SYNC_RATE);
    const pitch = 120 + 2500 * random() ** 2;
    const loud = 0.1 + 0.5 * random();
    for (let i = 0; i < length && at + i < samples.length; i++)
      samples[at + i] =
        loud *
        Math.exp((-4 * i) / length) *
        (0.6 * Math.sin((2 * Math.PI * pitch * i) / SYNC_RATE) + 0.4 * (2 * random() - 1));
    at += length + Math.round((random() < 0.2 ? 0.8 : 0.04) * random() * SYNC_RATE);
  }
  return samples;
}

const rises = (samples: Float64Array): RiseGatherer => {
  const gatherer = new RiseGatherer();
  const whole = Int16Array.from(samples, (value) => Math.round(32_767 * Math.max(-1, Math.min(1, value))));
  // In pieces, as a tool gives them.
  for (let at = 0; at < whole.length; at += 10_007) gatherer.add(whole.subarray(at, at + 10_007));
  return gatherer;
};
const room = talk(1);
const cut = (from: number, to = SECONDS): Float64Array =>
  room.slice(Math.round(from * SYNC_RATE), Math.round(to * SYNC_RATE));
const delayed = (seconds: number): Float64Array =>
  Float64Array.from({ length: room.length }, (_, at) => room[at - Math.round(seconds * SYNC_RATE)] ?? 0);
/** Another microphone: thin, quiet, in an echoing corner. */
const telephone = (samples: Float64Array): Float64Array => {
  let low = 0;
  return samples.map((value, at) => {
    low += 0.4 * (value - low);
    return 0.2 * (value - low + 0.5 * (samples[at - 320] ?? 0));
  });
};
const noisy = (samples: Float64Array, loud: number): Float64Array => {
  const random = seeded(7);
  return samples.map((value) => value + loud * (2 * random() - 1));
};

function joined(...parts: readonly Float64Array[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

describe('where one recording lies on another', () => {
  const whole = rises(room);
  const within = (other: Float64Array, ms: number): void => {
    const found = offsetOf(whole, rises(other))!;
    expect(Math.abs(found.offsetMs - ms))
      .withContext(`${found.offsetMs} for ${ms}`)
      .toBeLessThanOrEqual(20);
    expect(found.confidence).toBeGreaterThan(0.8);
  };

  it('is found of copies that begin later or earlier, to 20 ms', () => {
    within(room, 0);
    within(cut(2.345), 2345);
    within(delayed(1.777), -1777);
    within(cut(20, 30), 20_000);
  });

  it('is found of filtered, echoing and noisy copies, to 20 ms', () => {
    within(telephone(cut(5.123)), 5123);
    within(noisy(cut(5.123), 0.1), 5123);
    within(telephone(noisy(cut(3.3), 0.05)), 3300);
  });

  it('is found of each of two takes with the same words, in one recording of the room', () => {
    const first = cut(0, 18);
    // Said again with the same words, and pauses that are a little longer.
    const pause = (ms: number): Float64Array => new Float64Array(Math.round((ms * SYNC_RATE) / 1000));
    const again = joined(cut(0, 4), pause(90), cut(4, 9), pause(60), cut(9, 13), pause(140), cut(13, 18));
    const all = rises(noisy(telephone(joined(first, pause(3000), again)), 0.01));
    for (const [take, ms] of [
      [first, 0],
      [again, 21_000],
    ] as const) {
      const found = offsetOf(all, rises(take))!;
      expect(Math.abs(found.offsetMs - ms))
        .withContext(`${found.offsetMs} for ${ms}`)
        .toBeLessThanOrEqual(20);
    }
  });

  it('is not found where the two have nothing in common, or nothing is heard, or too little', () => {
    expect(offsetOf(whole, rises(talk(2)))!.confidence).toBeLessThan(0.3);
    expect(offsetOf(whole, rises(new Float64Array(5 * SYNC_RATE)))).toBeNull();
    expect(offsetOf(whole, rises(cut(3, 4)))).toBeNull();
  });

  it('is laid over each other as by the sums themselves', () => {
    const random = seeded(5);
    const bands = new RiseGatherer().bands.length;
    const drawn = (length: number): Rises => ({
      bands: Array.from({ length: bands }, () => Array.from({ length }, () => random() ** 3)),
    });
    const measured = (band: readonly number[]): number[] => {
      const mean = band.reduce((sum, one) => sum + one, 0) / band.length;
      const power = Math.sqrt(band.reduce((sum, one) => sum + (one - mean) ** 2, 0) / band.length);
      return band.map((one) => (one - mean) / power);
    };
    const [one, other] = [drawn(60), drawn(37)];
    const common = correlationOf(one, other);
    for (let offset = -36; offset < 60; offset++) {
      let sum = 0;
      for (let band = 0; band < bands; band++) {
        const [a, b] = [measured(one.bands[band]!), measured(other.bands[band]!)];
        for (let at = 0; at < b.length; at++) sum += (a[at + offset] ?? 0) * b[at]!;
      }
      expect(common[offset < 0 ? offset + common.length : offset])
        .withContext(`offset ${offset}`)
        .toBeCloseTo(sum, 8);
    }
  });
});
