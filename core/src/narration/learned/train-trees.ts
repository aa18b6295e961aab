import type { Tree } from './trees';

/** A place whose answer is known: the numbers of what is true of it, and how much it counts. */
export interface Row {
  /** In ladders the highest rung of each that is true, where any is: those below it are true as well. */
  readonly features: readonly number[];
  readonly truth: boolean;
  readonly counts: number;
}

export interface Growth {
  readonly trees: number;
  /** So many questions one after another. */
  readonly depth: number;
  /** How much of what a tree would say it says. */
  readonly rate: number;
  /** So much has to be known before an answer says anything. */
  readonly reserve: number;
  /** So many features one after another are the rungs of a ladder, each true only where the one before is: one by default. */
  readonly rungs?: number;
}

/** Fewer cases, weighed by how open they are, are not told apart. */
const LEAST = 3;

/**
 * Trees, each grown on what those before it got wrong: gradient boosting of the logistic loss with second derivatives
 * (Friedman 2001; Chen and Guestrin 2016, both from memory). Deterministic: of questions that are as good, the first.
 *
 * @param features how many there are.
 */
export function grown(
  rows: readonly Row[],
  features: number,
  { trees, depth, rate, reserve, rungs = 1 }: Growth,
): Tree[] {
  const asked = 2 ** depth - 1;
  const sets = rows.map((row) => Int32Array.from(row.features));
  const odds = new Float64Array(rows.length);
  const slope = new Float64Array(rows.length);
  const bend = new Float64Array(rows.length);
  const node = new Int32Array(rows.length);
  return Array.from({ length: trees }, () => {
    rows.forEach(({ truth, counts }, i) => {
      const share = 1 / (1 + Math.exp(-odds[i]!));
      slope[i] = counts * (share - (truth ? 1 : 0));
      bend[i] = counts * share * (1 - share);
    });
    node.fill(0);
    const asks: number[] = [];
    for (let level = 0; level < depth; level++) {
      const first = 2 ** level - 1;
      const questions = bestQuestions({ sets, slope, bend, node }, { first, features, reserve, rungs });
      asks.push(...questions);
      sets.forEach((set, i) => {
        const feature = questions[node[i]! - first]!;
        node[i] = 2 * node[i]! + (isTrue(set, feature, rungs) ? 2 : 1);
      });
    }
    const [slopes, bends] = [new Float64Array(asked + 1), new Float64Array(asked + 1)];
    node.forEach((at, i) => {
      slopes[at - asked]! += slope[i]!;
      bends[at - asked]! += bend[i]!;
    });
    const said = [...slopes].map((sum, leaf) => Number(((-rate * sum) / (bends[leaf]! + reserve)).toFixed(4)));
    node.forEach((at, i) => (odds[i]! += said[at - asked]!));
    return { asks, odds: said };
  });
}

interface Places {
  readonly sets: readonly Int32Array[];
  readonly slope: Float64Array;
  readonly bend: Float64Array;
  readonly node: Int32Array;
}

/** Whether a feature is true where the highest rungs are that are given. */
function isTrue(set: Int32Array, feature: number, rungs: number): boolean {
  if (feature < 0) return false;
  const above = feature - (feature % rungs) + rungs;
  for (const one of set) if (one >= feature && one < above) return true;
  return false;
}

/** Of every node of a level, the question that tells its places apart best; −1 where none does. */
function bestQuestions(
  { sets, slope, bend, node }: Places,
  { first, features, reserve, rungs }: { first: number; features: number; reserve: number; rungs: number },
): number[] {
  const nodes = first + 1;
  // Slope and bend of each side by side, in plain loops: this is where the time goes.
  const sums = new Float64Array(2 * nodes * features);
  const [allSlopes, allBends] = [new Float64Array(nodes), new Float64Array(nodes)];
  for (let i = 0; i < sets.length; i++) {
    const set = sets[i]!;
    const at = node[i]! - first;
    const [by, open] = [slope[i]!, bend[i]!];
    allSlopes[at]! += by;
    allBends[at]! += open;
    const from = 2 * at * features;
    for (const one of set) {
      const feature = from + 2 * one;
      sums[feature]! += by;
      sums[feature + 1]! += open;
    }
  }
  // What is true of a rung is true of those below it.
  for (let of = sums.length / 2 - 2; of >= 0; of--)
    if (of % rungs < rungs - 1) for (const which of [0, 1]) sums[2 * of + which]! += sums[2 * of + 2 + which]!;
  const gain = (by: number, open: number): number => (by * by) / (open + reserve);
  return Array.from({ length: nodes }, (_, at) => {
    const [by, open] = [allSlopes[at]!, allBends[at]!];
    let [best, found] = [1e-9, -1];
    for (let feature = 0; feature < features; feature++) {
      const of = 2 * (at * features + feature);
      const [own, ownOpen] = [sums[of]!, sums[of + 1]!];
      if (ownOpen < LEAST || open - ownOpen < LEAST) continue;
      const gained = gain(own, ownOpen) + gain(by - own, open - ownOpen) - gain(by, open);
      if (gained > best) [best, found] = [gained, feature];
    }
    return found;
  });
}
