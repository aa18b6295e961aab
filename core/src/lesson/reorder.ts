import type { SingleChange } from './change.schema';

/**
 * The steps that really move between two orders: all but the largest set that keeps its order among itself.
 *
 * @example movedBetween(['a', 'b', 'c'], ['c', 'a', 'b']) // Set { 'c' }
 */
export function movedBetween(before: readonly string[], after: readonly string[]): Set<string> {
  const place = new Map(before.map((id, at) => [id, at]));
  const order = after.map((id) => place.get(id) ?? -1);
  const length = order.map(() => 1);
  const earlier = order.map(() => -1);
  order.forEach((one, at) => {
    for (let k = 0; k < at; k++)
      if (order[k]! < one && length[k]! + 1 > length[at]!) [length[at], earlier[at]] = [length[k]! + 1, k];
  });
  const moved = new Set(after);
  for (let at = length.indexOf(Math.max(0, ...length)); at >= 0; at = earlier[at]!) moved.delete(after[at]!);
  return moved;
}

/**
 * The changes that bring steps into another order, with as few of them placed anew as can be.
 *
 * @example reorder(['a', 'b', 'c'], ['c', 'a', 'b']) // [{ kind: 'place_step', stepId: 'c', afterStepId: null }]
 */
export function reorder(before: readonly string[], after: readonly string[]): SingleChange[] {
  const moved = movedBetween(before, after);
  return after.flatMap((stepId, at): SingleChange[] =>
    moved.has(stepId) ? [{ kind: 'place_step', stepId, afterStepId: after[at - 1] ?? null }] : [],
  );
}

/**
 * The order in which the chosen ones stand one place earlier or later, each as far as it can go.
 *
 * @example shifted(['a', 'b', 'c', 'd'], new Set(['b', 'd']), -1) // ['b', 'a', 'd', 'c']
 */
export function shifted(order: readonly string[], chosen: ReadonlySet<string>, by: 1 | -1): string[] {
  const next = by < 0 ? [...order] : [...order].reverse();
  for (let at = 1; at < next.length; at++)
    if (chosen.has(next[at]!) && !chosen.has(next[at - 1]!)) [next[at - 1], next[at]] = [next[at]!, next[at - 1]!];
  return by < 0 ? next : next.reverse();
}
