import { NarrationError, parseCaptions } from '@limber/core/narration/lines';
import { Problem } from './problem';

/** @throws Problem when nothing can be read as captions; it says what to give instead. */
export function mustBeCaptions(text: string): void {
  try {
    parseCaptions(text);
  } catch (error) {
    if (error instanceof NarrationError) throw new Problem('unreadable', error.message);
    throw error;
  }
}
