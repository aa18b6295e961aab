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
  /** The segment that it shows; null in a plan. */
  readonly segmentId: string | null;
  /** How much of that segment it shows, above 0 to 1. */
  readonly share: number;
  /** Where repetitions complete, ascending; empty where nobody has marked them. */
  readonly beatsMs: readonly CutMs[];
  /** Where someone speaks. */
  readonly spoken: readonly Span[];
  /** The words spoken in it, when they are known. */
  readonly words: string;
}

/** What the ribbon needs to know of a step to colour and shape its bands. */
export interface StepLook {
  readonly id: string;
  readonly name: string;
  readonly region: Region;
  readonly pressure: Pressure;
}
