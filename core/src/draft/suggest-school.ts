import { orderFindings } from '../check/order-findings';
import { ruleOf } from '../check/rules';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import { SCHOOL_IDS, type SchoolId } from '../school/schools';

/**
 * The school that fits a lesson best: what it would find against the order and the touch of the steps, less what is
 * typical of it and there.
 *
 * @example suggestSchool(lesson) // 'open_drains_first'
 */
export function suggestSchool(lesson: Lesson): SchoolId {
  const steps = movesOf(lesson.steps);
  const share = (fits: (move: Move) => boolean): number =>
    steps.length === 0 ? 0 : steps.filter(({ move }) => fits(move)).length / steps.length;
  const tools = share((move) => ['stone', 'roller', 'spoon'].includes(move.tool));
  const holds = share((move) => ['hold', 'puff', 'stretch'].includes(move.action));
  const warms = ['pinch', 'tap'].includes(steps[0]?.move.action ?? '');
  const typical: Readonly<Record<SchoolId, number>> = {
    open_drains_first: ['collarbone', 'neck', 'ear'].includes(steps[0]?.move.region ?? '') && holds < 0.5 ? 3 : -2,
    upward_then_drain: steps[steps.length - 1]?.move.action === 'drain' ? 1.5 : 0,
    downward: ['scalp', 'forehead'].includes(steps[0]?.move.region ?? '') ? 2 : -1,
    tool_glide: tools >= 0.5 ? 4 : -4,
    holds: holds >= 0.5 ? 4 : -4,
    warm_work_soothe: warms ? 3 : -2,
    with_products: -3,
  };
  const worth = (school: SchoolId): number =>
    typical[school] -
    orderFindings({ ...lesson, school, ownSchool: null }).reduce(
      (sum, one) => sum + (ruleOf(one.rule).severity === 'note' ? 0.5 : 1),
      0,
    );
  return SCHOOL_IDS.reduce((best, one) => (worth(one) > worth(best) ? one : best));
}
