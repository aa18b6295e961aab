import type { Segment } from '../lesson/segment.schema';
import type { NarrationLine } from '../narration/lines';
import { NUMBER_NAMES } from '../speech/number-names';
import type { TakeMs } from '../time/clocks';
import { sharedMs, type Span } from '../time/spans';

/** What is known of a take besides its hands, on its own time. */
export interface HeardAround {
  /** Where somebody speaks. */
  readonly speech: readonly Span<TakeMs>[];
  /** What is said, word by word; null where nobody knows. */
  readonly lines: readonly NarrationLine[] | null;
  /** Whether lips move in a stretch; null where nobody looked. */
  readonly lipsMove: ((fromMs: TakeMs, toMs: TakeMs) => boolean) | null;
}

/** Less speech than this is the edge of a word that belongs elsewhere, ms. */
const EDGE_MS = 100;
const A_NUMBER = new RegExp(`\\b(?:\\d+|${NUMBER_NAMES.join('|')}|last|more)\\b`, 'i');

/**
 * Whether a stretch of a part may play once more, or be left out, and nobody hears or sees that it was: no word in it, no
 * lips that move, and no number said aloud behind it in the same part, which would not be right any more. What is said
 * there and not known word by word may be a number.
 *
 * @example quietIn(segment, { speech: [], lines: null, lipsMove: null })(12_000, 16_000) // true
 */
export function quietIn(
  { endMs }: Pick<Segment, 'endMs'>,
  { speech, lines, lipsMove }: HeardAround,
): (fromMs: TakeMs, toMs: TakeMs) => boolean {
  const spoken = speech.map(([from, to]) => ({ startMs: from, endMs: to }));
  const words = [...spoken, ...(lines ?? [])];
  const numbers = lines?.filter((line) => A_NUMBER.test(line.text)) ?? spoken;
  const isIn = (list: readonly { startMs: number; endMs: number }[], fromMs: TakeMs, toMs: TakeMs): boolean =>
    list.some((one) => sharedMs(one, { startMs: fromMs, endMs: toMs }) > EDGE_MS);
  return (fromMs, toMs) =>
    !isIn(words, fromMs, toMs) && !isIn(numbers, toMs, endMs) && lipsMove?.(fromMs, toMs) !== true;
}
