import type { Stream } from './tokens';

/** Counting aloud of at least so many numbers is read as a dose where none is said. */
export const COUNTED = 3;

export interface Run {
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
  readonly count: number;
}

/**
 * Numbers counted aloud, upward or downward, with nothing but pauses and small words between them.
 *
 * @example countedAloud(streamOf(words))[0] // the run of “one, two, three”
 */
export function countedAloud(stream: Stream): Run[] {
  const runs: Run[] = [];
  const { tokens } = stream;
  const isNumber = (at: number): boolean =>
    (tokens[at]?.text === '№' || tokens[at]?.text === 'one') && tokens[at].low === tokens[at].high;
  for (let from = 0; from < tokens.length; from++) {
    if (!isNumber(from)) continue;
    let to = from;
    let count = 1;
    let high = tokens[from]!.low;
    let upward = true;
    for (let at = from + 1, between = 0; at < tokens.length && between <= 4; at++) {
      if (isNumber(at)) {
        const step = tokens[at]!.low - tokens[to]!.low;
        const restart = tokens[at]!.text === 'one' && tokens[to]!.low === 2;
        if (step !== 1 && step !== -1 && !restart) break;
        if (step === -1 && count > 1 && upward) break;
        if (step === -1) upward = false;
        to = at;
        between = 0;
        count++;
        high = Math.max(high, tokens[at]!.low);
      } else if (/^[,./]$/.test(tokens[at]!.text)) continue;
      else if (
        /^(?:and|und|down|up|in|out|release|kiss|lift|here|with|breathe|hold|squeeze|i|love|this|open|close|relax|then|again|good|press|left|right)$/.test(
          tokens[at]!.text,
        )
      )
        between++;
      else break;
    }
    const unit =
      /^(?:times|seconds?|minutes?|sets?|reps?|breaths?|sides?|fingers?|strokes?|circles?|sweeps?|swipes?|more|to|or)$/;
    const ends = unit.test(tokens[to + 1]?.text ?? '');
    if (
      count >= COUNTED + (ends ? 1 : 0) ||
      (count === 2 && !ends && isPause(tokens[from - 1]?.text) && isPause(tokens[from + 1]?.text))
    ) {
      if (ends) continue;
      runs.push({ from, to, low: upward ? tokens[from]!.low : 0, high, count });
      from = to;
    }
  }
  return runs;
}

function isPause(text: string | undefined): boolean {
  return text === undefined || /^[,./]$/.test(text);
}
