import { layBeside, weightOf, type Pair } from './global';
import type { CaptionWord } from './heard';
import type { ScriptWord } from './script';

/** So far back something is begun again, and so long a sentence is broken off, words. */
const FAR = 40;
const BROKEN = 12;
/** Words begun again weigh at least this much, and this share of what they repeat. */
const WEIGHT = 2;
const SHARE = 0.6;

/** The words of the script that count, and what was broken off: from one word that was said up to another. */
export interface SaidAgain {
  readonly pairs: readonly Pair[];
  readonly broken: readonly (readonly [from: number, to: number])[];
}

/**
 * Where something was begun, broken off and begun again, the words of the second time are the ones that count: “Knuckles
 * into the – sorry, again from here. Knuckles into the jaw.”
 *
 * @param pairs in the order of the script.
 * @param weights of the words of the script.
 */
export function saidAgain(
  pairs: readonly Pair[],
  script: readonly ScriptWord[],
  weights: Float64Array,
  said: readonly Pick<CaptionWord, 'text' | 'opens'>[],
): SaidAgain {
  /** Words of the script that were said between two places. */
  const between = (from: number, to: number, fromSaid: number, toSaid: number): Pair[] =>
    layBeside(
      script.slice(from, to).map((word) => word.text),
      said.slice(fromSaid, toSaid).map((word) => word.text),
    )
      .filter((one) => one.likeness > 0)
      .map((one) => ({ ...one, written: one.written + from, said: one.said + fromSaid }));
  const repeats = (again: readonly Pair[], from: number, to: number): boolean => {
    const whole = weights.slice(from, to).reduce((sum, one) => sum + one, 0);
    const matched = weightOf(again, weights);
    return matched >= WEIGHT && matched >= SHARE * whole;
  };
  /** What was said before a gap and comes again in it, just before what follows. */
  const begunAgain = (before: Pair, after: Pair): Pair[] => {
    const { row } = script[before.written]!;
    let from = before.written;
    while (from > 0 && before.written - from < FAR && script[from - 1]!.row === row) from--;
    const again = between(from, before.written + 1, before.said + 1, after.said);
    return again.length > 0 && repeats(again, again[0]!.written, before.written + 1) ? again : [];
  };
  /** Whether what follows a gap was said once already, right after what was said before it. */
  const saidOnce = (before: Pair, after: Pair): boolean => {
    const { row } = script[before.written]!;
    let to = after.written;
    while (to < script.length && to - after.written < FAR && script[to]!.row === row) to++;
    const ahead = between(before.written + 1, to, before.said + 1, after.said);
    const [first, last] = [ahead[0], ahead[ahead.length - 1]];
    if (!first || !last || first.said - before.said > 2 || first.written - before.written > 2) return false;
    return repeats(ahead, first.written, last.written + 1);
  };

  const kept: Pair[] = [];
  const brokenOff: [number, number][] = [];
  for (const pair of pairs) {
    const before = kept[kept.length - 1];
    if (before && pair.said - before.said > 2) {
      const again = begunAgain(before, pair);
      if (again.length > 0 || saidOnce(before, pair)) {
        // The sentence that was broken off goes as a whole, also where its beginning was not heard again.
        let broken = before.said;
        while (broken > 0 && before.said - broken < BROKEN && !said[broken]!.opens) broken--;
        const firstAgain = again[0]?.written ?? Infinity;
        const { row } = script[before.written]!;
        const goes = ({ written, said: at }: Pair): boolean =>
          script[written]!.row === row && (at >= broken || written >= firstAgain);
        while (kept.length > 0 && goes(kept[kept.length - 1]!)) broken = Math.min(broken, kept.pop()!.said);
        kept.push(...again);
        let anew = again[0]?.said ?? pair.said;
        while (anew > before.said + 1 && !said[anew]!.opens) anew--;
        brokenOff.push([broken, anew]);
      }
    }
    kept.push(pair);
  }
  return { pairs: kept, broken: brokenOff };
}
