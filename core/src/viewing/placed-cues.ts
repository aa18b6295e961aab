import type { Cue } from '../cue/cue';
import { FRAMES } from '../cue/frame';
import { placeCues, placeOf, type Place } from '../cue/place';
import type { LightUnder } from '../cue/light-under';
import type { WorkedArea } from '../cue/worked-area';
import type { CueStyle } from '../lesson/cue-style.schema';

/**
 * Cues with their places in the shapes that viewers see them in.
 *
 * @example placedCues(cues, PEBBLE, areas)[0]?.page.lines // ['Your left']
 */
export function placedCues<C extends Cue>(
  cues: readonly C[],
  style: CueStyle,
  areas: readonly WorkedArea[],
  light?: LightUnder,
): (C & { wide: Place; page: Place })[] {
  const [wide, page] = [
    placeCues(cues, style, FRAMES['16:9'], areas, light),
    placeCues(cues, style, FRAMES.page, areas, light),
  ];
  return cues.map((cue, i) => ({ ...cue, wide: placeOf(wide[i]!), page: placeOf(page[i]!) }));
}
