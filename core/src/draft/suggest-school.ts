import { orderFindings } from '../check/order-findings';
import { ruleOf } from '../check/rules';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import { SCHOOL_IDS, type SchoolId } from '../school/schools';
import { termOf } from '../words/terms';

/** A school that a lesson may be of. */
export interface FittingSchool {
  readonly id: SchoolId;
  /** What speaks for it, in words, and what it would find against the lesson; never empty. */
  readonly because: readonly string[];
}

/**
 * The school that fits a lesson best, with its reasons.
 *
 * @example suggestSchool(lesson) // 'open_drains_first'
 */
export function suggestSchool(lesson: Lesson): SchoolId {
  return fittingSchools(lesson)[0]!.id;
}

/**
 * All schools, those that fit a lesson best first: by what is typical of each and there, less what it would find against the
 * order and the touch of the steps.
 *
 * @example fittingSchools(lesson)[0]?.because // ['begins at the neck', 'nothing is against its order']
 */
export function fittingSchools(lesson: Lesson): readonly FittingSchool[] {
  const steps = movesOf(lesson.steps);
  const [first, last] = [steps[0]?.move, steps[steps.length - 1]?.move];
  const count = (fits: (move: Move) => boolean): number => steps.filter(({ move }) => fits(move)).length;
  const tools = count((move) => ['stone', 'roller', 'spoon'].includes(move.tool));
  const held = count((move) => ['hold', 'puff', 'stretch'].includes(move.action));
  const half = steps.length / 2;
  const beginsAt = first ? $localize`begins with ${termOf(first.region)}` : '';
  const beginsBy = first ? $localize`begins with ${termOf(first.action)}` : '';
  const typical: Readonly<Record<SchoolId, readonly [worth: number, because: string]>> = {
    open_drains_first:
      first && ['collarbone', 'neck', 'ear'].includes(first.region) && held < half ? [3, beginsAt] : [-2, ''],
    upward_then_drain: last?.action === 'drain' ? [1.5, $localize`ends with ${termOf(last.action)}`] : [0, ''],
    downward: first && ['scalp', 'forehead'].includes(first.region) ? [2, beginsAt] : [-1, ''],
    tool_glide:
      tools > 0 && tools >= half ? [4, $localize`${tools} of ${steps.length} steps are done with a tool`] : [-4, ''],
    holds: held > 0 && held >= half ? [4, $localize`${held} of ${steps.length} steps are held`] : [-4, ''],
    warm_work_soothe: first && ['pinch', 'tap'].includes(first.action) ? [3, beginsBy] : [-2, ''],
    with_products: [-3, ''],
  };
  return SCHOOL_IDS.map((id) => {
    const against = orderFindings({ ...lesson, school: id, ownSchool: null });
    const worth = against.reduce((sum, one) => sum - (ruleOf(one.rule).severity === 'note' ? 0.5 : 1), typical[id][0]);
    const order =
      against.length === 0 ? $localize`nothing is against its order` : $localize`${against.length} against its order`;
    return { id, worth, because: [typical[id][1], order].filter(Boolean) };
  })
    .sort((a, b) => b.worth - a.worth)
    .map(({ id, because }) => ({ id, because }));
}
