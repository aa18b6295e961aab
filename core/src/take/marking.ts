import type { Segment } from '../lesson/segment.schema';

/**
 * The segment of a take that holds an instant.
 *
 * @example segmentAt(segments, 't', 900)?.id // 's'
 */
export function segmentAt(segments: readonly Segment[], takeId: string, ms: number): Segment | null {
  return segments.find((one) => one.takeId === takeId && one.startMs <= ms && ms < one.endMs) ?? null;
}

/**
 * The free stretch within `[fromMs, toMs)` that begins at or after `fromMs` and touches no segment of the take; null
 * when there is none.
 *
 * @example freeStretch([], 't', 500, 900) // { startMs: 500, endMs: 900 }
 */
export function freeStretch(
  segments: readonly Segment[],
  takeId: string,
  fromMs: number,
  toMs: number,
): { startMs: number; endMs: number } | null {
  let startMs = fromMs;
  const own = segments.filter((one) => one.takeId === takeId).sort((a, b) => a.startMs - b.startMs);
  for (const one of own) {
    if (one.endMs <= startMs) continue;
    if (one.startMs <= startMs) startMs = one.endMs;
    else return startMs < toMs ? { startMs, endMs: Math.min(toMs, one.startMs) } : null;
  }
  return startMs < toMs ? { startMs, endMs: toMs } : null;
}

/**
 * The room that a part has on its take, between its neighbours.
 *
 * @example roomOf([], segment, 60_000) // { startMs: 0, endMs: 60_000 }
 */
export function roomOf(
  segments: readonly Segment[],
  part: Pick<Segment, 'id' | 'takeId' | 'startMs' | 'endMs'>,
  takeMs: number,
): { startMs: number; endMs: number } {
  const own = segments.filter((one) => one.takeId === part.takeId && one.id !== part.id);
  return {
    startMs: Math.max(0, ...own.filter((one) => one.endMs <= part.startMs).map((one) => one.endMs)),
    endMs: Math.min(takeMs, ...own.filter((one) => one.startMs >= part.endMs).map((one) => one.startMs)),
  };
}

/**
 * The beats of a segment with one more tapped at `ms`; a tap within 120 ms of another replaces it.
 *
 * @example withBeat({ ...segment, startMs: 0, endMs: 9000, beatsMs: [3000] }, 3100) // [3100]
 */
export function withBeat(segment: Segment, ms: number): number[] {
  if (ms <= segment.startMs || ms > segment.endMs) return [...segment.beatsMs];
  return [...segment.beatsMs.filter((beat) => Math.abs(beat - ms) >= 120), ms].sort((a, b) => a - b);
}
