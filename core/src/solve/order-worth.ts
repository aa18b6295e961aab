/** What an order is searched for: `n` blocks in their present order. */
export interface OrderProblem {
  /** `n × n`: what it costs that one follows the other; whole numbers from 0. */
  readonly cost: readonly (readonly number[])[];
  /** `n × n`: whether one has to come before the other. */
  readonly precedes: readonly (readonly boolean[])[];
  /** `n`: which keep their places. */
  readonly locked: readonly boolean[];
}

/**
 * What an order is worth, the less the better, as one whole number: broken rules before all else, then cost, then how
 * many pairs stand the other way round than before. Whole and exact in a double for up to 1,000 blocks that break fewer
 * than 9,000 rules.
 */
export const COST = 1e6;
export const BROKEN = 1e12;

/**
 * What pairs are worth: a rule that is broken, or an order that is turned round. Of two free blocks it goes by which
 * comes first, of a free one with all locked ones by its place.
 */
export class Pairs {
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

/** Every place filled: the free ones in the order given, the locked ones where they are. @example placed(problem, [2, 0]) */
export function placed({ locked }: OrderProblem, order: readonly number[]): number[] {
  let next = 0;
  return locked.map((one, at) => (one ? at : order[next++]!));
}

/** What the ways between free places cost, with the locked blocks that stand between them. */
export class Links {
  /** The locked blocks before the first free place, between each two, and behind the last. */
  private readonly between: readonly (readonly number[])[];
  private readonly inside: readonly number[];

  constructor(
    private readonly problem: OrderProblem,
    private readonly free: readonly number[],
  ) {
    this.between = [-1, ...free].map((place, k) => range(place + 1, free[k] ?? problem.locked.length));
    this.inside = this.between.map((chain) =>
      chain.slice(1).reduce((sum, to, at) => sum + problem.cost[chain[at]!]![to]!, 0),
    );
  }

  /**
   * From one free place to the next.
   *
   * @param k the place of the first, -1 for the way to the first place; the last leads behind it.
   * @param from, to free blocks at the two places; -1 where there is none.
   */
  cost(k: number, from: number, to: number): number {
    const { cost } = this.problem;
    const chain = this.between[k + 1]!;
    const [a, b] = [from < 0 ? -1 : this.free[from]!, to < 0 ? -1 : this.free[to]!];
    if (chain.length === 0) return a < 0 || b < 0 ? 0 : cost[a]![b]! * COST;
    const inTo = a < 0 ? 0 : cost[a]![chain[0]!]!;
    const outOf = b < 0 ? 0 : cost[chain[chain.length - 1]!]![b]!;
    return (inTo + this.inside[k + 1]! + outOf) * COST;
  }

  /** The ways around some places, from the one into the first to the one out of the last. */
  around(order: readonly number[], first: number, last: number): number {
    let sum = 0;
    for (let k = first - 1; k <= last; k++) sum += this.cost(k, order[k] ?? -1, order[k + 1] ?? -1);
    return sum;
  }
}

function range(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
}
