import { FEATURES, since, type Place } from './begin-features';
import { oddsOf, type Tree } from './trees';

/** What a place is judged by, and what is added for each: see `begins.json`. */
export interface BeginJudge {
  readonly bias: number;
  readonly trees: readonly Tree[];
}

/** No step is told in less, ms. */
export const SHORTEST_MS = 1500;
/** After so long without a beginning only the best of all ways to get there goes on, ms. */
const LONGEST_MS = 120_000;

/** A place where a step begins, and how likely that is where the one before it began where it did. */
export interface Begin {
  readonly place: Place;
  readonly sure: number;
}

/**
 * Where steps begin: of all ways to have some of the places be beginnings, the most likely one. How likely a place is
 * depends on what it says and on where the step before it began (trees; the best path by dynamic programming over the last
 * beginning).
 *
 * @param places in order.
 * @example bestBegins([], { bias: 0, trees: [] }) // []
 */
export function bestBegins(places: readonly Place[], judge: BeginJudge): Begin[] {
  const oddsAt = oddsIn(places, judge);
  const none = { score: -Infinity, from: -1 };
  /** The best ways up to a place: with a step that begins there; and long after the last one, or before any. */
  const begun = places.map(() => ({ ...none }));
  const idle = [...places, null].map(() => ({ ...none }));
  idle[0]!.score = 0;
  let end = { ...none };
  places.forEach((_, at) => {
    const apart = idle[at]!;
    if (apart.score > -Infinity) {
      const odds = oddsAt(apart.from, at);
      better(begun[at]!, apart.score + logOf(odds), apart.from);
      better(idle[at + 1]!, apart.score + logOf(-odds), apart.from);
    }
    let { score } = begun[at]!;
    let to = at + 1;
    for (; to < places.length && places[to]!.atMs - places[at]!.atMs <= LONGEST_MS; to++) {
      if (places[to]!.atMs - places[at]!.atMs < SHORTEST_MS) continue;
      const odds = oddsAt(at, to);
      better(begun[to]!, score + logOf(odds), at);
      score += logOf(-odds);
    }
    if (to < places.length) better(idle[to]!, score, at);
    else if (score > end.score) end = { score, from: at };
  });
  better(end, idle[places.length]!.score, idle[places.length]!.from);
  const found: Begin[] = [];
  for (let at = end.from; at >= 0; at = begun[at]!.from) {
    const odds = oddsAt(begun[at]!.from, at);
    found.push({ place: places[at]!, sure: 1 / (1 + Math.exp(-odds)) });
  }
  return found.reverse();
}

/**
 * The odds of a place, by its number, where the step before it began at another; −1 for none before. Of one place they are
 * the same for most of those: what is true since is one of few things.
 */
function oddsIn(places: readonly Place[], { bias, trees }: BeginJudge): (from: number, to: number) => number {
  const on = new Uint8Array(FEATURES.length);
  const known = places.map(() => new Map<number, number>());
  return (from, to) => {
    const place = places[to]!;
    const then = since(from < 0 ? null : places[from]!, place);
    const key = then.reduce((sum, feature) => sum + 2 ** (feature - then[0]!), 2 ** 40 * then[0]!);
    const found = known[to]!.get(key);
    if (found !== undefined) return found;
    const all = [...place.own, ...then];
    for (const feature of all) on[feature] = 1;
    const odds = bias + place.lean + oddsOf(trees, on);
    for (const feature of all) on[feature] = 0;
    known[to]!.set(key, odds);
    return odds;
  };
}

/** The logarithm of what odds are as a probability. */
const logOf = (odds: number): number => -Math.log1p(Math.exp(-odds));

function better(than: { score: number; from: number }, score: number, from: number): void {
  if (score > than.score) Object.assign(than, { score, from });
}
