/** What is weighed on the way: natural logarithms of how much better something explains a stretch than chance does. */
export interface Weights<F> {
  /** How many things the plan has happen, in its order. */
  readonly slots: number;
  /** Those that may come at an instant, by its number, after one that was there last; −1 before any was. */
  next(last: number, at: number): Iterable<number>;
  /** Coming from one to another at an instant: what lies between is left out, or comes later, or comes again. */
  enter(last: number, slot: number, at: number): number;
  /** Nothing of the plan coming any more. */
  end(last: number): number;
  /** A slot that fills a stretch between two instants, by their numbers; −Infinity where it cannot. */
  stay(slot: number, from: number, to: number): number;
  /** Something that is not in the plan; null where nothing can. */
  fill(last: number, from: number, to: number): { readonly weight: number; readonly as: F } | null;
}

/** The same weights, each so many times as much: what is best stays so, and is told from the rest more clearly. */
export function sharpened<F>(weights: Weights<F>, times: number): Weights<F> {
  return {
    slots: weights.slots,
    next: (last, at) => weights.next(last, at),
    enter: (last, slot, at) => times * weights.enter(last, slot, at),
    end: (last) => times * weights.end(last),
    stay: (slot, from, to) => times * weights.stay(slot, from, to),
    fill: (last, from, to) => {
      const one = weights.fill(last, from, to);
      return one && { ...one, weight: times * one.weight };
    },
  };
}

/** A stretch of the path: what of the plan it is, or what else. */
export interface Stretch<F> {
  /** −1 for something that is not in the plan. */
  readonly slot: number;
  readonly from: number;
  readonly to: number;
  readonly as: F | null;
  /** How probable this very stretch is, among all that could be, 0 to 1. */
  readonly share: number;
}

/** A way through the plan, and what it weighs. */
export interface Path<F> {
  readonly stretches: readonly Stretch<F>[];
  readonly weight: number;
}

interface Instants {
  readonly atMs: readonly number[];
  readonly longestMs: number;
}

const BEAM = 30;
/** Two ends this near to each other are one. */
const NEAR_MS = 500;

/**
 * The best way through a plan over the time of a recording: a semi-Markov chain over instants at which something can
 * begin or end (Viterbi for the way, forward and backward sums for how probable its stretches are; Rabiner 1989, with
 * stretches of any length after Murphy 2002, both from memory). Slots may be left out, come again, and something else may
 * lie between them.
 *
 * @param beam paths that are so much worse than the best up to an instant are followed no further.
 */
export function bestPath<F>({ atMs, longestMs }: Instants, weights: Weights<F>, beam = BEAM): Path<F> {
  return new Search(atMs, longestMs, weights, beam).path();
}

/** States are numbered by the slot that was there last: 0 for none yet, slot + 1 after it. */
class Search<F> {
  private readonly last: number;
  private readonly states: number;
  private readonly best: Float64Array[];
  private readonly sum: Float64Array[];
  private readonly top: Float64Array;
  private readonly cameFrom: (Int32Array | undefined)[] = [];
  /** The states that were followed at each instant. */
  private readonly alive: number[][] = [];
  // Every stretch that was followed, as a table: there are millions in an hour.
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  /** The state that it comes from on the best way; the slot, or −1. */
  private readonly state: number[] = [];
  private readonly slot: number[] = [];
  private readonly weight: number[] = [];
  /** All ways to come to it, as a sum. */
  private readonly entry: number[] = [];
  private readonly as = new Map<number, F>();

  constructor(
    private readonly atMs: readonly number[],
    private readonly longestMs: number,
    private readonly weights: Weights<F>,
    private readonly beam: number,
  ) {
    this.last = atMs.length - 1;
    this.states = weights.slots + 1;
    this.best = table(atMs.length, this.states);
    this.sum = table(atMs.length, this.states);
    this.top = new Float64Array(atMs.length).fill(-Infinity);
    this.best[0]![0] = 0;
    this.sum[0]![0] = 0;
    this.top[0] = 0;
  }

  path(): Path<F> {
    for (let from = 0; from < this.last; from++) this.goOn(from);
    const ends = Array.from({ length: this.states }, (_, state) => this.weights.end(state - 1));
    let state = 0;
    let total = -Infinity;
    ends.forEach((end, at) => {
      if (this.best[this.last]![at]! + end > this.best[this.last]![state]! + ends[state]!) state = at;
      total = added(total, this.sum[this.last]![at]! + end);
    });
    const weight = this.best[this.last]![state]! + ends[state]!;
    const shares = this.shares(ends, total);
    const near = this.bySlot();
    const stretches: Stretch<F>[] = [];
    for (let to = this.last; to > 0;) {
      const edge = this.cameFrom[to]?.[state] ?? -1;
      if (edge < 0) break;
      const [slot, from] = [this.slot[edge]!, this.from[edge]!];
      stretches.push({ slot, from, to, as: this.as.get(edge) ?? null, share: this.shareOf(edge, near, shares) });
      [to, state] = [from, this.state[edge]!];
    }
    return { stretches: stretches.reverse(), weight };
  }

  /** Follows every way that is worth it from an instant on. */
  private goOn(from: number): void {
    const [best, sum, top] = [this.best[from]!, this.sum[from]!, this.top[from]!];
    if (top === -Infinity) return;
    const alive: number[] = [];
    for (let state = 0; state < this.states; state++) if (best[state]! >= top - this.beam) alive.push(state);
    this.alive[from] = alive;
    const entries = new Map<number, { best: number; sum: number; state: number }>();
    for (const state of alive)
      for (const slot of this.weights.next(state - 1, from)) {
        const enter = this.weights.enter(state - 1, slot, from);
        if (enter === -Infinity) continue;
        const one = entries.get(slot);
        if (!one) entries.set(slot, { best: best[state]! + enter, sum: sum[state]! + enter, state });
        else {
          if (best[state]! + enter > one.best) [one.best, one.state] = [best[state]! + enter, state];
          one.sum = added(one.sum, sum[state]! + enter);
        }
      }
    const open = [...entries].filter(([, one]) => one.best >= top - this.beam);
    for (let to = from + 1; to <= this.last; to++) {
      if (to > from + 1 && this.atMs[to]! - this.atMs[from]! > this.longestMs) break;
      for (const [slot, one] of open) {
        const weight = this.weights.stay(slot, from, to);
        if (weight > -Infinity) this.follow(from, to, one.state, slot, weight, one.best, one.sum);
      }
      for (const state of alive) {
        const filled = this.weights.fill(state - 1, from, to);
        if (!filled) continue;
        const edge = this.follow(from, to, state, -1, filled.weight, best[state]!, sum[state]!);
        if (edge !== null) this.as.set(edge, filled.as);
      }
    }
  }

  private follow(
    from: number,
    to: number,
    state: number,
    slot: number,
    weight: number,
    best: number,
    entry: number,
  ): number | null {
    const now = best + weight;
    if (now < this.top[to]! - this.beam) return null;
    if (now > this.top[to]!) this.top[to] = now;
    const edge = this.from.length;
    this.from.push(from);
    this.to.push(to);
    this.state.push(state);
    this.slot.push(slot);
    this.weight.push(weight);
    this.entry.push(entry);
    const then = slot < 0 ? state : slot + 1;
    if (now > this.best[to]![then]!) {
      this.best[to]![then] = now;
      (this.cameFrom[to] ??= new Int32Array(this.states).fill(-1))[then] = edge;
    }
    this.sum[to]![then] = added(this.sum[to]![then]!, entry + weight);
    return edge;
  }

  /** How probable each stretch is that was followed. */
  private shares(ends: readonly number[], total: number): Float64Array {
    const shares = new Float64Array(this.from.length);
    const after = table(this.atMs.length, this.states);
    after[this.last]!.set(ends);
    // By their beginning, the latest first: what comes after is known before it is needed.
    let edge = this.from.length - 1;
    for (let from = this.last - 1; from >= 0; from--) {
      const into = new Map<number, number>();
      const here = after[from]!;
      for (; edge >= 0 && this.from[edge] === from; edge--) {
        const [slot, state] = [this.slot[edge]!, this.state[edge]!];
        const then = after[this.to[edge]!]![slot < 0 ? state : slot + 1]! + this.weight[edge]!;
        shares[edge] = Math.exp(Math.min(0, this.entry[edge]! + then - total));
        if (slot < 0) here[state] = added(here[state]!, then);
        else into.set(slot, added(into.get(slot) ?? -Infinity, then));
      }
      for (const state of this.alive[from] ?? [])
        for (const slot of this.weights.next(state - 1, from)) {
          const then = into.get(slot);
          if (then !== undefined) here[state] = added(here[state]!, then + this.weights.enter(state - 1, slot, from));
        }
    }
    return shares;
  }

  private bySlot(): Map<number, number[]> {
    const edges = new Map<number, number[]>();
    this.slot.forEach((slot, edge) => {
      const key = slot < 0 ? -1 - this.state[edge]! : slot;
      if (!edges.get(key)?.push(edge)) edges.set(key, [edge]);
    });
    return edges;
  }

  private shareOf(edge: number, bySlot: Map<number, number[]>, shares: Float64Array): number {
    const [from, to] = [this.atMs[this.from[edge]!]!, this.atMs[this.to[edge]!]!];
    const key = this.slot[edge]! < 0 ? -1 - this.state[edge]! : this.slot[edge]!;
    let sum = 0;
    for (const other of bySlot.get(key)!)
      if (
        Math.abs(this.atMs[this.from[other]!]! - from) <= NEAR_MS &&
        Math.abs(this.atMs[this.to[other]!]! - to) <= NEAR_MS
      )
        sum += shares[other]!;
    return Math.min(1, sum);
  }
}

const table = (rows: number, columns: number): Float64Array[] =>
  Array.from({ length: rows }, () => new Float64Array(columns).fill(-Infinity));

/** The logarithm of the sum of two numbers that are given by their logarithms. */
function added(a: number, b: number): number {
  if (a === -Infinity) return b;
  if (b === -Infinity) return a;
  return a > b ? a + Math.log1p(Math.exp(b - a)) : b + Math.log1p(Math.exp(a - b));
}
