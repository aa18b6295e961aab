import { cueKey, passageKey } from '../lesson/cue-key';
import type { Shows } from './shows';
import type { CueKind, OwnPlace } from '../lesson/override.schema';
import type { Passage } from '../assembly/passage';
import type { CutMs } from '../time/clocks';

/** Something shown at a time of a cut. `text` is what is read where there is no drawing. */
export interface Cue {
  /** What it is about, not when it appears: the same in every cut, so that overrides find it ({@link cueKey}). */
  readonly key: string;
  readonly kind: CueKind;
  readonly stepId: string | null;
  readonly side: string | null;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  readonly text: string;
  /** For counts: which repetition. For countdowns: seconds left. */
  readonly value: number | null;
  /** For counts: of how many. For countdowns: how many seconds there were. */
  readonly of: number | null;
  /** What is drawn beside its words; null where words or a figure are all. */
  readonly shows: Shows | null;
  /** Whether an override of the instructor shapes it. */
  readonly edited: boolean;
  /** Where the instructor wants it; otherwise it is placed. */
  readonly place?: OwnPlace | undefined;
}

/** The name of a passage in keys: piece and segment on film, step and side in a plan. @example nameOf(passage) // 'piece-1|seg-7' */
export function nameOf({ pieceId, segmentId, stepId, side, kind }: Passage): string {
  return pieceId !== null && segmentId !== null
    ? passageKey(pieceId, segmentId)
    : passageKey(stepId ?? kind, side ?? '-');
}

/** Whether a kind comes again every moment, and changes without fading. @example changesAtOnce('count') // true */
export function changesAtOnce(kind: CueKind): boolean {
  return kind === 'count' || kind === 'countdown' || kind === 'breath';
}

/** A cue as it is derived, without a figure. @example newCue('label', 'p|s', 0, passage, 'Slipway').key // 'p|s|label|0' */
export function newCue(
  kind: CueKind,
  passage: string,
  n: number,
  of: { stepId: string | null; side: string | null; startMs: CutMs; endMs: CutMs },
  text: string,
): Cue {
  return {
    key: cueKey(passage, kind, n),
    kind,
    stepId: of.stepId,
    side: of.side,
    startMs: of.startMs,
    endMs: of.endMs,
    text,
    value: null,
    of: null,
    shows: null,
    edited: false,
  };
}
