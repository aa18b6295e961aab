import { drawStrand, layStrand, tickStep, type Drawn } from './ribbon-geometry';

const passage = (change: Partial<Drawn>): Drawn => ({
  kind: 'reps',
  stepId: 'a',
  side: 'left',
  startMs: 0,
  endMs: 1000,
  beatsMs: [],
  spoken: [],
  ...change,
});
const looks = [{ id: 'a', name: 'Slipway', region: 'neck' as const, pressure: 'feather' as const }];
const x = (ms: number): number => ms / 10;

/** Where the parts of a path start. */
const starts = (path: string): string[] => [...path.matchAll(/M([\d.]+ [\d.]+)/g)].map((found) => found[1]!);

describe('the ribbon', () => {
  it('lays work out as bands, left above and right below', () => {
    const { bands } = layStrand(
      [
        passage({}),
        passage({ side: 'right', startMs: 1000, endMs: 3000 }),
        passage({ side: 'both', startMs: 3000, endMs: 4000 }),
        passage({ side: 'midline', startMs: 4000, endMs: 5000 }),
      ],
      looks,
      x,
    );
    expect(bands.map(({ x: at, width, upper, lower, joined }) => [at, width, upper, lower, joined])).toEqual([
      [0, 100, true, false, false],
      [100, 200, false, true, false],
      [300, 100, true, true, false],
      [400, 100, true, true, true],
    ]);
  });

  it('shows talk as a thread and boxes the whole step, settling included', () => {
    const { threads, boxes, bands } = layStrand(
      [
        passage({ kind: 'teach', side: null, spoken: [[0, 500]], endMs: 500 }),
        passage({ kind: 'prep', side: null, startMs: 500, endMs: 700 }),
        passage({ startMs: 700, endMs: 900 }),
      ],
      looks,
      x,
    );
    expect(threads).toEqual([{ x: 0, width: 50 }]);
    expect(boxes).toEqual([{ key: 'a', stepId: 'a', name: 'Slipway', startMs: 0, x: 0, width: 90 }]);
    expect(bands.length).toBe(1);
  });

  it('makes a band higher with pressure', () => {
    const height = (pressure: 'feather' | 'firm'): number =>
      layStrand([passage({})], [{ ...looks[0]!, pressure }], x).bands[0]!.height;
    expect(height('firm')).toBeGreaterThan(height('feather'));
  });

  it('bites out of the shorter side what it gets less, not out of one that is left out', () => {
    const left = passage({ endMs: 8000 });
    const right = passage({ side: 'right', startMs: 9000, endMs: 14_000 });
    const { bites } = layStrand([left, right], looks, x);
    expect(bites).toEqual([{ x: 1400, width: 300, height: 0.42, side: 'right' }]);
    expect(layStrand([left], looks, x).bites).toEqual([]);
    expect(layStrand([left, { ...right, endMs: 17_200 }], looks, x).bites).toEqual([]);
  });

  it('draws a strand as one path a colour, left above and right below the middle', () => {
    const strand = layStrand(
      [passage({}), passage({ side: 'right', startMs: 1000, endMs: 3000, beatsMs: [1500] })],
      looks,
      x,
    );
    const { bodies, empty, stitches } = drawStrand(strand, 50, 40);
    expect(bodies.length).toBe(1);
    expect(starts(bodies[0]!.d)).toEqual(['0 49', '100 51']);
    expect(starts(empty)).toEqual(['0 51', '100 49']);
    expect(stitches).toBe('M150 50V66.8');
    expect(drawStrand(layStrand([passage({ side: 'midline' })], looks, x), 50, 40).empty).toBe('');
  });

  it('keeps round steps of time apart', () => {
    expect(tickStep(226_000, 1092)).toBe(30_000);
    expect(tickStep(60_000, 1092)).toBe(5000);
    expect(tickStep(3_600_000, 400)).toBe(1_800_000);
  });
});
