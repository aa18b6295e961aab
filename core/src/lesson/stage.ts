import type { Lesson } from './lesson.schema';

export const STAGES = ['plan', 'film', 'mark', 'share', 'learn'] as const;
export type Stage = (typeof STAGES)[number];

export interface Standing {
  readonly stage: Stage;
  /** What comes next, in words. */
  readonly next: string;
}

/** Where a lesson stands on its path and what comes next, from what it holds and how often it was shared and watched. */
export function standingOf(lesson: Lesson, versions: number, viewings: number): Standing {
  if (versions > 0 && viewings > 0)
    return { stage: 'learn', next: `See how ${viewings} ${viewings === 1 ? 'viewing' : 'viewings'} went` };
  if (versions > 0) return { stage: 'share', next: 'Send the link to your viewers' };
  if (lesson.takes.length === 0) {
    if (lesson.steps.length === 0) return { stage: 'plan', next: 'Add the first move' };
    const wordless = lesson.steps.filter((step) => !step.narration.before && !step.narration.during).length;
    if (wordless > 0)
      return { stage: 'plan', next: `Write the words of ${wordless} ${wordless === 1 ? 'step' : 'steps'}, then film` };
    return { stage: 'film', next: 'Film it, or bring in a take' };
  }
  const marked = new Set(lesson.segments.map((segment) => segment.stepId));
  const open = lesson.steps.filter((step) => !marked.has(step.id)).length;
  if (open > 0) return { stage: 'mark', next: `Mark ${open} ${open === 1 ? 'step' : 'steps'} on the footage` };
  return { stage: 'share', next: 'Share a version' };
}
