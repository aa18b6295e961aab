import type { Lesson } from '../lesson/lesson.schema';

/**
 * Steps of which nothing is marked on any take.
 *
 * @example [...unfilmedSteps(lesson)] // ['ebb']
 */
export function unfilmedSteps({ steps, segments }: Pick<Lesson, 'steps' | 'segments'>): Set<string> {
  const filmed = new Set(segments.map((one) => one.stepId));
  return new Set(steps.map((step) => step.id).filter((id) => !filmed.has(id)));
}
