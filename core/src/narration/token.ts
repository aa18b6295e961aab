/** A word, a number or a pause in the stream that the patterns read. */
export interface Token {
  /** As the patterns see it: the word, `№` for a number of two or more, or one of `, .`. */
  readonly text: string;
  /** Index of its first word. */
  readonly word: number;
  /** Index after its last word. */
  readonly end: number;
  readonly startMs: number;
  /** Lowest and highest figure of a number; they differ in "three or four". */
  readonly low: number;
  readonly high: number;
  /** Whether a line of the narration begins here. */
  readonly newLine: boolean;
}
