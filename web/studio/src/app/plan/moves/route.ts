import { partsOf } from '@limber/core/dose/dose';
import { movesOf, type Step } from '@limber/core/lesson/lesson.schema';
import type { Stop } from '@shared/face-map';

/** The numbered path of a lesson over the face map. */
export function routeOf(steps: readonly Step[], currentId: string | null): Stop[] {
  return movesOf(steps).map((step, i) => ({
    number: i + 1,
    region: step.move.region,
    side: partsOf(step.sidePlan)[0] === 'right' ? 'right' : 'left',
    current: step.id === currentId,
  }));
}
