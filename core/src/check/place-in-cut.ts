import { cutTimesOf } from '../assembly/place';
import { thereAt } from '../cue/sheet';
import { isWork } from '../lesson/segment-kind';
import type { Timeline } from '../schedule/timeline';
import type { CutMs } from '../time/clocks';
import type { FindingPlace } from './finding';

/**
 * The instant of the whole lesson at which one looks at what was found; null where nothing of it plays.
 *
 * @example instantOf({ on: 'plan', stepId: 'rope', part: 'dose' }, timeline) // 74_000, in the middle of its first side
 */
export function instantOf(place: FindingPlace, { passages, cut }: Timeline): CutMs | null {
  if (place.on === 'cut') return place.cutId === 'full' ? thereAt(place) : null;
  if (place.on === 'take')
    return cut === null ? null : (cutTimesOf(cut, place.takeId, (place.startMs + place.endMs) / 2)[0] ?? null);
  const { stepId, part } = place;
  const own = passages.filter((one) => one.stepId === stepId);
  const talk = part === 'before' ? 'teach' : part === 'opening' ? 'intro' : part === 'closing' ? 'outro' : null;
  const found =
    (talk && own.find((one) => one.kind === talk)) ??
    (stepId === null ? undefined : (own.find((one) => isWork(one.kind)) ?? own[0]));
  return found ? Math.floor((found.startMs + found.endMs) / 2) : null;
}
