import { clipSpans, lengthOf, unionSpans, type Span } from '../time/spans';
import type { WatchEvent } from './event.schema';

/** A viewing with at least this share of the lesson in its played spans is completed. */
export const COMPLETED_FROM = 0.9;

export interface Played {
  readonly spans: readonly Span[];
  readonly watchedMs: number;
  /** Share of the lesson's time in the played spans, 0 to 1. */
  readonly completion: number;
}

/**
 * The played spans of one viewing: the union of its `played` heartbeats, cut to the lesson. The same event id counts
 * once, in whatever order and however often it comes; other kinds of event never lengthen what was watched.
 *
 * @example playedOf([{ id: '1', kind: 'played', fromMs: 0, toMs: 5000 }], 10_000).completion // 0.5
 */
export function playedOf(
  events: readonly Pick<WatchEvent, 'id' | 'kind' | 'fromMs' | 'toMs'>[],
  durationMs: number,
): Played {
  const seen = new Set<string>();
  const stretches: Span[] = [];
  for (const event of events) {
    if (event.kind !== 'played' || seen.has(event.id)) continue;
    seen.add(event.id);
    stretches.push([event.fromMs, event.toMs]);
  }
  return playedFromSpans(unionSpans(clipSpans(stretches, durationMs)), durationMs);
}

/**
 * Watched time and completion of spans that are already a union.
 *
 * @example playedFromSpans([[0, 5000]], 10_000) // { spans: [[0, 5000]], watchedMs: 5000, completion: 0.5 }
 */
export function playedFromSpans(spans: readonly Span[], durationMs: number): Played {
  const watchedMs = lengthOf(spans);
  return { spans, watchedMs, completion: durationMs > 0 ? watchedMs / durationMs : 0 };
}
