import type { CueKind } from '../lesson/override.schema';

/** Something shown at a time of the lesson. Times in lesson ms; `text` is what is read where there is no drawing. */
export interface Cue {
  /** `stepId|side|kind|index`: the same as long as the thing counted is the same, so that overrides find it. */
  readonly key: string;
  readonly kind: CueKind;
  readonly stepId: string | null;
  readonly side: string | null;
  readonly startMs: number;
  readonly endMs: number;
  readonly text: string;
  /** For counts: which repetition. For countdowns: seconds left. */
  readonly value: number | null;
  /** For counts: of how many. For countdowns: how many seconds there were. */
  readonly of: number | null;
  /** Whether an override of the instructor shapes it. */
  readonly edited: boolean;
}

/**
 * The key of a cue: what it is about, not when it appears.
 *
 * @example cueKey('slipway', 'left', 'count', 2) // 'slipway|left|count|2'
 */
export function cueKey(stepId: string | null, side: string | null, kind: CueKind, index: number): string {
  return `${stepId ?? '-'}|${side ?? '-'}|${kind}|${index}`;
}

/**
 * The cues on screen at an instant.
 *
 * @example cuesAt(cues, 12_000).map((cue) => cue.text) // ['Slipway', 'Your left', '3']
 */
export function cuesAt(cues: readonly Cue[], ms: number): Cue[] {
  return cues.filter((cue) => cue.startMs <= ms && ms < cue.endMs);
}
