import { partsOf, sidesIn, type WorkedSide } from '../dose/dose';
import { sideOfBody, type AreaSide, type Part } from '../face/areas';
import type { Region } from '../face/regions';
import type { MoveStep } from '../lesson/lesson.schema';
import type { Pressure } from '../move/move.schema';
import { crossedOf, lengthOfWay } from '../move/way';
import { partMs } from './schedule';

/** What a step works of the body, and for how long. */
export interface Area {
  readonly region: Region;
  readonly side: AreaSide;
  /** Front, side or back of the neck; over or under the eye; null where a region has no parts, or all of them. */
  readonly part: Part | null;
  readonly pressure: Pressure;
  /** Of the step's dose, ms. Both sides at once count for each in full. */
  readonly ms: number;
}

const known = new WeakMap<MoveStep, readonly Area[]>();

/**
 * Every area that a step crosses, each once, in the order in which it is come to first, with its share of the dose by
 * the length of the way through it.
 *
 * @example areasOf(step)[0] // { region: 'ear', side: 'left', part: null, pressure: 'feather', ms: 3000 }
 */
export function areasOf(step: MoveStep): readonly Area[] {
  const there = known.get(step);
  if (there) return there;
  const areas = compute(step);
  known.set(step, areas);
  return areas;
}

function compute(step: MoveStep): Area[] {
  const { move, sidePlan } = step;
  const crossed = crossedOf(move, sidePlan);
  const total = lengthOfWay(move, sidePlan);
  const found = new Map<string, Area>();
  const add = (area: Area): void => {
    const key = `${area.region}|${area.side}|${area.part}|${area.pressure}`;
    found.set(key, { ...area, ms: area.ms + (found.get(key)?.ms ?? 0) });
  };
  for (const part of partsOf(sidePlan)) {
    const ms = partMs(step, part) / sidesIn(part);
    const sides = sidesOf(part);
    for (const one of crossed) {
      const pressure = move.pressureBy[one.region] ?? move.route[one.stop]?.pressure ?? move.pressure;
      const share = total > 0 ? one.lengthMm / total : 1 / crossed.length;
      // What lies in the middle is there once, whichever sides are worked.
      const places = new Set(sides.map((side) => sideOfBody(one.side, side)));
      for (const side of places) add({ region: one.region, side, part: one.part, pressure, ms: ms * share });
    }
  }
  return [...found.values()].map((one) => ({ ...one, ms: Math.round(one.ms) }));
}

/** On which sides a part of a side plan is worked. @example sidesOf('both') // ['left', 'right'] */
export function sidesOf(part: WorkedSide): readonly AreaSide[] {
  return part === 'both' || part === 'alternating' ? ['left', 'right'] : [part];
}
