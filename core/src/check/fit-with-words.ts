import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { schedule } from '../schedule/schedule';
import { changeOfFit, fit, type Fit } from '../solve/fit';
import { wordsAlong, type WordsAlong } from './words-along';

/** A fit with the words that its doses make wrong; `afterMs` is with the other words. */
export interface FitWithWords extends Fit {
  readonly along: WordsAlong;
}

/**
 * A fit to a length, with what is said otherwise because of it.
 *
 * @param progress told from 0 to 1; returning false ends the search without a result.
 * @example fitWithWords(lesson, 210_000).along.mended.length // 2
 */
export function fitWithWords(
  lesson: Lesson,
  targetMs: number,
  toleranceMs?: number,
  progress?: (share: number) => boolean | void,
): FitWithWords {
  const found = fit(lesson, targetMs, toleranceMs, progress);
  if (!found.changes || found.changes.length === 0) return { ...found, along: { mended: [], changes: [], left: [] } };
  const doses = changeOfFit(found.changes);
  const along = wordsAlong(lesson, doses);
  const after = applyChange(lesson, { kind: 'batch', changes: [...doses.changes, ...along.changes] });
  return { ...found, afterMs: schedule(after).totalMs, along };
}
