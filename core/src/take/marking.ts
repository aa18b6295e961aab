import type { SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
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
 * The changes that move one end of a segment, kept between its neighbours and at least `shortestMs` long; beats that
 * fall outside are dropped.
 *
 * @example moveEnd(lesson, segment, 'endMs', 4200, 60_000) // [{ kind: 'set_segment', segmentId: 's', field: 'endMs', value: 4200 }]
 */
export function moveEnd(
  lesson: Lesson,
  segment: Segment,
  end: 'startMs' | 'endMs',
  toMs: number,
  takeMs: number,
  shortestMs = 40,
): SingleChange[] {
  const own = lesson.segments.filter((one) => one.takeId === segment.takeId && one.id !== segment.id);
  const before = Math.max(0, ...own.filter((one) => one.endMs <= segment.startMs).map((one) => one.endMs));
  const after = Math.min(takeMs, ...own.filter((one) => one.startMs >= segment.endMs).map((one) => one.startMs));
  const value =
    end === 'startMs'
      ? Math.min(Math.max(before, toMs), segment.endMs - shortestMs)
      : Math.max(Math.min(after, toMs), segment.startMs + shortestMs);
  if (value === segment[end]) return [];
  const moved = { ...segment, [end]: value };
  const beats = segment.beatsMs.filter((ms) => ms > moved.startMs && ms <= moved.endMs);
  const changes: SingleChange[] = [{ kind: 'set_segment', segmentId: segment.id, field: end, value }];
  if (beats.length !== segment.beatsMs.length)
    changes.push({ kind: 'set_segment', segmentId: segment.id, field: 'beatsMs', value: beats });
  return changes;
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
