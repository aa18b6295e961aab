import { sureOf } from './find-remarks';
import type { Learned } from './likeliest';
import { aboutOf, remarkSeen, SAID, type IsRemark, type Remark } from './remark-features';
import { learned } from './train-likeliest';

const LEAST_NARRATIONS = 3;

/** The clauses of a narration, and what each truly is a remark about. */
export interface KnownRemarks<T extends string> {
  readonly remarks: readonly Remark<T>[];
  readonly truth: readonly ReadonlySet<T>[];
}

/** A narration by its layouts, and how often it counts. */
export interface RemarkedNarration<T extends string> {
  readonly layouts: readonly KnownRemarks<T>[];
  readonly counts: number;
}

/** Weights of what makes a clause a remark, from narrations whose remarks are known. */
export function fittedRemarks<T extends string>(narrations: readonly RemarkedNarration<T>[], decay: number): Learned {
  const found = new Map<string, Set<number>>();
  narrations.forEach(({ layouts }, n) => {
    for (const { words } of layouts.flatMap(({ remarks }) => remarks))
      for (const word of words) found.set(word, (found.get(word) ?? new Set()).add(n));
  });
  const known = (name: string): boolean => {
    const at = name.indexOf(SAID);
    return at < 0 || (found.get(name.slice(at))?.size ?? 0) >= LEAST_NARRATIONS;
  };
  const examples = narrations.flatMap(({ layouts, counts }) =>
    layouts.flatMap(({ remarks, truth }) =>
      remarks.flatMap((remark, i) =>
        aboutOf(remark).map((about) => {
          const { values, of, place } = remarkSeen(remark, about, truth[i - 1] ?? new Set());
          const is: IsRemark = truth[i]!.has(about) ? 'yes' : 'no';
          return { seen: { values, of: of.map((names) => names.filter(known)), place }, truth: is, counts };
        }),
      ),
    ),
  );
  return learned(examples, decay, () => true);
}

/** How many remarks of some narrations are found, and how many by the rules alone. */
export function remarksRight<T extends string>(
  narrations: readonly KnownRemarks<T>[],
  weights: Learned,
  least: number,
): RemarkTally {
  const tally = { truth: 0, found: 0, right: 0, ruledFound: 0, ruledRight: 0 };
  for (const { remarks, truth } of narrations) {
    let before: ReadonlySet<T> = new Set();
    remarks.forEach((remark, i) => {
      before = new Set(aboutOf(remark).filter((about) => sureOf(remark, about, before, weights) >= least));
      const right = (of: ReadonlySet<T>): number => [...of].filter((about) => truth[i]!.has(about)).length;
      tally.truth += truth[i]!.size;
      tally.found += before.size;
      tally.right += right(before);
      tally.ruledFound += remark.ruled.size;
      tally.ruledRight += right(remark.ruled);
    });
  }
  return tally;
}

export interface RemarkTally {
  readonly truth: number;
  readonly found: number;
  readonly right: number;
  readonly ruledFound: number;
  readonly ruledRight: number;
}
