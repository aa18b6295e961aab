import { BROKEN, placed, type Links, type OrderProblem, type Pairs } from './order-worth';

/**
 * Dynamic programming over the sets of free blocks. A state is the set that was placed and the free block placed last;
 * the locked ones follow from the places.
 */
export function heldKarp(
  problem: OrderProblem,
  free: readonly number[],
  pairs: Pairs,
  links: Links,
  progress: (share: number) => boolean | void,
): number[] | null {
  const count = free.length;
  const steps = Float64Array.from({ length: count ** 3 }, (_, i) => {
    const [k, from, to] = [Math.floor(i / count ** 2), Math.floor(i / count) % count, i % count];
    return links.cost(k, from, k + 1 < count ? to : -1);
  });
  const best = new Float64Array(2 ** count * count).fill(Infinity);
  const from = new Int8Array(2 ** count * count).fill(-1);
  for (let set = 1; set < 2 ** count; set++) {
    if ((set & 1023) === 0 && progress(set / 2 ** count) === false) return null;
    const k = bits(set) - 1;
    for (let last = 0; last < count; last++) {
      if (!(set & (1 << last))) continue;
      const rest = set & ~(1 << last);
      let own = pairs.at[last * count + k]!;
      for (let other = 0; other < count; other++) if (rest & (1 << other)) own += pairs.before[other * count + last]!;
      if (own >= BROKEN) continue;
      let least = rest === 0 ? links.cost(-1, -1, last) : Infinity;
      for (let other = 0; other < count; other++) {
        if (!(rest & (1 << other))) continue;
        const total = best[rest * count + other]! + steps[((k - 1) * count + other) * count + last]!;
        if (total >= least) continue;
        least = total;
        from[set * count + last] = other;
      }
      best[set * count + last] = least + own;
    }
  }
  const full = 2 ** count - 1;
  let [last, least] = [-1, Infinity];
  for (let one = 0; one < count; one++) {
    const total = best[full * count + one]! + steps[((count - 1) * count + one) * count]!;
    if (total < least) [last, least] = [one, total];
  }
  if (last < 0) return null;
  const order: number[] = [];
  for (let set = full; last >= 0;) {
    order.unshift(free[last]!);
    const before = from[set * count + last]!;
    set &= ~(1 << last);
    last = before;
  }
  return placed(problem, order);
}

function bits(set: number): number {
  let count = 0;
  for (let rest = set; rest > 0; rest &= rest - 1) count++;
  return count;
}
