/**
 * Where the first of ascending values stands that is above another one, found by halving; their number when none is.
 *
 * @example firstAbove([0, 1000, 3000], 1000) // 2
 */
export function firstAbove(ascending: readonly number[], value: number): number {
  let [low, high] = [0, ascending.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ascending[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}
