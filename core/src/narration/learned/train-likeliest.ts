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
    return of.map((names, i) =>
      Int32Array.from([
        ...names.map((name) => idOf(name)),
        ...looked.map((name) => idOf(`${values[i]!}${OWN}${name}`)),
      ]),
    );
  });
  const truths = examples.map(({ seen, truth }) => seen.values.indexOf(truth));
  const weights = new Float64Array(ids.size);
  const squares = new Float64Array(ids.size).fill(1e-8);
  const slope = new Float64Array(ids.size);
  const shares = new Float64Array(rows.reduce((most, row) => Math.max(most, row.length), 0));
  const all = examples.reduce((sum, { counts }) => sum + counts, 0);
  // Plain loops: each choice is looked at in every round, and this is most of the time that learning takes.
  for (let round = 0; round < ROUNDS; round++) {
    slope.fill(0);
    for (let i = 0; i < rows.length; i++) {
      const row = rows[i]!;
      const { counts } = examples[i]!;
      let most = -Infinity;
      for (let k = 0; k < row.length; k++) {
        let odds = 0;
        for (const name of row[k]!) odds += weights[name]!;
        shares[k] = odds;
        if (odds > most) most = odds;
      }
      let sum = 0;
      for (let k = 0; k < row.length; k++) sum += shares[k] = Math.exp(shares[k]! - most);
      for (let k = 0; k < row.length; k++) {
        const off = counts * (shares[k]! / sum - (k === truths[i] ? 1 : 0));
        if (Math.abs(off) > 1e-4) for (const name of row[k]!) slope[name]! += off;
      }
    }
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
