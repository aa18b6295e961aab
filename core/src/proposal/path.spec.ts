import { seeded } from '../testing';
import { bestPath, type Weights } from './path';

interface Way {
  readonly stretches: readonly string[];
  readonly weight: number;
}

/** Every way there is, by trying all of them: the reference. */
function everyWay(instants: number, weights: Weights<string>): Way[] {
  const from = (at: number, state: number): Way[] => {
    if (at === instants - 1) return [{ stretches: [], weight: weights.end(state - 1) }];
    return Array.from({ length: instants - 1 - at }, (_, i) => at + 1 + i).flatMap((to) => [
      ...Array.from({ length: weights.slots }, (_, slot) => {
        return then(
          `${slot}:${at}-${to}`,
          weights.enter(state - 1, slot, at) + weights.stay(slot, at, to),
          from(to, slot + 1),
        );
      }).flat(),
      ...[weights.fill(state - 1, at, to)].flatMap((one) =>
        one ? then(`after ${state}:${at}-${to}`, one.weight, from(to, state)) : [],
      ),
    ]);
  };
  const then = (stretch: string, weight: number, rest: readonly Way[]): Way[] =>
    weight === -Infinity
      ? []
      : rest.map((way) => ({ stretches: [stretch, ...way.stretches], weight: weight + way.weight }));
  return from(0, 0);
}

/** Weights of chance; a part of what could be is impossible. */
function weightsOf(seed: number, slots: number): Weights<string> {
  const random = seeded(seed);
  const known = new Map<string, number>();
  const of = (key: string, impossible = 0.2): number => {
    if (!known.has(key)) known.set(key, random() < impossible ? -Infinity : 4 * random() - 2);
    return known.get(key)!;
  };
  return {
    slots,
    next: () => Array.from({ length: slots }, (_, slot) => slot),
    enter: (last, slot, at) => of(`enter ${last} ${slot} ${at}`, 0.3),
    end: (last) => of(`end ${last}`, 0),
    stay: (slot, a, b) => of(`stay ${slot} ${a} ${b}`),
    fill: (slot, a, b) => {
      const weight = of(`fill ${slot} ${a} ${b}`, 0.4);
      return weight === -Infinity ? null : { weight, as: 'else' };
    },
  };
}

describe('the best way through a plan', () => {
  it('is the best of all ways, and its stretches are as probable as all ways together say', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const weights = weightsOf(seed, 3);
      const all = everyWay(5, weights);
      const best = all.reduce((one, other) => (other.weight > one.weight ? other : one));
      const found = bestPath({ atMs: [0, 1000, 2000, 3000, 4000], longestMs: 9000 }, weights);
      const names = found.stretches.map(({ slot, from, to }, at) => {
        const before = found.stretches.slice(0, at).findLast((one) => one.slot >= 0);
        return slot < 0 ? `after ${(before?.slot ?? -1) + 1}:${from}-${to}` : `${slot}:${from}-${to}`;
      });
      expect(names)
        .withContext(`seed ${seed}`)
        .toEqual(best.stretches as string[]);
      expect(found.weight).toBeCloseTo(best.weight, 9);
      const whole = all.reduce((sum, way) => sum + Math.exp(way.weight), 0);
      found.stretches.forEach(({ share }, at) => {
        const through = all.reduce(
          (sum, way) => sum + Math.exp(way.weight) * way.stretches.filter((one) => one === names[at]).length,
          0,
        );
        expect(share)
          .withContext(`seed ${seed}, ${names[at]}`)
          .toBeCloseTo(through / whole, 9);
      });
    }
  });

  it('takes no stretch that is longer than one can be', () => {
    const weights: Weights<string> = {
      ...{ slots: 1, next: () => [0], enter: (last) => (last < 0 ? 0 : -Infinity), end: () => 0, stay: () => 5 },
      fill: () => ({ weight: 0, as: 'else' }),
    };
    const { stretches } = bestPath({ atMs: [0, 1000, 2000, 3000], longestMs: 2000 }, weights);
    expect(stretches.every(({ from, to }) => to - from <= 2)).toBeTrue();
    expect(stretches.filter(({ slot }) => slot === 0).length).toBe(1);
  });
});
