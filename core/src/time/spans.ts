/** A half-open stretch of time `[startMs, endMs)` in integer milliseconds. */
export type Span<T extends number = number> = readonly [startMs: T, endMs: T];

/**
 * The union of any spans: sorted, disjoint, touching ones merged; empty and reversed ones dropped.
 *
 * @example unionSpans([[5, 9], [0, 5], [20, 20]]) // [[0, 9]]
 */
export function unionSpans(spans: readonly Span[]): Span[] {
  const sorted = spans.filter(([start, end]) => end > start).sort((a, b) => a[0] - b[0]);
  const union: [number, number][] = [];
  for (const [start, end] of sorted) {
    const last = union[union.length - 1];
    if (last && start <= last[1]) last[1] = Math.max(last[1], end);
    else union.push([start, end]);
  }
  return union;
}

/**
 * Total length of **disjoint** spans, ms.
 *
 * @example lengthOf([[0, 5], [8, 10]]) // 7
 */
export function lengthOf(spans: readonly Span[]): number {
  return spans.reduce((sum, [start, end]) => sum + (end - start), 0);
}

/**
 * What two unions (each sorted and disjoint) have in common.
 *
 * @example intersectSpans([[0, 5]], [[3, 9]]) // [[3, 5]]
 */
export function intersectSpans(a: readonly Span[], b: readonly Span[]): Span[] {
  const common: Span[] = [];
  let i = 0;
  let j = 0;
  while (i < a.length && j < b.length) {
    const [aStart, aEnd] = a[i]!;
    const [bStart, bEnd] = b[j]!;
    const start = Math.max(aStart, bStart);
    const end = Math.min(aEnd, bEnd);
    if (end > start) common.push([start, end]);
    if (aEnd < bEnd) i++;
    else j++;
  }
  return common;
}

/**
 * What of union `a` is not in union `b` (each sorted and disjoint).
 *
 * @example subtractSpans([[0, 9]], [[3, 5]]) // [[0, 3], [5, 9]]
 */
export function subtractSpans(a: readonly Span[], b: readonly Span[]): Span[] {
  const rest: Span[] = [];
  let j = 0;
  for (const [start, end] of a) {
    let from = start;
    while (j < b.length && b[j]![1] <= from) j++;
    for (let k = j; k < b.length && b[k]![0] < end; k++) {
      if (b[k]![0] > from) rest.push([from, b[k]![0]]);
      from = Math.max(from, b[k]![1]);
    }
    if (from < end) rest.push([from, end]);
  }
  return rest;
}

/**
 * The spans cut to `[0, durationMs)`; those outside are dropped.
 *
 * @example clipSpans([[-5, 5], [9, 20]], 10) // [[0, 5], [9, 10]]
 */
export function clipSpans(spans: readonly Span[], durationMs: number): Span[] {
  return spans
    .map(([start, end]): Span => [Math.max(0, start), Math.min(durationMs, end)])
    .filter(([start, end]) => end > start);
}

/**
 * How much two stretches have in common, ms; negative by how far they are apart.
 *
 * @example sharedMs({ startMs: 0, endMs: 5000 }, { startMs: 4000, endMs: 9000 }) // 1000
 */
export function sharedMs(
  one: { readonly startMs: number; readonly endMs: number },
  other: { readonly startMs: number; readonly endMs: number },
): number {
  return Math.min(one.endMs, other.endMs) - Math.max(one.startMs, other.startMs);
}
