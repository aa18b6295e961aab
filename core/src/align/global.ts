import { Likenesses } from './likeness';

/** Two words laid beside each other: one written, one said. */
export interface Pair {
  readonly written: number;
  readonly said: number;
  /** 1 for the same word, 0 for another one in its place. */
  readonly likeness: number;
}

/** More than so many cells are not worked through at once: they take more memory than a worker has. */
const MOST_CELLS = 400_000_000;

/** What a word that is not the written one takes away, and what a gap takes when it opens and a word further. */
const OTHER_WORD = -0.7;
const OPEN = -1.2;
const UNSAID = -0.04;
const ADDED = -0.03;
/** Of two places that fit alike the later one is taken: what is said twice was said better the second time. */
const LATER = 1e-7;

/** Where a cell is come from. */
const FROM_PAIR = 0;
const FROM_UNSAID = 1;
const FROM_ADDED = 2;

/** Texts that are too long to be laid beside each other. */
export class AlignError extends Error {
  override readonly name = 'AlignError';
}

/**
 * Lays what was said beside what was written, as a whole, in order, with gaps on both sides (Needleman and Wunsch 1970,
 * with the gap costs of Gotoh 1982): words added and left out, however many, cost little more than one. What stands
 * before the first and after the last common word costs nothing. A rare word weighs more than a common one.
 *
 * @throws AlignError when the two are too long.
 * @example layBeside(['press', 'and', 'hold'], ['now', 'press', 'hold']) // pairs 0–1 and 2–2
 */
export function layBeside(written: readonly string[], said: readonly string[]): Pair[] {
  const [n, m] = [written.length, said.length];
  if (n * m > MOST_CELLS)
    throw new AlignError(
      'These words and the lesson are too long to be held against each other. Give one take at a time.',
    );
  if (n === 0 || m === 0) return [];
  const alike = new Likenesses(written, said);
  const weights = weightsOf(written);
  const width = m + 1;
  // Two bits each: where the best pair, the best unsaid and the best added word of a cell come from.
  const from = new Uint8Array((n + 1) * width);
  let pair = new Float64Array(width).fill(-Infinity);
  let unsaid = new Float64Array(width).fill(-Infinity);
  let added = new Float64Array(width).fill(0);
  pair[0] = 0;
  let best = { score: 0, i: 0, j: 0, state: FROM_PAIR };
  const ends = (i: number, j: number): void => {
    const here = [pair[j]!, unsaid[j]!, added[j]!];
    for (let state = 0; state < 3; state++) if (here[state]! > best.score) best = { score: here[state]!, i, j, state };
  };
  for (let i = 1; i <= n; i++) {
    const [lastPair, lastUnsaid, lastAdded] = [pair, unsaid, added];
    pair = new Float64Array(width).fill(-Infinity);
    unsaid = new Float64Array(width).fill(-Infinity);
    added = new Float64Array(width).fill(-Infinity);
    unsaid[0] = 0;
    const row = alike.rows[i - 1]!;
    const weight = weights[i - 1]!;
    for (let j = 1; j <= m; j++) {
      const like = alike.of(row, alike.columns[j - 1]!);
      const [a, b, c] = [lastPair[j - 1]!, lastUnsaid[j - 1]!, lastAdded[j - 1]!];
      let cell = a >= b && a >= c ? FROM_PAIR : b >= c ? FROM_UNSAID : FROM_ADDED;
      pair[j] = (like > 0 ? weight * like + LATER * j : OTHER_WORD) + Math.max(a, b, c);

      const [d, e, f] = [lastPair[j]! + OPEN, lastUnsaid[j]! + UNSAID, lastAdded[j]! + OPEN];
      cell |= (d >= e && d >= f ? FROM_PAIR : e >= f ? FROM_UNSAID : FROM_ADDED) << 2;
      unsaid[j] = Math.max(d, e, f);

      const [g, h, k] = [pair[j - 1]! + OPEN, unsaid[j - 1]! + OPEN, added[j - 1]! + ADDED];
      cell |= (g >= h && g >= k ? FROM_PAIR : h >= k ? FROM_UNSAID : FROM_ADDED) << 4;
      added[j] = Math.max(g, h, k);
      from[i * width + j] = cell;
    }
    ends(i, m);
  }
  for (let j = 0; j <= m; j++) ends(n, j);
  return walkedBack(best, from, width, (i, j) => alike.of(alike.rows[i]!, alike.columns[j]!));
}

function walkedBack(
  end: { i: number; j: number; state: number },
  from: Uint8Array,
  width: number,
  likeness: (written: number, said: number) => number,
): Pair[] {
  const pairs: Pair[] = [];
  let { i, j, state } = end;
  while (i > 0 && j > 0) {
    const cell = from[i * width + j]!;
    if (state === FROM_PAIR) {
      pairs.push({ written: i - 1, said: j - 1, likeness: likeness(i - 1, j - 1) });
      state = cell & 3;
      i--;
      j--;
    } else if (state === FROM_UNSAID) {
      state = (cell >> 2) & 3;
      i--;
    } else {
      state = (cell >> 4) & 3;
      j--;
    }
  }
  return pairs.reverse();
}

/**
 * What pairs weigh together: words that are alike count by how much.
 *
 * @param weights of the written words, as {@link weightsOf} gives them.
 * @example weightOf([{ written: 0, said: 4, likeness: 0.9 }], weights) // 1.8
 */
export function weightOf(pairs: readonly Pair[], weights: ArrayLike<number>): number {
  return pairs.reduce((sum, pair) => sum + pair.likeness * weights[pair.written]!, 0);
}

/**
 * What each word of a text weighs, by how seldom it stands in it: 0.4 for one that is everywhere, 2 for one that stands
 * there once.
 *
 * @example weightsOf(['the', 'jaw', 'the', 'ear'])[1] // 2
 */
export function weightsOf(words: readonly string[]): Float64Array {
  const counts = new Map<string, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  const whole = Math.log(Math.max(2, words.length));
  return Float64Array.from(words, (word) => 0.4 + (1.6 * Math.log(words.length / counts.get(word)!)) / whole);
}
