import { heldKarp } from './order-exact';
import { localSearch } from './order-local';
import { Links, Pairs, type OrderProblem } from './order-worth';

export interface FoundOrder {
  /** Present places in the order found; null when no order obeys what has to come before what, or it was stopped. */
  readonly order: readonly number[] | null;
  /** Whether nothing better exists. */
  readonly exact: boolean;
}

/** Up to so many free blocks the search is exact. */
const EXACT_UP_TO = 14;

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
  const links = new Links(problem, free);
  if (pairs.lockedBroken) return { order: null, exact: true };
  if (free.length === 0) return { order: problem.locked.map((_, at) => at), exact: true };
  return free.length <= EXACT_UP_TO
    ? { order: heldKarp(problem, free, pairs, links, progress), exact: true }
    : { order: localSearch(problem, free, pairs, links, progress), exact: false };
}
