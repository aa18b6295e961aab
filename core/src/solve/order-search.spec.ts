import { seeded } from '../testing';
import { cheapestOrder } from './order-search';

const none = (n: number): boolean[][] => Array.from({ length: n }, () => Array.from({ length: n }, () => false));

describe('a search for an order', () => {
  // On a line the shortest way through all places is from one end to the other: n - 1 steps.
  it('of many finds the way along a line, from any mixed order, and keeps what is locked where it is', () => {
    for (let seed = 1; seed <= 6; seed++) {
      const next = seeded(seed);
      const n = 20 + seed;
      const place = Array.from({ length: n }, (_, i) => i).sort(() => next() - 0.5);
      const cost = place.map((a) => place.map((b) => Math.abs(a - b)));
      const length = (order: readonly number[]): number =>
        order.slice(1).reduce((sum, to, at) => sum + cost[order[at]!]![to]!, 0);
      const { order, exact } = cheapestOrder({ cost, precedes: none(n), locked: place.map(() => false) });
      expect(exact).toBeFalse();
      expect([...order!].sort((a, b) => a - b)).toEqual(place.map((_, i) => i));
      expect(length(order!))
        .withContext(`seed ${seed}`)
        .toBe(n - 1);
      const locked = place.map((_, i) => i === 0 || i === 7);
      const held = cheapestOrder({ cost, precedes: none(n), locked }).order!;
      expect([held[0], held[7]]).toEqual([0, 7]);
    }
  });

  it('of many obeys every rule that can be obeyed, and finds none where two cannot be', () => {
    const n = 18;
    const precedes = none(n);
    for (let i = 1; i < n; i++) precedes[i]![i - 1] = true;
    const flat = precedes.map((row) => row.map(() => 0));
    const free = precedes.map(() => false);
    const back = Array.from({ length: n }, (_, i) => n - 1 - i);
    expect(cheapestOrder({ cost: flat, precedes, locked: free }).order).toEqual(back);
    precedes[0]![n - 1] = true;
    expect(cheapestOrder({ cost: flat, precedes, locked: free }).order).toBeNull();
  });

  it('of many says how far it is, and ends with the best so far when it is told to', () => {
    const n = 16;
    const next = seeded(3);
    const cost = none(n).map((row) => row.map(() => Math.floor(next() * 9)));
    const told: number[] = [];
    const { order } = cheapestOrder({ cost, precedes: none(n), locked: cost.map(() => false) }, (share) => {
      told.push(share);
      return told.length < 2;
    });
    expect(told.length).toBe(2);
    expect(told[1]).toBeGreaterThan(told[0]!);
    expect([...order!].sort((a, b) => a - b)).toEqual(cost.map((_, i) => i));
  });
});
