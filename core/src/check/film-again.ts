import '../words/localize';
import type { WorkedSide } from '../dose/dose';
import type { FilmAgain } from '../lesson/film-again.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Repair } from './finding';

/**
 * The repair that puts a side of a step on the list of what is to be filmed again; none where it is there already, or the
 * lesson is public where its film stays as it is.
 *
 * @param why it is, in a sentence.
 * @example filmAgain(lesson, 'slipway', 'right', 'Only 3 of 5 are done.')[0]?.label // 'Film it again'
 */
export function filmAgain(lesson: Lesson, stepId: string, side: WorkedSide | null, why: string): Repair[] {
  const listed = lesson.filmAgain.some((one) => one.stepId === stepId && (one.side === null || one.side === side));
  if (lesson.publicElsewhere || listed) return [];
  const one: FilmAgain = { id: `again-${stepId}-${side ?? 'all'}`, stepId, side, why: why.slice(0, 300) };
  return [{ label: $localize`Film it again`, change: { kind: 'add_film_again', filmAgain: one }, single: true }];
}
