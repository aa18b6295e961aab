import { since, type Place } from './begin-features';

/** Weights of all that a place is judged by, and what is added to each of them: see `begins.json`. */
export interface BeginWeights {
  readonly bias: number;
  readonly weights: readonly number[];
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
 * depends on what it says and on where the step before it began (logistic regression; the best path by dynamic
 * programming over the last beginning).
 *
 * @param places in order.
 * @example bestBegins([], { bias: 0, weights: [] }) // []
 */
export function bestBegins(places: readonly Place[], { bias, weights }: BeginWeights): Begin[] {
  const own = places.map((place) => place.own.reduce((sum, one) => sum + weights[one]!, bias + place.lean));
  const oddsAt = (from: number, to: number): number =>
    since(from < 0 ? null : places[from]!, places[to]!).reduce((sum, one) => sum + weights[one]!, own[to]!);
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

/** The logarithm of what odds are as a probability. */
const logOf = (odds: number): number => -Math.log1p(Math.exp(-odds));

function better(than: { score: number; from: number }, score: number, from: number): void {
  if (score > than.score) Object.assign(than, { score, from });
}
