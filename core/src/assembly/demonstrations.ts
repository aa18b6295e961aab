import { partsOf, type WorkedSide } from '../dose/dose';
import { countFor } from '../lesson/dose-for';
import { isMove, type Step } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { Passage } from './passage';

/** A side of a step that is shown fewer times than viewers are to do it. */
export interface Demonstration {
  readonly stepId: string;
  readonly side: WorkedSide;
  /** Where it is shown last. */
  readonly last: Passage;
  /** How often it is not shown, and how long that takes at the pace shown, ms. */
  readonly missing: number;
  readonly missingMs: number;
}

/**
 * What a cut only demonstrates, in the order in which it is shown last. Told by marked beats alone: where some are not
 * marked, nobody knows.
 *
 * @example demonstrations(lesson.steps, passages)[0]?.missing // 8, of ten that are planned
 */
export function demonstrations(steps: readonly Step[], passages: readonly Passage[]): Demonstration[] {
  const moves = new Map(steps.filter(isMove).map((step) => [step.id, step]));
  const shown = new Map<string, { stepId: string; side: WorkedSide; passages: Passage[] }>();
  for (const one of passages) {
    const step = one.stepId === null ? undefined : moves.get(one.stepId);
    if (!isWork(one.kind) || !step) continue;
    const parts = partsOf(step.sidePlan);
    const side = one.side ?? (parts.length === 1 ? parts[0]! : null);
    if (side === null) continue;
    const key = `${step.id}|${side}`;
    if (!shown.get(key)?.passages.push(one)) shown.set(key, { stepId: step.id, side, passages: [one] });
  }
  return [...shown.values()]
    .flatMap(({ stepId, side, passages: own }): Demonstration[] => {
      const beats = own.reduce((sum, one) => sum + one.beatsMs.length, 0);
      const missing = countFor(moves.get(stepId)!, side) - beats;
      const last = own[own.length - 1]!;
      if (missing <= 0 || own.some((one) => one.beatsMs.length === 0)) return [];
      const ms = own.reduce((sum, one) => sum + one.endMs - one.startMs, 0);
      return [{ stepId, side, last, missing, missingMs: Math.round((missing * ms) / beats) }];
    })
    .sort((a, b) => a.last.endMs - b.last.endMs);
}
