import '../words/localize';
import type { ViewerSide } from '../lesson/take.schema';
import { listed } from '../speech/listed';
import { termOf } from '../words/terms';
import type { Analysis } from './analysis.document';
import { turned } from './half';

/** What is less certain is told to be so. */
const SURE = 0.5;

/**
 * What was seen in a take, in a line: how many repetitions, what was held, and on which of the viewer's sides.
 *
 * @param pictureLeft which side viewers do when the hand is at the left; unknown, no side is told.
 * @example seenWords(analysis, 'left') // '42 repetitions seen, 2 holds, your left and right'
 */
export function seenWords({ bouts, holds }: Pick<Analysis, 'bouts' | 'holds'>, pictureLeft: ViewerSide | null): string {
  if (bouts.length + holds.length === 0) return $localize`no repetitions and no holds seen`;
  const sure = bouts.filter(({ confidence }) => confidence >= SURE);
  const count = sure.reduce((sum, { beatsMs }) => sum + beatsMs.length, 0);
  const unsure = bouts.length - sure.length;
  const seen = [...sure, ...holds].map(({ half }) => half && pictureLeft && turned(half, pictureLeft));
  const sides = (['left', 'right'] as const).filter((side) => seen.some((one) => one === 'both' || one === side));
  return [
    count === 1 ? $localize`1 repetition seen` : $localize`${count} repetitions seen`,
    ...(holds.length > 0 ? [holds.length === 1 ? $localize`1 hold` : $localize`${holds.length} holds`] : []),
    ...(sides.length > 0 ? [$localize`your ${listed(sides.map(termOf), 'and')}`] : []),
    ...(unsure > 0 ? [unsure === 1 ? $localize`not sure of 1 more` : $localize`not sure of ${unsure} more`] : []),
  ].join(', ');
}
