import { sureOf } from './find-remarks';
import { sharedBy, type Known } from './known';
import type { Learned } from './likeliest';
import type { Score } from '../score';
import { aboutOf, remarkSeen, SAID, type IsRemark, type Remark } from './remark-features';
import { learned } from './train-likeliest';

/** What is true of fewer narrations is not looked at. */
export const LEAST_NARRATIONS = 3;

/** The clauses of a narration, and what each truly is a remark about. */
export interface KnownRemarks<T extends string> {
  readonly remarks: readonly Remark<T>[];
  readonly truth: readonly ReadonlySet<T>[];
}

/** Weights of what makes a clause a remark, from narrations whose remarks are known. */
export function fittedRemarks<T extends string>(narrations: readonly Known<KnownRemarks<T>>[], decay: number): Learned {
  const words = narrations.map(({ layouts }) => layouts.flatMap(({ remarks }) => remarks.flatMap((one) => one.words)));
  const shared = sharedBy(words, LEAST_NARRATIONS);
  const known = (name: string): boolean => {
    const at = name.indexOf(SAID);
    return at < 0 || shared(name.slice(at));
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
): { learned: Score; ruled: Score } {
  const [learned, ruled] = [
    { truth: 0, found: 0, right: 0 },
    { truth: 0, found: 0, right: 0 },
  ];
  for (const { remarks, truth } of narrations) {
    let before: ReadonlySet<T> = new Set();
    remarks.forEach((remark, i) => {
      before = new Set(aboutOf(remark).filter((about) => sureOf(remark, about, before, weights) >= least));
      for (const [tally, found] of [
        [learned, before],
        [ruled, remark.ruled],
      ] as const) {
        tally.truth += truth[i]!.size;
        tally.found += found.size;
        tally.right += [...found].filter((about) => truth[i]!.has(about)).length;
      }
    });
  }
  return { learned, ruled };
}
