import { seeded } from '../../testing';
import { grown } from './train-trees';
import { oddsOf } from './trees';

const GROWTH = { trees: 60, depth: 2, rate: 0.3, reserve: 1 };
const on = (features: readonly number[], of = 4): Uint8Array =>
  Uint8Array.from({ length: of }, (_, feature) => (features.includes(feature) ? 1 : 0));

describe('trees', () => {
  it('say together what their last answers say', () => {
    const trees = [
      { asks: [0, -1, 1], odds: [1, 2, 4, 8] },
      { asks: [2], odds: [100, 200] },
    ];
    expect(oddsOf(trees, on([]))).toBe(101);
    expect(oddsOf(trees, on([0]))).toBe(104);
    expect(oddsOf(trees, on([0, 1, 2]))).toBe(208);
  });

  it('learn what one feature only says together with another, as no sum of what each says does', () => {
    const random = seeded(5);
    const rows = Array.from({ length: 400 }, () => {
      const features = [0, 1, 2, 3].filter(() => random() < 0.5);
      return { features, truth: features.includes(1) !== features.includes(3), counts: 1 };
    });
    const trees = grown(rows, 4, GROWTH);
    for (const { features, truth } of rows) expect(oddsOf(trees, on(features)) > 0).toBe(truth);
  });

  it('are the same where only the highest rung of a ladder is given as where all below it are', () => {
    const random = seeded(7);
    const rungs = 3;
    const heights = Array.from({ length: 300 }, () => [0, 1].map(() => Math.floor(random() * (rungs + 1))));
    const rows = heights.map(([one, other]) => ({
      truth: one! + other! > 3 !== random() < 0.1,
      counts: 1,
      of: [one!, other!],
    }));
    const every = rows.map(({ of, ...rest }) => ({
      ...rest,
      features: of.flatMap((height, i) => Array.from({ length: height }, (_, rung) => i * rungs + rung)),
    }));
    const highest = rows.map(({ of, ...rest }) => ({
      ...rest,
      features: of.flatMap((height, i) => (height > 0 ? [i * rungs + height - 1] : [])),
    }));
    const trees = grown(every, 2 * rungs, GROWTH);
    expect(trees.some(({ asks }) => asks.some((feature) => feature > 0))).toBeTrue();
    expect(grown(highest, 2 * rungs, { ...GROWTH, rungs })).toEqual(trees);
  });

  it('say as often as it is so how likely something is, and are the same every time', () => {
    const random = seeded(6);
    const rows = Array.from({ length: 4000 }, () => {
      const features = [0, 1].filter(() => random() < 0.5);
      return { features, truth: random() < (features.includes(0) ? 0.8 : 0.3), counts: 1 };
    });
    const trees = grown(rows, 2, GROWTH);
    const share = (features: readonly number[]): number => 1 / (1 + Math.exp(-oddsOf(trees, on(features, 2))));
    for (const features of [[], [1]]) expect(Math.abs(share(features) - 0.3)).toBeLessThan(0.05);
    for (const features of [[0], [0, 1]]) expect(Math.abs(share(features) - 0.8)).toBeLessThan(0.05);
    expect(grown(rows, 2, GROWTH)).toEqual(trees);
  });

  it('listen to a case as much as it counts, and ask nothing where nothing can be told apart', () => {
    const rows = [
      ...Array.from({ length: 50 }, () => ({ features: [0], truth: true, counts: 3 })),
      ...Array.from({ length: 50 }, () => ({ features: [0], truth: false, counts: 1 })),
    ];
    const trees = grown(rows, 1, GROWTH);
    expect(trees.every(({ asks }) => asks.every((feature) => feature === -1))).toBeTrue();
    expect(1 / (1 + Math.exp(-oddsOf(trees, on([0], 1))))).toBeCloseTo(0.75, 2);
  });
});
