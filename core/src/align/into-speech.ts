import { intersectSpans, lengthOf, type Span } from '../time/spans';

/** What is shorter than this at an end of a line belongs to the line beside it, ms. */
const SLIVER_MS = 150;
/** How far what a run of words takes can be from what was expected: a variance that is there always, and one that grows. */
const [VARIANCE, VARIANCE_A_MS] = [150 ** 2, 40];
/** A pause where no sentence ends, and each second of it; a sentence that ends without one; speech that no word is of. */
const [WITHIN, MOST_WITHIN, WITHOUT, WORDLESS] = [1.5, 6, 0.7, 3];
const A_SECOND = 1000;
/** A line may be a whole transcript: more divisions than this are not weighed. */
const MOST_DIVISIONS = 20_000_000;

/**
 * When the words of a line were said, by where somebody is heard to speak in it: runs of words are laid into its stretches of
 * speech so that each takes as long as its stretch lasts, more or less, and pauses fall where sentences end (the best
 * division, by dynamic programming).
 *
 * @param ends when each word ends when they are said without a pause, ms from the first.
 * @param closes whether a sentence ends with each of them.
 * @param speech sorted and disjoint.
 * @returns when each of them begins and ends; null where nobody is heard to speak, and for lines that are too long.
 */
export function intoSpeech(
  ends: readonly number[],
  closes: readonly boolean[],
  [startMs, endMs]: Span,
  speech: readonly Span[],
): Span[] | null {
  const parts = intersectSpans(speech, [[startMs, endMs]]).filter(([a, b]) => b - a >= SLIVER_MS);
  const natural = ends[ends.length - 1] ?? 0;
  const words = ends.length;
  if (parts.length === 0 || natural === 0 || words ** 2 * parts.length > MOST_DIVISIONS) return null;
  const scale = lengthOf(parts) / natural;
  const endOf = (to: number): number => (to === 0 ? 0 : ends[to - 1]! * scale);
  let stops = 0;
  /** How many sentences end before each word. */
  const stopsBefore = closes.map((closed) => (closed ? stops++ : stops));
  // Of each part: the best way to have so many words said up to its end, and how many were said before it.
  let best = Array.from({ length: words + 1 }, (_, to) => (to === 0 ? 0 : Infinity));
  const cameFrom: Int32Array[] = [];
  parts.forEach(([a, b], part) => {
    const next = new Array<number>(words + 1).fill(Infinity);
    const from = new Int32Array(words + 1);
    for (let to = 0; to <= words; to++)
      for (let before = 0; before <= to; before++) {
        if (best[before] === Infinity) continue;
        const off = endOf(to) - endOf(before) - (b - a);
        let cost = best[before]! + off ** 2 / (2 * (VARIANCE + VARIANCE_A_MS * (b - a)));
        if (to === before) cost += WORDLESS;
        else if (part < parts.length - 1 && to < words)
          cost += closes[to - 1] ? 0 : Math.min(MOST_WITHIN, WITHIN + (parts[part + 1]![0] - b) / A_SECOND);
        if (to > before) cost += WITHOUT * (stopsBefore[to - 1]! - stopsBefore[before]!);
        if (cost < next[to]!) [next[to], from[to]] = [cost, before];
      }
    best = next;
    cameFrom.push(from);
  });
  const said = new Array<Span>(words);
  let to = words;
  for (let part = parts.length - 1; part >= 0; part--) {
    const [a, b] = parts[part]!;
    const before = cameFrom[part]![to]!;
    const [from, whole] = [endOf(before), endOf(to) - endOf(before)];
    const at = (ms: number): number => Math.round(a + ((ms - from) * (b - a)) / whole);
    for (let word = before; word < to; word++) said[word] = [at(endOf(word)), at(endOf(word + 1))];
    to = before;
  }
  return said;
}
