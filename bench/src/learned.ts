import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Known } from '@limber/core/narration/learned/known';
import { fittedCautions, knownCautions } from '@limber/core/narration/learned/known-remarks';
import { CAUTIONS } from '@limber/core/narration/learned/judged-remarks';
import type { Learned } from '@limber/core/narration/learned/likeliest';
import { dosesRight, fittedDoses, knownNumbers } from '@limber/core/narration/learned/train-doses';
import { remarksRight } from '@limber/core/narration/learned/train-remarks';
import { fittedWork, knownSteps, workRight } from '@limber/core/narration/learned/train-work';
import { LAYOUTS, type Layout } from '@limber/core/narration/layouts';
import { f1, type Score } from '@limber/core/narration/score';

/** Folders of narrations, and how often each counts where something is learned, as in `cli/src/write-learned.ts`. */
const FOLDERS = { development: 1, blocks: 3 } as const;
const FOLDS = 5;
const WRITTEN = LAYOUTS.indexOf('written');

/** How well narrations are read that were left out of what was learned, by fifths; scored as they were written. */
export function learned(): void {
  leftOut(knownSteps, fittedWork, (texts, weights) => {
    const { steps, ...right } = workRight(texts, weights);
    const all = { truth: steps, found: steps };
    return Object.fromEntries(Object.entries(right).map(([what, n]) => [what, { ...all, right: n }]));
  });
  const both = (what: string, { learned, ruled }: { learned: Score; ruled: Score }): Record<string, Score> => ({
    [what]: learned,
    [`${what}, by rules`]: ruled,
  });
  leftOut(knownNumbers, fittedDoses, (texts, weights: Learned) => both('doses', dosesRight(texts, weights)));
  leftOut(knownCautions, fittedCautions, (texts, weights: Learned) =>
    both('cautions', remarksRight(texts, weights, CAUTIONS.least)),
  );
}

function leftOut<T, W>(
  known: (marked: string, layout: Layout) => T,
  fitted: (narrations: readonly Known<T>[]) => W,
  right: (texts: readonly T[], weights: W) => Record<string, Score>,
): void {
  const all = Object.entries(FOLDERS).flatMap(([folder, counts]) => {
    const path = join('core/src/narration', folder);
    return readdirSync(path).map((file) => {
      const marked = readFileSync(join(path, file), 'utf8');
      return { folder, counts, layouts: LAYOUTS.map((layout) => known(marked, layout)) };
    });
  });
  const sums = new Map<string, Score>();
  for (let fold = 0; fold < FOLDS; fold++) {
    const weights = fitted(all.filter((_, i) => i % FOLDS !== fold));
    for (const folder of Object.keys(FOLDERS)) {
      const texts = all.flatMap((one, i) =>
        i % FOLDS === fold && one.folder === folder ? [one.layouts[WRITTEN]!] : [],
      );
      for (const [what, score] of Object.entries(right(texts, weights))) {
        const name = `${folder} · ${what}`;
        const sum = sums.get(name) ?? { truth: 0, found: 0, right: 0 };
        sums.set(name, {
          truth: sum.truth + score.truth,
          found: sum.found + score.found,
          right: sum.right + score.right,
        });
      }
    }
  }
  for (const [name, score] of sums)
    process.stdout.write(
      `learned, left out, ${name} · F1 ${f1(score).toFixed(2)} (${score.right} of ${score.truth}, ${score.found} found)\n`,
    );
}
