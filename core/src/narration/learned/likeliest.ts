/**
 * What was learned of a choice: what is true of one value and counts for each alike, and what is true of the place and counts
 * for some of the values.
 */
export interface Learned {
  readonly shared: Readonly<Record<string, number>>;
  readonly own: Readonly<Record<string, Readonly<Record<string, number>>>>;
}

/** What is true of a place where something is to be chosen: by value, and of the place itself. */
export interface Seen<T extends string> {
  readonly values: readonly T[];
  /** For each value, in the same order. */
  readonly of: readonly (readonly string[])[];
  readonly place: readonly string[];
}

/**
 * What is learned is surer of itself than it is right: of narrations that were left out, nine in ten of those said to be
 * sure (0.8 and more) are right where odds count for so much less. It changes no answer.
 */
export const HEAT = 1.4;

/**
 * The value that is most likely, and how likely it is (multinomial logistic regression; temperature scaling).
 *
 * @param heat how many times less odds count than they were learned.
 * @example likeliest({ values: ['a', 'b'], of: [['named'], []], place: [] }, { shared: { named: 2 }, own: {} }).value // 'a'
 */
export function likeliest<T extends string>(
  seen: Seen<T>,
  learned: Learned,
  heat = HEAT,
): { readonly value: T; readonly sure: number } {
  const shares = sharesOf(seen, learned, heat);
  const sure = Math.max(...shares);
  return { value: seen.values[shares.indexOf(sure)]!, sure };
}

/**
 * How likely one of the values is.
 *
 * @example howLikely('yes', { values: ['no', 'yes'], of: [[], []], place: [] }, { shared: {}, own: {} }) // 0.5
 */
export function howLikely<T extends string>(answer: T, seen: Seen<T>, learned: Learned, heat = HEAT): number {
  return sharesOf(seen, learned, heat)[seen.values.indexOf(answer)]!;
}

function sharesOf<T extends string>({ values, of, place }: Seen<T>, { shared, own }: Learned, heat: number): number[] {
  const odds = of.map((names) => names.reduce((sum, name) => sum + (shared[name] ?? 0), 0));
  for (const name of place) {
    const counts = own[name];
    if (counts) values.forEach((value, i) => (odds[i]! += counts[value] ?? 0));
  }
  const most = Math.max(...odds);
  const shares = odds.map((one) => Math.exp((one - most) / heat));
  const all = shares.reduce((sum, one) => sum + one, 0);
  return shares.map((one) => one / all);
}
