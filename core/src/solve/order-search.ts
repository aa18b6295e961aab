/** What an order is searched for: `n` blocks in their present order. */
export interface OrderProblem {
  /** `n × n`: what it costs that one follows the other; whole numbers from 0. */
  readonly cost: readonly (readonly number[])[];
  /** `n × n`: whether one has to come before the other. */
  readonly precedes: readonly (readonly boolean[])[];
  /** `n`: which keep their places. */
  readonly locked: readonly boolean[];
}

export interface FoundOrder {
  /** Present places in the order found; null when no order obeys what has to come before what, or it was stopped. */
  readonly order: readonly number[] | null;
  /** Whether nothing better exists. */
  readonly exact: boolean;
}

/** Up to so many free blocks the search is exact. */
const EXACT_UP_TO = 14;

/**
 * What an order is worth, the less the better, as one whole number: broken rules before all else, then cost, then how
 * many pairs stand the other way round than before. Whole and exact in a double for up to 1,000 blocks that break fewer
 * than 9,000 rules.
 */
const COST = 1e6;
const BROKEN = 1e12;

/**
 * The order that breaks no rule, costs least, and of equally cheap ones turns the fewest pairs round. Exact for up to
 * {@link EXACT_UP_TO} free blocks (dynamic programming over subsets, Held and Karp 1962), a local search beyond.
 *
 * @param progress told from 0 to 1; returning false ends the search: null when it was exact, else the best so far.
 * @example cheapestOrder({ cost: [[0, 9], [1, 0]], precedes, locked: [false, false] }).order // [1, 0]
 */
export function cheapestOrder(
  problem: OrderProblem,
  progress: (share: number) => boolean | void = () => undefined,
): FoundOrder {
  const free = problem.locked.flatMap((locked, at) => (locked ? [] : [at]));
  const pairs = new Pairs(problem, free);
  if (pairs.lockedBroken) return { order: null, exact: true };
  if (free.length === 0) return { order: problem.locked.map((_, at) => at), exact: true };
  return free.length <= EXACT_UP_TO
    ? { order: heldKarp(problem, free, pairs, progress), exact: true }
    : { order: localSearch(problem, free, pairs, progress), exact: false };
}

/**
 * What pairs are worth: a rule that is broken, or an order that is turned round. Of two free blocks it goes by which
 * comes first, of a free one with all locked ones by its place.
 */
class Pairs {
  readonly lockedBroken: boolean;
  /** `free × free`: the worth of the first standing before the second. */
  readonly before: Float64Array;
  /** `free × free places`: the worth of a block at a place against all locked ones. */
  readonly at: Float64Array;
  readonly count: number;

  constructor({ precedes, locked }: OrderProblem, free: readonly number[]) {
    const worth = (first: number, second: number): number =>
      (precedes[second]![first]! ? BROKEN : 0) + Number(first > second);
    const held = locked.flatMap((one, at) => (one ? [at] : []));
    this.count = free.length;
    this.lockedBroken = held.some((late, k) => held.slice(0, k).some((early) => precedes[late]![early]!));
    this.before = new Float64Array(free.length ** 2);
    this.at = new Float64Array(free.length ** 2);
    free.forEach((one, i) =>
      free.forEach((other, k) => {
        this.before[i * this.count + k] = worth(one, other);
        this.at[i * this.count + k] = held.reduce(
          (sum, fixed) => sum + (fixed < other ? worth(fixed, one) : worth(one, fixed)),
          0,
        );
      }),
    );
  }
}

/** Every place filled: the free ones in the order given, the locked ones where they are. */
function placed({ locked }: OrderProblem, order: readonly number[]): number[] {
  let next = 0;
  return locked.map((one, at) => (one ? at : order[next++]!));
}

function costAlong({ cost }: OrderProblem, order: readonly number[]): number {
  let sum = 0;
  for (let at = 1; at < order.length; at++) sum += cost[order[at - 1]!]![order[at]!]!;
  return sum * COST;
}

/**
 * Dynamic programming over the sets of free blocks. A state is the set that was placed and the free block placed last;
 * the locked ones follow from the places.
 */
function heldKarp(
  problem: OrderProblem,
  free: readonly number[],
  pairs: Pairs,
  progress: (share: number) => boolean | void,
): number[] | null {
  const n = problem.locked.length;
  const count = free.length;
  // Locked blocks that stand right after the k-th free place, and their way there from each free block.
  const behind = free.map((place, k) => range(place + 1, free[k + 1] ?? n));
  const head = range(0, free[0]!);
  const step = (from: number, k: number, to: number): number => costAlong(problem, [from, ...behind[k]!, to]);
  const steps = Float64Array.from({ length: count ** 3 }, (_, i) => {
    const [k, from, to] = [Math.floor(i / count ** 2), Math.floor(i / count) % count, i % count];
    return k + 1 < count ? step(free[from]!, k, free[to]!) : costAlong(problem, [free[from]!, ...behind[k]!]);
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
      let least = rest === 0 ? costAlong(problem, [...head, free[last]!]) : Infinity;
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

function range(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
}

function bits(set: number): number {
  let count = 0;
  for (let rest = set; rest > 0; rest &= rest - 1) count++;
  return count;
}

/** Runs of so many blocks are moved at once. */
const LONGEST_RUN = 3;

/**
 * From the present order, and from one that breaks no rule, blocks and runs of blocks are moved as long as that helps.
 * A run slides one place at a time, so that only the pairs that it passes are counted anew.
 */
function localSearch(
  problem: OrderProblem,
  free: readonly number[],
  pairs: Pairs,
  progress: (share: number) => boolean | void,
): number[] | null {
  const count = free.length;
  const slots = free.map((_, i) => i);
  const worthOf = (order: readonly number[]): number => {
    let worth = costAlong(
      problem,
      placed(
        problem,
        order.map((i) => free[i]!),
      ),
    );
    order.forEach((one, k) => {
      worth += pairs.at[one * count + k]!;
      for (let early = 0; early < k; early++) worth += pairs.before[order[early]! * count + one]!;
    });
    return worth;
  };
  const starts = [slots, obedient(problem, free)];
  let best: { order: number[]; worth: number } | null = null;
  for (const [run, start] of starts.entries()) {
    let [order, worth] = [[...start], worthOf(start)];
    for (let stuck = false, round = 0; !stuck; round++) {
      const better = firstBetter(problem, free, pairs, order, worth);
      stuck = better === null;
      if (better) ({ order, worth } = better);
      if (progress(Math.min(0.99, (run + 1 - 0.5 ** (round / count)) / starts.length)) === false) break;
    }
    if (!best || worth < best.worth) best = { order, worth };
  }
  return best!.worth >= BROKEN
    ? null
    : placed(
        problem,
        best!.order.map((i) => free[i]!),
      );
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

/** The best that moving one run makes of an order; null when nothing helps. */
function firstBetter(
  problem: OrderProblem,
  free: readonly number[],
  pairs: Pairs,
  order: readonly number[],
  worth: number,
): { order: number[]; worth: number } | null {
  const count = order.length;
  const costNow = costAlong(
    problem,
    placed(
      problem,
      order.map((i) => free[i]!),
    ),
  );
  let best: { order: number[]; worth: number } | null = null;
  for (let length = 1; length <= LONGEST_RUN; length++)
    for (let from = 0; from + length <= count; from++)
      for (const way of [-1, 1]) {
        const next = [...order];
        let pairWorth = worth - costNow;
        for (let at = from; way < 0 ? at > 0 : at + length < count; at += way) {
          // The block that the run passes goes to the other side of it.
          const passed = way < 0 ? at - 1 : at + length;
          const other = next[passed]!;
          const lands = way < 0 ? passed + length : at;
          pairWorth += pairs.at[other * count + lands]! - pairs.at[other * count + passed]!;
          for (let k = 0; k < length; k++) {
            const own = next[at + k]!;
            pairWorth += pairs.at[own * count + at + k + way]! - pairs.at[own * count + at + k]!;
            const [first, second] = way < 0 ? [own, other] : [other, own];
            pairWorth += pairs.before[first * count + second]! - pairs.before[second * count + first]!;
          }
          if (way < 0) next.copyWithin(passed, at, at + length);
          else next.copyWithin(at + 1, at, at + length);
          next[lands] = other;
          if (pairWorth >= (best?.worth ?? worth)) continue;
          const total =
            pairWorth +
            costAlong(
              problem,
              placed(
                problem,
                next.map((i) => free[i]!),
              ),
            );
          if (total < (best?.worth ?? worth)) best = { order: [...next], worth: total };
        }
      }
  return best;
}
