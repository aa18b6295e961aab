import type { Learned, Seen } from './likeliest';

const ROUNDS = 120;
const RATE = 0.3;
/** Weights smaller than this say nothing. */
const LEAST = 0.1;

/** A choice whose answer is known, and how much it counts. */
export interface Example<T extends string> {
  readonly seen: Seen<T>;
  readonly truth: T;
  readonly counts: number;
}

/**
 * Weights by multinomial logistic regression, steps of all the data at once with AdaGrad: deterministic.
 *
 * @param decay how much small weights are preferred.
 * @param known what of a place is looked at: what is true of too few narrations is learned by heart and says nothing of others.
 */
export function learned<T extends string>(
  examples: readonly Example<T>[],
  decay: number,
  known: (place: string) => boolean,
): Learned {
  const ids = new Map<string, number>();
  const idOf = (name: string): number => {
    const id = ids.get(name) ?? ids.size;
    ids.set(name, id);
    return id;
  };
  const rows = examples.map(({ seen: { values, of, place } }) => {
    const looked = place.filter(known);
    return of.map((names, i) => [
      ...names.map((name) => idOf(name)),
      ...looked.map((name) => idOf(`${values[i]!}${OWN}${name}`)),
    ]);
  });
  const weights = new Float64Array(ids.size);
  const squares = new Float64Array(ids.size).fill(1e-8);
  const slope = new Float64Array(ids.size);
  const all = examples.reduce((sum, { counts }) => sum + counts, 0);
  for (let round = 0; round < ROUNDS; round++) {
    slope.fill(0);
    rows.forEach((row, i) => {
      const { seen, truth, counts } = examples[i]!;
      const odds = row.map((names) => names.reduce((sum, name) => sum + weights[name]!, 0));
      const most = Math.max(...odds);
      const shares = odds.map((one) => Math.exp(one - most));
      const sum = shares.reduce((a, b) => a + b, 0);
      row.forEach((names, k) => {
        const off = counts * (shares[k]! / sum - (seen.values[k] === truth ? 1 : 0));
        if (Math.abs(off) > 1e-4) for (const name of names) slope[name]! += off;
      });
    });
    for (let k = 0; k < weights.length; k++) {
      const step = slope[k]! / all + decay * weights[k]!;
      squares[k]! += step * step;
      weights[k]! -= (RATE / Math.sqrt(squares[k]!)) * step;
    }
  }
  const shared: Record<string, number> = {};
  const own: Record<string, Record<string, number>> = {};
  for (const [name, id] of [...ids].sort(([a], [b]) => (a < b ? -1 : 1))) {
    if (Math.abs(weights[id]!) < LEAST) continue;
    const weight = Number(weights[id]!.toFixed(2));
    const [value, place] = name.split(OWN) as [string, string?];
    if (place === undefined) shared[name] = weight;
    else (own[place] ??= {})[value] = weight;
  }
  return { shared, own };
}

/** Between a value and what is true of the place. */
const OWN = '|';
