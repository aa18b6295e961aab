import '../words/localize';
import type { Lesson } from '../lesson/lesson.schema';
import type { Schedule } from '../schedule/schedule';
import { clock } from '../time/clock';
import type { Found } from './finding';

/** Time before the first move beyond which viewers leave (common practice, no source). */
const LONG_OPENING = 0.25;

/**
 * A lesson that is off its target, or that takes long to begin.
 *
 * @example lengthFindings(lesson, schedule(lesson))[0]?.message // 'It runs 7:24, 0:24 over the target.'
 */
export function lengthFindings(lesson: Lesson, plan: Schedule): Found[] {
  const findings: Found[] = [];
  const place = { on: 'plan', stepId: null, part: 'lesson' } as const;
  const offMs = lesson.targetMs === null ? 0 : plan.totalMs - lesson.targetMs;
  if (lesson.steps.length > 0 && Math.abs(offMs) > lesson.toleranceMs)
    findings.push({
      rule: 'off-target',
      place,
      message: $localize`It runs ${clock(plan.totalMs)}, ${clock(Math.abs(offMs))} ${offMs > 0 ? $localize`over` : $localize`under`} the target.`,
      repairs: [],
    });
  const firstMs = firstDoneMs(lesson, plan);
  if (firstMs !== null && firstMs > 20_000 && firstMs > LONG_OPENING * plan.totalMs)
    findings.push({
      rule: 'long-opening',
      place: { on: 'plan', stepId: null, part: 'opening' },
      message: $localize`The first move begins after ${clock(firstMs)}\: long openings are where viewers leave.`,
      repairs: [],
    });
  return findings;
}

/** When viewers have something to do for the first time: the first dose, or the first product that is put on. */
function firstDoneMs(lesson: Lesson, { firstMoveMs, passages }: Schedule): number | null {
  const products = new Set(lesson.steps.filter((step) => step.kind === 'product').map((step) => step.id));
  const product = passages.find((one) => one.kind === 'prep' && products.has(one.stepId ?? ''));
  return product && firstMoveMs !== null ? Math.min(firstMoveMs, product.startMs) : firstMoveMs;
}
