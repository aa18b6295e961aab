import { defaultDose } from '../dose/dose';
import { regionName } from '../face/regions';
import { moveSchema, type Move } from '../move/move.schema';
import type { FoundStep } from '../narration/reading';
import { retimed } from '../schedule/tempo';
import { capital, nameIn } from './name-in';
import { routeIn } from './route-in';

/**
 * A move made of a read step and its words, where the library has none.
 *
 * @example moveFrom(read, 'Knead the jaw.', 'id').name // 'Knead, jaw'
 */
export function moveFrom(read: FoundStep, words: string, id: string): Move {
  const action = read.action === 'unknown' ? 'hold' : read.action;
  const timed = ['tap', 'circle', 'knead', 'wiggle', 'pinch'].includes(action);
  const form =
    action === 'hold' || action === 'puff' || action === 'stretch' || action === 'press'
      ? 'hold'
      : timed
        ? 'timed'
        : action === 'breathe' || action === 'vocalise'
          ? 'breaths'
          : 'passes';
  const route = routeIn(words, read.region);
  const plain = { region: read.region, action, tool: read.tool, grip: null } as const;
  return moveSchema.parse({
    id,
    revision: 1,
    name: nameIn(words) ?? `${capital(action)}, ${regionName(read.region)}`,
    region: read.region,
    action,
    tool: read.tool,
    route,
    dose: retimed(defaultDose(form), { ...plain, route: [] }, { ...plain, route }, 'both'),
    sidePlan: 'both',
    how: words.slice(0, 300),
    mouthBusy: action === 'puff' || action === 'vocalise' || read.region === 'tongue',
  });
}
