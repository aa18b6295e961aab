import { seeded } from '../testing';
import { HumGatherer } from './hum';

const RATE = 16_000;

/** A room with noise, a hum of the mains with its first multiples, and somebody who speaks in the middle. */
function room({ hz = 0, humDb = -90, noiseDb = -60, seconds = 12 }): HumGatherer {
  const random = seeded(3);
  const noise = 10 ** (noiseDb / 20) * Math.sqrt(12);
  const tone = 10 ** (humDb / 20) * Math.SQRT2;
  const gatherer = new HumGatherer(RATE);
  gatherer.add(
    Int16Array.from({ length: seconds * RATE }, (_, i) => {
      const t = i / RATE;
      const hum = tone * (0.9 * Math.sin(2 * Math.PI * hz * t) + 0.436 * Math.sin(4 * Math.PI * hz * t + 1));
      const voice = t > 4 && t < 8 ? 0.3 * Math.sin(2 * Math.PI * 180 * t) * Math.sin(2 * Math.PI * 3 * t) : 0;
      return Math.round(32_767 * (hum + voice + noise * (random() - 0.5)));
    }),
  );
  return gatherer;
}

describe('a hum of the mains', () => {
  it('is heard of either frequency, as loud as it is, beside a voice and noise', () => {
    for (const hz of [50, 60])
      for (const humDb of [-45, -60]) {
        const found = room({ hz, humDb }).hum();
        expect(found?.hz)
          .withContext(`${hz} Hz at ${humDb} dB`)
          .toBe(hz as 50);
        expect(Math.abs(found!.db - humDb)).toBeLessThan(1.5);
      }
  });

  it('is not heard in noise, in silence, nor in a tone that no mains makes', () => {
    expect(room({}).hum()).toBeNull();
    expect(room({ noiseDb: -30 }).hum()).toBeNull();
    expect(room({ hz: 50, humDb: -80, noiseDb: -95 }).hum()).toBeNull();
    expect(room({ hz: 55, humDb: -45 }).hum()).toBeNull();
    expect(new HumGatherer(RATE).hum()).toBeNull();
  });
});
