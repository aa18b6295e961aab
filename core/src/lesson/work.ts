import { schoolOf } from '../caution/school-of';
import { rolesOf, type Role } from '../school/roles';
import { movesOf, type Lesson, type MoveStep } from './lesson.schema';

const WORK: ReadonlySet<Role> = new Set(['work', 'soothing']);

/** The moves of a lesson that are work: what its school or its instructor calls so. @example workOf(lesson).length // 5 */
export function workOf(lesson: Lesson): readonly MoveStep[] {
  const moves = movesOf(lesson.steps);
  const roles = rolesOf(moves, schoolOf(lesson));
  return moves.filter((_, at) => WORK.has(roles[at]!));
}
