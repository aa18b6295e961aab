import { BROKEN, placed, type Links, type OrderProblem, type Pairs } from './order-worth';
import { seeded } from './seeded';

/** Runs of so many blocks are moved at once. */
const LONGEST_RUN = 3;

/** So often a good order is shaken and mended again; with many blocks less often. */
const MOST_SHAKES = 12;
const SHAKEN_BLOCKS = 600;

interface Tried {
  readonly order: readonly number[];
  readonly worth: number;
}

/**
 * From the present order, and from one that breaks no rule, each block and each run of blocks goes where it helps most,
 * as long as that helps; then the better of the two is shaken and mended again (iterated local search, Lourenço, Martin
 * and Stützle 2003; memory). The shaking is the same every time.
 */
export function localSearch(
  problem: OrderProblem,
  free: readonly number[],
  pairs: Pairs,
  links: Links,
  progress: (share: number) => boolean | void,
): number[] | null {
  const count = free.length;
  const shakes = Math.max(1, Math.min(MOST_SHAKES, Math.floor(SHAKEN_BLOCKS / count)));
  let [done, stopped] = [0, false];
  const improved = (order: readonly number[]): Tried => {
    const tried = mended(links, pairs, { order, worth: worthOf(links, pairs, order) });
    stopped ||= progress(Math.min(0.99, ++done / (2 + shakes))) === false;
    return tried;
  };
  let best = improved(free.map((_, i) => i));
  const keep = (other: Tried): void => {
    if (other.worth < best.worth) best = other;
  };
  if (!stopped) keep(improved(obedient(problem, free)));
  const next = seeded(1);
  for (let k = 0; k < shakes && !stopped; k++) keep(improved(shaken(best.order, next)));
  if (best.worth >= BROKEN) return null;
  return placed(
    problem,
    best.order.map((i) => free[i]!),
  );
}

function worthOf(links: Links, pairs: Pairs, order: readonly number[]): number {
  let worth = links.around(order, 0, order.length - 1);
  order.forEach((one, k) => {
    worth += pairs.at[one * order.length + k]!;
    for (let early = 0; early < k; early++) worth += pairs.before[order[early]! * order.length + one]!;
  });
  return worth;
}

/** As good as it gets by moving blocks and runs of blocks. */
function mended(links: Links, pairs: Pairs, tried: Tried): Tried {
  let best = tried;
  for (let stuck = false; !stuck;) {
    stuck = true;
    for (let length = 1; length <= LONGEST_RUN; length++)
      for (let from = 0; from + length <= tried.order.length; from++) {
        const better = bestPlace(links, pairs, best, from, length);
        if (!better) continue;
        best = better;
        stuck = false;
      }
  }
  return best;
}

/** The same with two stretches that stand behind one another changing places. */
function shaken(order: readonly number[], next: () => number): number[] {
  const cuts = Array.from({ length: 3 }, () => Math.floor(next() * (order.length + 1))).sort((a, b) => a - b);
  const [a, b, c] = cuts as [number, number, number];
  return [...order.slice(0, a), ...order.slice(b, c), ...order.slice(a, b), ...order.slice(c)];
}

/** A first order that breaks no rule where there is one: each time the earliest block that nothing left has to precede. */
function obedient({ precedes }: OrderProblem, free: readonly number[]): number[] {
  const left = free.map((_, i) => i);
  const order: number[] = [];
  while (left.length > 0) {
    const next = left.findIndex((one) => left.every((other) => !precedes[free[other]!]![free[one]!]!));
    order.push(...left.splice(Math.max(0, next), 1));
  }
  return order;
}

/**
 * The best that moving one run makes of an order; null when nothing helps. The run slides one place at a time, so that
 * only what it passes is counted anew.
 */
function bestPlace(links: Links, pairs: Pairs, { order, worth }: Tried, from: number, length: number): Tried | null {
  const count = order.length;
  let best: Tried | null = null;
  for (const way of [-1, 1]) {
    const next = [...order];
    let total = worth;
    for (let at = from; way < 0 ? at > 0 : at + length < count; at += way) {
      // The block that the run passes goes to the other side of it.
      const passed = way < 0 ? at - 1 : at + length;
      const other = next[passed]!;
      const lands = way < 0 ? passed + length : at;
      const [first, last] = [Math.min(passed, lands), Math.max(passed, lands)];
      total -= links.around(next, first, last);
      total += pairs.at[other * count + lands]! - pairs.at[other * count + passed]!;
      for (let k = 0; k < length; k++) {
        const own = next[at + k]!;
        total += pairs.at[own * count + at + k + way]! - pairs.at[own * count + at + k]!;
        const [early, late] = way < 0 ? [own, other] : [other, own];
        total += pairs.before[early * count + late]! - pairs.before[late * count + early]!;
      }
      if (way < 0) next.copyWithin(passed, at, at + length);
      else next.copyWithin(at + 1, at, at + length);
      next[lands] = other;
      total += links.around(next, first, last);
      if (total < (best?.worth ?? worth)) best = { order: [...next], worth: total };
    }
  }
  return best;
}
