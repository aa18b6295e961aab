import type { School } from '../school/school.schema';
import { SCHOOLS, type SchoolId } from '../school/schools';
import { rulesOf, type StudioRules } from './studio-rules';

/**
 * The school that a lesson is judged by: its own copy, else as its studio follows it, else as it is.
 *
 * @example schoolOf({ school: 'holds', ownSchool: null, rules: null }).name // 'Holds'
 */
export function schoolOf(lesson: {
  readonly school: SchoolId;
  readonly ownSchool: School | null;
  readonly rules: StudioRules | null;
}): School {
  return lesson.ownSchool ?? rulesOf(lesson.rules).schools.get(lesson.school) ?? SCHOOLS[lesson.school];
}
