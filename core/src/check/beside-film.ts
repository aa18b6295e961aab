import type { SingleChange } from '../lesson/change.schema';
import { partsOfKey } from '../lesson/cue-key';
import { singlesOf } from '../lesson/as-one';
import type { Finding } from './finding';

/** What stands beside a film, and not in it: the texts on its page. */
const BESIDE: ReadonlySet<string> = new Set(['title', 'promise', 'description']);

/**
 * Whether something can still be mended where a film is public and stays as it is: what is written beside it, and its
 * captions, which are a track of their own.
 *
 * @example isBesideFilm({ place: { on: 'plan', stepId: null, part: 'description' }, repairs: [] }) // true
 */
export function isBesideFilm({ place, repairs }: Pick<Finding, 'place' | 'repairs'>): boolean {
  if (place.on === 'plan' && BESIDE.has(place.part)) return true;
  return repairs.some(({ change }) => change !== null && singlesOf(change).every(isBeside));
}

function isBeside(change: SingleChange): boolean {
  if (change.kind === 'set_lesson') return BESIDE.has(change.field);
  return change.kind === 'set_override' && partsOfKey(change.override.key).kind === 'caption';
}
