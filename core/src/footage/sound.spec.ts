import WaveformData from 'waveform-data';
import { noiseOf, peaksFor, SoundGatherer, speechIn } from './sound';
import { peakAt, peakMs } from './sound.document';

const RATE = 16_000;

/** Noise at `noiseDb` with bursts of a voiced, pulsing tone in the given stretches, ms. */
function recording(lengthMs: number, bursts: readonly (readonly [number, number])[], noiseDb: number): Int16Array {
  let state = 5;
  const random = (): number => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647 - 0.5;
  const noise = 10 ** (noiseDb / 20) * Math.sqrt(12);
  return Int16Array.from({ length: (lengthMs * RATE) / 1000 }, (_, i) => {
    const ms = (i * 1000) / RATE;
    const voiced = bursts.some(([from, to]) => from <= ms && ms < to);
    const tone = voiced
      ? 0.25 * Math.sin((2 * Math.PI * 220 * i) / RATE) * (1 + 0.5 * Math.sin((2 * Math.PI * 5 * i) / RATE)) +
        0.1 * Math.sin((2 * Math.PI * 1900 * i) / RATE)
      : 0;
    return Math.round((tone + noise * random()) * 32_767);
  });
}

function heard(samples: Int16Array): ReturnType<typeof speechIn> {
  const gatherer = new SoundGatherer(RATE);
  // In uneven pieces, as a pipe gives them.
  for (let at = 0; at < samples.length; at += 7001) gatherer.add(samples.subarray(at, at + 7001));
  return speechIn(gatherer.frames);
}

describe('speech', () => {
  const bursts = [
    [1000, 2500],
    [4000, 4800],
    [7000, 9000],
  ] as const;

  it('is found where it is, in a quiet room and in a noisy one', () => {
    for (const noiseDb of [-60, -45]) {
      const spans = heard(recording(10_000, bursts, noiseDb));
      expect(spans.length).withContext(`${noiseDb} dB`).toBe(3);
      spans.forEach(([from, to], i) => {
        expect(Math.abs(from - bursts[i]![0])).toBeLessThanOrEqual(40);
        expect(Math.abs(to - bursts[i]![1])).toBeLessThanOrEqual(60);
      });
    }
  });

  it('is not heard in noise alone, nor in silence', () => {
    expect(heard(recording(5000, [], -40))).toEqual([]);
    expect(heard(new Int16Array(RATE))).toEqual([]);
    expect(speechIn({ lows: [], highs: [], plain: [], energies: [] })).toEqual([]);
  });

  it('joins across a short breath and drops a click', () => {
    expect(
      heard(
        recording(
          6000,
          [
            [1000, 2000],
            [2150, 3000],
          ],
          -60,
        ),
      ).length,
    ).toBe(1);
    expect(heard(recording(6000, [[1000, 1015]], -60)).length).toBe(0);
  });
});

describe('the room', () => {
  it('is as loud as its noise where nobody speaks', () => {
    for (const noiseDb of [-60, -40]) {
      const gatherer = new SoundGatherer(RATE);
      gatherer.add(
        recording(
          10_000,
          [
            [1000, 2500],
            [6000, 9000],
          ],
          noiseDb,
        ),
      );
      expect(noiseOf(gatherer.frames, speechIn(gatherer.frames))).toBeCloseTo(noiseDb, 0);
    }
    const still = new SoundGatherer(RATE);
    still.add(new Int16Array(RATE));
    expect(noiseOf(still.frames, [])).toBeNull();
    expect(noiseOf(still.frames, [[0, 1000]])).toBeNull();
  });
});

describe('peaks', () => {
  it('are the loudest of each step', () => {
    const gatherer = new SoundGatherer(1000);
    gatherer.add(Int16Array.from([...new Array<number>(10).fill(0), 16_384, ...new Array<number>(29).fill(0)]));
    const peaks = peaksFor(gatherer.frames, 1000, 20);
    expect([peaks.length, peakMs(peaks), peakAt(peaks, 0), peakAt(peaks, 1)]).toEqual([2, 20, 0.5, 0]);
  });

  it('are read by the format’s own reader', () => {
    const samples = recording(2000, [[500, 1200]], -40);
    const gatherer = new SoundGatherer(RATE);
    gatherer.add(samples);
    const read = WaveformData.create(peaksFor(gatherer.frames, RATE, 40));
    expect([read.sample_rate, read.length, read.channels, read.seconds_per_pixel, read.duration]).toEqual([
      ...[RATE, 50, 1, 0.04, 2],
    ]);
    for (const at of [0, 13, 20, 49]) {
      const own = [...samples.subarray(at * 640, (at + 1) * 640)].map((value) => value / 256);
      expect(Math.abs(read.channel(0).max_sample(at) - Math.min(127, Math.max(0, ...own)))).toBeLessThanOrEqual(0.6);
      expect(Math.abs(read.channel(0).min_sample(at) - Math.min(0, ...own))).toBeLessThanOrEqual(0.6);
    }
  });

  it('need frames of whole samples, so that times do not drift', () => {
    expect(() => new SoundGatherer(22_055)).toThrowError(RangeError);
  });
});
