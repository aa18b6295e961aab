/**
 * The longest of those that stand in order (patience sorting): what is not among them would have to move.
 *
 * @example longestRun([1, 4, 2, 3], (n) => n) // [1, 2, 3]
 */
export function longestRun<T>(list: readonly T[], rank: (one: T) => number): T[] {
  const piles: number[] = [];
  const before: number[] = [];
  list.forEach((one, at) => {
    let pile = piles.findIndex((top) => rank(list[top]!) >= rank(one));
    if (pile < 0) pile = piles.length;
    before[at] = pile > 0 ? piles[pile - 1]! : -1;
    piles[pile] = at;
  });
  const run: T[] = [];
  for (let at = piles[piles.length - 1] ?? -1; at >= 0; at = before[at]!) run.unshift(list[at]!);
  return run;
}
