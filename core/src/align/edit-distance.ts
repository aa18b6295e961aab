/**
 * The least number of letters put in, left out or changed that turn one word into another (Levenshtein 1966).
 *
 * @param most beyond so many the answer is only known to be more: `most + 1` is given.
 * @example editDistance('kitten', 'sitting') // 3
 */
export function editDistance(a: string, b: string, most = Infinity): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let row = Array.from({ length: b.length + 1 }, (_, at) => at);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const changed = row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1);
      const cost = Math.min(changed, row[j]! + 1, next[j - 1]! + 1);
      next.push(cost);
      if (cost < least) least = cost;
    }
    if (least > most) return most + 1;
    row = next;
  }
  return Math.min(row[b.length]!, most + 1);
}
