import { repetitionsIn } from './repetitions';
import { seeded } from '../solve/seeded';

const RATE = 12.5;
/** A hand that goes away and comes back, each time in so many seconds. */
function course(seconds: readonly number[], rest = 0.4): Float32Array {
  const values: number[] = Array.from({ length: Math.round(rest * RATE) }, () => 0);
  let from = 0;
  const all = seconds.reduce((sum, one) => sum + one, 0);
  let next = 0;
  for (let at = 0; at / RATE < all; at++) {
    while (at / RATE >= from + seconds[next]!) from += seconds[next++]!;
    values.push((1 - Math.cos((2 * Math.PI * (at / RATE - from)) / seconds[next]!)) / 2);
  }
  return Float32Array.from([...values, ...Array.from({ length: Math.round(rest * RATE) }, () => 0)]);
}

describe('repetitions', () => {
  it('at half a hertz are found to the percent (fact: 25 pictures of 12.5 a second)', () => {
    const [one] = repetitionsIn(course(Array.from({ length: 12 }, () => 2)));
    expect(one!.beats.length).toBe(12);
    expect(Math.abs(one!.period / 25 - 1)).toBeLessThan(0.01);
  });

  it('are counted from 0.32 s to 4 s each, three of them or forty', () => {
    for (const [count, length] of [
      [3, 2],
      [5, 3],
      [6, 4],
      [12, 0.8],
      [40, 0.32],
    ] as const)
      expect(repetitionsIn(course(Array.from({ length: count }, () => length))).map((one) => one.beats.length))
        .withContext(`${count} of ${length} s`)
        .toEqual([count]);
  });

  it('are counted in an uneven tempo, each up to a fifth off', () => {
    const random = seeded(7);
    for (let round = 0; round < 20; round++) {
      const lengths = Array.from({ length: 5 + Math.floor(8 * random()) }, () => 1.4 * (0.8 + 0.4 * random()));
      const found = repetitionsIn(course(lengths));
      expect(found.map((one) => one.beats.length)).toEqual([lengths.length]);
      const beats = lengths.map((_, i) => 0.4 + lengths.slice(0, i + 1).reduce((sum, one) => sum + one, 0));
      const off = found[0]!.beats.map((beat, i) => beat / RATE - beats[i]!);
      const mean = off.reduce((sum, one) => sum + one, 0) / off.length;
      expect(Math.max(...off.map((one) => Math.abs(one - mean)))).toBeLessThan(0.25);
    }
  });

  it('are told apart by a pause', () => {
    const both = Float32Array.from([...course([1, 1, 1, 1]), ...new Float32Array(50), ...course([1, 1, 1, 1, 1])]);
    expect(repetitionsIn(both).map((one) => one.beats.length)).toEqual([4, 5]);
  });

  it('are not found in a tremor about a hand that moves once', () => {
    const random = seeded(3);
    const moved = Float32Array.from({ length: 120 }, (_, at) => (at < 40 ? 0 : 1) + 0.15 * (random() - 0.5));
    expect(repetitionsIn(moved)).toEqual([]);
    expect(repetitionsIn(new Float32Array(0))).toEqual([]);
  });

  it('that are small and fast are counted while the arm sinks', () => {
    const taps = course(Array.from({ length: 20 }, () => 0.5)).map((value, at) => value + at / 90);
    const [one] = repetitionsIn(taps);
    expect(Math.abs(one!.beats.length - 20)).toBeLessThanOrEqual(1);
  });
});
