import { movesOf, type Step } from '../lesson/lesson.schema';
import type { StepLook } from './passage';

/** How the moves of a lesson look on a ribbon. @example looksOf(lesson.steps)[0]?.name // 'Slipway' */
export function looksOf(steps: readonly Step[]): StepLook[] {
  return movesOf(steps).map(({ id, move: { name, region, pressure } }) => ({ id, name, region, pressure }));
}
