/**
 * One question after another about what is true of a place, each of them either so or not, and what the last answer says
 * for it, as odds. Questions are in the order of a heap: after question `i` comes `2 i + 1` where it is not so, and `2 i + 2`
 * where it is.
 */
export interface Tree {
  /** Numbers of features; −1 for no question, which is never so. */
  readonly asks: readonly number[];
  /** One more than there are questions. */
  readonly odds: readonly number[];
}

/**
 * What trees say together, as the logarithm of odds.
 *
 * @param on 1 for every feature that is there, by its number.
 * @example oddsOf([{ asks: [3], odds: [-1, 2] }], Uint8Array.of(0, 0, 0, 1)) // 2
 */
export function oddsOf(trees: readonly Tree[], on: Uint8Array): number {
  let sum = 0;
  for (const { asks, odds } of trees) sum += odds[leafOf(asks, on) - asks.length]!;
  return sum;
}

function leafOf(asks: readonly number[], on: Uint8Array): number {
  let at = 0;
  while (at < asks.length) {
    const feature = asks[at]!;
    at = 2 * at + (feature >= 0 && on[feature] === 1 ? 2 : 1);
  }
  return at;
}
