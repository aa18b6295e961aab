import type { WorkedSide } from '../dose/dose';
import type { Region } from '../face/regions';
import type { Pressure } from '../move/move.schema';
import type { CutMs } from '../time/clocks';
import type { Span } from '../time/spans';
import type { SegmentKind } from '../lesson/segment-kind';

/**
 * An unbroken stretch of a plan or of a cut, with one kind, step and side. A planned lesson and a filmed one are both
 * lists of passages, so that the ribbon, the cues and the checks read either the same way. All its times are cut time.
 */
export interface Passage {
  readonly kind: SegmentKind;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  /** The piece that plays and the segment that it shows; null in a plan. */
  readonly pieceId: string | null;
  readonly segmentId: string | null;
  /** How much of that segment it shows, above 0 to 1, and how much of it lies before, from 0. */
  readonly share: number;
  readonly shareBefore: number;
  /** Where repetitions complete, ascending; empty where nobody has marked them. */
  readonly beatsMs: readonly CutMs[];
  /** How many beats of the segment lie before, and how many it has in all. */
  readonly beatsBefore: number;
  readonly beatCount: number;
  /** Where someone speaks. */
  readonly spoken: readonly Span[];
  /** The words planned for it; of footage nobody knows them yet. */
  readonly words: string;
}

/** What the ribbon needs to know of a step to colour and shape its bands. */
export interface StepLook {
  readonly id: string;
  readonly name: string;
  readonly region: Region;
  readonly pressure: Pressure;
}
