import { isMove, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { touches } from '../move/way';

const OIL = /\b(?:oil|cream|serum|balm|lotion|gel|butter|slip|slippery|drag)/i;

/**
 * The first step that glides over skin that nothing was put on, and nobody speaks of it before: oil is due there all the
 * same, and takes its time. Null where it is seen to.
 *
 * @example slipDue(lesson)?.move.name // 'Slipway'
 */
export function slipDue(lesson: Pick<Lesson, 'opening' | 'steps'>): MoveStep | null {
  if (OIL.test(lesson.opening)) return null;
  for (const step of lesson.steps) {
    if (step.kind === 'product' || (isMove(step) && step.product !== 'none') || OIL.test(step.narration.before))
      return null;
    if (isMove(step) && step.move.slip && touches(step.move)) return step;
  }
  return null;
}
