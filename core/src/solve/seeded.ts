/**
 * A seeded stream of numbers in [0, 1), for chance that can be met again: a linear congruential generator. The same seed
 * gives the same stream.
 *
 * @example seeded(1)() === seeded(1)() // true
 */
export function seeded(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
}
