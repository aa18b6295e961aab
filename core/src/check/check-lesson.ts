import { cautionFindings } from './cautions';
import { claimFindings } from './claims';
import { balanceFindings } from './balance';
import type { Lesson } from '../lesson/lesson.schema';
import { orderFindings } from './order-findings';
import { promiseFindings } from './promise';
import { schedule, type Schedule } from '../schedule/schedule';
import { voiceFindings } from './voice-findings';
import { wordsFindings } from './words-findings';
import { clock } from '../time/clock';
import { bySeverity, type Finding } from './finding';

/** Time before the first move beyond which viewers leave (common practice, no source). */
const LONG_OPENING = 0.25;

/**
 * Everything found in a planned lesson, worst first.
 *
 * @example checkLesson(lesson)[0]?.severity // 'must'
 */
export function checkLesson(lesson: Lesson, plan: Schedule = schedule(lesson)): Finding[] {
  return bySeverity([
    ...lengthFindings(lesson, plan),
    ...balanceFindings(lesson),
    ...cautionFindings(lesson),
    ...voiceFindings(lesson, plan),
    ...wordsFindings(lesson),
    ...orderFindings(lesson),
    ...promiseFindings(lesson, plan),
    ...claimFindings(lesson),
  ]);
}

function lengthFindings(lesson: Lesson, plan: Schedule): Finding[] {
  const findings: Finding[] = [];
  const place = { stepId: null, part: 'lesson' } as const;
  const offMs = lesson.targetMs === null ? 0 : plan.totalMs - lesson.targetMs;
  if (lesson.steps.length > 0 && Math.abs(offMs) > lesson.toleranceMs)
    findings.push({
      severity: 'should',
      rule: 'off-target',
      place,
      message: `It runs ${clock(plan.totalMs)}, ${clock(Math.abs(offMs))} ${offMs > 0 ? 'over' : 'under'} the target.`,
      repairs: [],
    });
  if (plan.firstMoveMs !== null && plan.firstMoveMs > 20_000 && plan.firstMoveMs > LONG_OPENING * plan.totalMs)
    findings.push({
      severity: 'should',
      rule: 'long-opening',
      place: { stepId: null, part: 'opening' },
      message: `The first move begins after ${clock(plan.firstMoveMs)}: long openings are where viewers leave.`,
      repairs: [],
    });
  return findings;
}
