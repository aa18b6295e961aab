import type { Heard } from '@limber/core/footage/listening';

/** What came in lately: as many samples as are looked at for what hums behind a voice, the newest of them for the voice. */
export interface ListenRequest {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
}

export interface ListenAnswer {
  /** The peak of it, 0 to 1. */
  readonly level: number;
  readonly heard: Heard;
  /** Frequency of the mains that hum, Hz; null where none does. */
  readonly hum: number | null;
}
