import '../words/localize';
import { type Lesson, movesOf } from './lesson.schema';

export const STAGES = ['plan', 'film', 'mark', 'share', 'learn'] as const;
export type Stage = (typeof STAGES)[number];

export interface Standing {
  readonly stage: Stage;
  /** What comes next, in words. */
  readonly next: string;
}

/** What of a lesson is there and what is still to do. */
export interface Headway {
  readonly stepCount: number;
  readonly takeCount: number;
  /** Steps without words before and over their dose. */
  readonly wordlessCount: number;
  /** Moves that nothing is marked of. */
  readonly unmarkedCount: number;
}

/** @example headwayOf(lesson) // { stepCount: 7, takeCount: 1, wordlessCount: 0, unmarkedCount: 2 } */
export function headwayOf({ steps, takes, segments }: Lesson): Headway {
  const marked = new Set(segments.map((segment) => segment.stepId));
  return {
    stepCount: steps.length,
    takeCount: takes.length,
    wordlessCount: steps.filter((step) => !step.narration.before && !step.narration.during).length,
    unmarkedCount: movesOf(steps).filter((step) => !marked.has(step.id)).length,
  };
}

/**
 * Where a lesson stands on its path and what comes next, from what is to do and how often it was shared and watched.
 *
 * @example standingOf(headwayOf(lesson), 1, 0).next // 'Send the link to your viewers'
 */
export function standingOf(headway: Headway, versions: number, viewings: number): Standing {
  if (versions > 0 && viewings > 0)
    return {
      stage: 'learn',
      next: $localize`See how ${viewings} ${viewings === 1 ? $localize`viewing` : $localize`viewings`} went`,
    };
  if (versions > 0) return { stage: 'share', next: $localize`Send the link to your viewers` };
  const { wordlessCount, unmarkedCount } = headway;
  if (headway.takeCount === 0) {
    if (headway.stepCount === 0) return { stage: 'plan', next: $localize`Add the first move` };
    if (wordlessCount > 0)
      return {
        stage: 'plan',
        next: $localize`Write the words of ${wordlessCount} ${wordlessCount === 1 ? $localize`step` : $localize`steps`}, then film`,
      };
    return { stage: 'film', next: $localize`Film it, or bring in a take` };
  }
  if (unmarkedCount > 0)
    return {
      stage: 'mark',
      next: $localize`Mark ${unmarkedCount} ${unmarkedCount === 1 ? $localize`step` : $localize`steps`} on the footage`,
    };
  return { stage: 'share', next: $localize`Share a version` };
}
