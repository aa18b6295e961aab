import { movesOf, type Step } from '@limber/core/lesson/lesson.schema';
import { type Passage } from '@limber/core/assembly/passage';
import { isWork } from '@limber/core/lesson/segment-kind';

export interface SideTimes {
  readonly leftMs: number;
  readonly rightMs: number;
}

/** Seconds of work that each side of the body gets; alternating work is shared, the midline counts for neither. */
export function sideTimes(passages: readonly Passage[]): SideTimes {
  let leftMs = 0;
  let rightMs = 0;
  for (const one of passages) {
    if (!isWork(one.kind)) continue;
    const ms = one.endMs - one.startMs;
    const share = one.side === 'alternating' ? ms / 2 : ms;
    if (one.side === 'left' || one.side === 'both' || one.side === 'alternating') leftMs += share;
    if (one.side === 'right' || one.side === 'both' || one.side === 'alternating') rightMs += share;
  }
  return { leftMs, rightMs };
}

/** Share of the most worked place that each place of the face map gets, 0 to 1, by `region/side`. */
export function workShades(passages: readonly Passage[], steps: readonly Step[]): Map<string, number> {
  const regions = new Map(movesOf(steps).map((step) => [step.id, step.move.region]));
  const times = new Map<string, number>();
  for (const one of passages) {
    const region = one.stepId ? regions.get(one.stepId) : undefined;
    if (!isWork(one.kind) || !region) continue;
    const sides = one.side === 'left' || one.side === 'right' ? [one.side] : ['left', 'right'];
    for (const side of sides) {
      const key = `${region}/${side}`;
      times.set(key, (times.get(key) ?? 0) + (one.endMs - one.startMs));
    }
  }
  const most = Math.max(1, ...times.values());
  return new Map([...times].map(([key, ms]) => [key, ms / most]));
}
