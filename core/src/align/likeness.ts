import { editDistance } from './edit-distance';

/** Below this share of letters in common two words are different words. */
const ALIKE = 0.7;

/**
 * How much two words are one, 0 to 1: a word misheard or misspelt is still known, and so is another ending of it. Short
 * words are the same or they are not.
 *
 * @example likeness('kneads', 'knead') // 0.9
 */
export function likeness(a: string, b: string): number {
  if (a === b) return 1;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length < 4) return 0;
  if (long.startsWith(short) && long.length - short.length <= 3) return 0.9;
  const share = 1 - editDistance(a, b, Math.floor((1 - ALIKE) * long.length)) / long.length;
  return share >= ALIKE ? share : 0;
}

/**
 * The likeness of every distinct word of one list with every one of another, and where each word of the lists stands
 * in it.
 */
export class Likenesses {
  /** For each word of the list: the row, the column. */
  readonly rows: Int32Array;
  readonly columns: Int32Array;
  private readonly table: Float32Array;
  private readonly width: number;

  constructor(one: readonly string[], other: readonly string[]) {
    const [left, right] = [new Map<string, number>(), new Map<string, number>()];
    this.rows = Int32Array.from(one, (word) => numberOf(left, word));
    this.columns = Int32Array.from(other, (word) => numberOf(right, word));
    this.width = right.size;
    this.table = new Float32Array(left.size * right.size);
    for (const [a, row] of left)
      for (const [b, column] of right) this.table[row * this.width + column] = likeness(a, b);
  }

  /** @param row of a word of the first list @param column of a word of the second */
  of(row: number, column: number): number {
    return this.table[row * this.width + column]!;
  }
}

function numberOf(known: Map<string, number>, word: string): number {
  const number = known.get(word) ?? known.size;
  known.set(word, number);
  return number;
}
