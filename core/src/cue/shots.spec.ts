import { seeded } from '../testing';
import { FRAMES } from './frame';
import { shotsOf, viewAt } from './shots';
import { boxIn, pictureIn } from './view';
import type { WorkedArea } from './worked-area';

const UPRIGHT = FRAMES['9:16'];
const area = (startMs: number, endMs: number, from: number, to: number): WorkedArea => ({
  ...{ startMs, endMs, boxes: [], seen: [from, 0, to - from, 1] },
});

describe('the shots of an upright film', () => {
  it('are one, in the middle, where that shows everything', () => {
    expect(shotsOf([area(1000, 2000, 0.4, 0.6)], [], UPRIGHT, 9000)).toEqual([
      { startMs: 0, endMs: 9000, easeMs: 0, centre: 0.5, width: UPRIGHT.shows },
    ]);
    expect(shotsOf([], [], UPRIGHT, 9000).length).toBe(1);
    expect(shotsOf([area(0, 1000, 0, 1)], [], FRAMES['16:9'], 9000)).toEqual([]);
  });

  it('are as few as there can be: needs that one place shows share it', () => {
    const needs = [area(0, 1000, 0.3, 0.4), area(2000, 3000, 0.4, 0.5), area(4000, 5000, 0.55, 0.8)];
    const shots = shotsOf(needs, [], UPRIGHT, 6000);
    expect(shots.length).toBe(2);
    expect(shots[0]!.centre).toBeCloseTo(0.3 - 0.012 + UPRIGHT.shows / 2, 3);
  });

  it('are one for needs that only just fit, and for smaller ones between them', () => {
    const wide = (at: number) => area(at, at + 1000, 0.1 + 0.2, 0.7);
    const shots = shotsOf([wide(0), area(2000, 3000, 0.3, 0.65), wide(4000), wide(6000)], [], UPRIGHT, 9000);
    expect(shots.map((shot) => [shot.centre, Math.round(shot.width * 1000)])).toEqual([[0.5, 424]]);
  });

  it('come over slowly before the work begins, at once where the picture jumps, and at once where there is no time', () => {
    const needs = (gapMs: number) => [area(0, 5000, 0.1, 0.3), area(5000 + gapMs, 12_000, 0.7, 0.9)];
    const second = (gapMs: number, edges: number[] = []) => {
      const { startMs, easeMs } = shotsOf(needs(gapMs), edges, UPRIGHT, 15_000)[1]!;
      return [startMs, easeMs];
    };
    expect(second(3000)).toEqual([6600, 1400]);
    expect(second(800)).toEqual([5000, 800]);
    expect(second(300)).toEqual([5300, 0]);
    expect(second(3000, [6000])).toEqual([6000, 0]);
    expect(second(3000, [4000, 9000])).toEqual([6600, 1400]);
  });

  it('show what is wider than the frame from further away, with ground above and below', () => {
    const [near, far] = shotsOf([area(0, 1000, 0.4, 0.6), area(3000, 4000, 0.25, 0.75)], [], UPRIGHT, 6000);
    expect(near!.width).toBe(UPRIGHT.shows);
    expect([far!.width, far!.easeMs]).toEqual([0.524, 0]);
    const [, y, , height] = pictureIn(UPRIGHT, far!);
    expect(y).toBeCloseTo((1 - UPRIGHT.shows / 0.524) / 2, 6);
    expect(height).toBeCloseTo(UPRIGHT.shows / 0.524, 6);
    expect(boxIn([0.25, 0, 0.5, 1], UPRIGHT, far!)[0]).toBeCloseTo(0.012 / 0.524, 3);
  });

  it('show everything at every instant at which it is worked on, and never what is beside the picture', () => {
    const random = seeded(5);
    for (let n = 0; n < 300; n++) {
      let at = 0;
      const needs = Array.from({ length: 1 + Math.floor(random() * 12) }, () => {
        const startMs = at + Math.floor(random() * 3) * 700;
        at = startMs + 1000 + Math.floor(random() * 4000);
        const from = random() * 0.8;
        return area(startMs, at, from, Math.min(1, from + 0.02 + random() * 0.4));
      });
      const edges = Array.from({ length: 4 }, () => Math.floor(random() * at)).sort((a, b) => a - b);
      const shots = shotsOf(needs, edges, UPRIGHT, at + 500);
      shots.forEach((shot, i) => expect(shot.startMs).toBe(i === 0 ? 0 : shots[i - 1]!.endMs));
      for (const { startMs, endMs, seen } of needs)
        for (let ms = startMs; ms < endMs; ms += 100) {
          const { centre, width } = viewAt(shots, ms, UPRIGHT);
          expect(seen![0]).toBeGreaterThanOrEqual(centre - width / 2 - 1e-3);
          expect(seen![0] + seen![2]).toBeLessThanOrEqual(centre + width / 2 + 1e-3);
          expect(centre - width / 2).toBeGreaterThanOrEqual(-1e-3);
          expect(centre + width / 2).toBeLessThanOrEqual(1 + 1e-3);
        }
    }
  });
});
