import type { Alignment } from '../align/align-lesson';
import type { Bout, Seen } from '../footage/analyse';
import type { Segment } from '../lesson/segment.schema';
import type { ViewerSide } from '../lesson/take.schema';
import type { LogEntry } from '../take/log.document';
import type { Span } from '../time/spans';

/** Everything that is known of a take before anybody marked it. Times in take ms. */
export interface Evidence {
  readonly durationMs: number;
  /** Where somebody speaks, sorted and disjoint. */
  readonly speech: readonly Span[];
  /** Whether anybody listened: where not, that nobody speaks says nothing. */
  readonly heard: boolean;
  readonly bouts: readonly Bout[];
  readonly holds: readonly Seen[];
  readonly sceneChangesMs: readonly number[];
  /** Which side viewers do when the hand is at the left of the picture; null where nobody said so. */
  readonly pictureLeft: ViewerSide | null;
  /** What the words say; null where there are none, or another lesson's. */
  readonly said: Pick<Alignment, 'steps' | 'missing' | 'again' | 'apologies' | 'sentences'> | null;
  /** On the take's time; empty where no log was kept. */
  readonly log: readonly LogEntry[];
  /** What a person marked or agreed to: it stays as it is. */
  readonly agreed: readonly Marked[];
  /** What a person said no to: it does not come again. */
  readonly rejected: readonly Marked[];
}

export type Marked = Pick<Segment, 'kind' | 'stepId' | 'side' | 'startMs' | 'endMs'>;

/** Nothing is known of a take but its length. */
export function noEvidence(durationMs: number): Evidence {
  return {
    durationMs,
    speech: [],
    heard: false,
    bouts: [],
    holds: [],
    sceneChangesMs: [],
    pictureLeft: null,
    said: null,
    log: [],
    agreed: [],
    rejected: [],
  };
}

export const middleOf = (one: Pick<Seen, 'startMs' | 'endMs'>): number => (one.startMs + one.endMs) / 2;

/** Whether an instant lies in a stretch, its end included: there the last repetition completes. */
export const isIn = (ms: number, { startMs, endMs }: Pick<Seen, 'startMs' | 'endMs'>): boolean =>
  ms > startMs && ms <= endMs;

/**
 * What hands are seen to do in a stretch: what has its middle there, what is repeated before what is held.
 *
 * @example seenIn(evidence, { startMs: 10_000, endMs: 20_000 }).length // 1
 */
export function seenIn(
  { bouts, holds }: Pick<Evidence, 'bouts' | 'holds'>,
  stretch: Pick<Seen, 'startMs' | 'endMs'>,
): (Bout | Seen)[] {
  return [...bouts, ...holds].filter((one) => isIn(middleOf(one), stretch));
}
