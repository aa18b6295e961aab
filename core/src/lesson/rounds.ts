/** A run of steps that comes again in the same order: a ladder done in rounds. */
export interface Rounds {
  /** Where the first round begins, how many steps a round has (2 or more), and how many rounds there are. */
  readonly from: number;
  readonly length: number;
  readonly count: number;
}

/**
 * The runs that are done in rounds, told by what each step does; null for what never repeats. The longest run is taken,
 * of equal ones the one with the shorter round.
 *
 * @example roundsOf(['jaw', 'cheek', 'jaw', 'cheek', 'brow']) // [{ from: 0, length: 2, count: 2 }]
 */
export function roundsOf(steps: readonly (string | null)[]): Rounds[] {
  const found: Rounds[] = [];
  for (let from = 0; from < steps.length;) {
    let best: Rounds | null = null;
    for (let length = 2; from + 2 * length <= steps.length; length++) {
      const count = 1 + timesAgain(steps, from, length);
      if (count > 1 && count * length > (best ? best.count * best.length : 0)) best = { from, length, count };
    }
    if (best) found.push(best);
    from += best ? best.count * best.length : 1;
  }
  return found;
}

/** How often the run of `length` steps at `from` comes once more right after itself. One move repeated is no round. */
function timesAgain(steps: readonly (string | null)[], from: number, length: number): number {
  // Most runs do not even begin again.
  if (steps[from + length] !== steps[from]) return 0;
  const round = steps.slice(from, from + length);
  if (round.includes(null) || new Set(round).size < 2) return 0;
  let at = from + length;
  while (at + length <= steps.length && round.every((one, k) => steps[at + k] === one)) at += length;
  return (at - from) / length - 1;
}
