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
      message: `It runs ${clock(plan.totalMs)}, ${clock(Math.abs(offMs))} ${offMs > 0 ? 'over' : 'under'} the target.`,
      repairs: [],
    });
  if (plan.firstMoveMs !== null && plan.firstMoveMs > 20_000 && plan.firstMoveMs > LONG_OPENING * plan.totalMs)
    findings.push({
      rule: 'long-opening',
      place: { on: 'plan', stepId: null, part: 'opening' },
      message: `The first move begins after ${clock(plan.firstMoveMs)}: long openings are where viewers leave.`,
      repairs: [],
    });
  return findings;
}
