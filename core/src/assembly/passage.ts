import type { WorkedSide } from '../dose/dose';
import type { Region } from '../face/regions';
import type { Pressure } from '../move/move.schema';
import type { Span } from '../time/spans';
import type { SegmentKind } from '../lesson/segment-kind';

/**
 * A stretch of **lesson** time in which one thing happens. A planned lesson and a filmed one are both lists of
 * passages, so that the ribbon, the cues and the checks read either the same way.
 */
export interface Passage {
  readonly kind: SegmentKind;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
  readonly startMs: number;
  readonly endMs: number;
  /** Where repetitions complete, lesson ms, ascending; empty where nobody has marked them. */
  readonly beatsMs: readonly number[];
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
