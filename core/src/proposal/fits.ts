import { neighbours } from '../face/areas';
import type { Bout, Seen } from '../footage/analyse';
import { turned, type PictureHalf } from '../footage/half';
import type { SegmentKind } from '../lesson/segment-kind';
import type { ViewerSide } from '../lesson/take.schema';
import type { Work } from './slots';

/** How much better something that is seen is explained by a work than by chance. */
export function fits(one: Seen | Bout, { region, side, count, held, byHand }: Work, pictureLeft: ViewerSide): number {
  const half: PictureHalf | null =
    side === 'midline' ? null : side === 'both' || side === 'alternating' ? 'both' : turned(side, pictureLeft);
  const place = one.region === null ? 0 : one.region === region ? 1.6 : neighbours(one.region, region) ? 0.9 : -1.2;
  const beats = 'beatsMs' in one ? one.beatsMs.length : null;
  const hands =
    one.half === null || half === null
      ? 0
      : one.half === half
        ? 0.8
        : half === 'both' || one.half === 'both'
          ? -0.4
          : -2.5;
  const kind = (beats === null) === held ? 0.5 : -0.7;
  const counted =
    beats === null || count === null || held
      ? 0
      : 0.7 - 1.4 * Math.min(1, Math.abs(beats - count) / Math.max(3, count));
  return (0.4 + 0.6 * one.confidence) * ((byHand ? 1.5 : -0.5) + place + hands + kind + counted);
}

/** What something that is seen tells against anything but work. */
export function besideWork(kind: SegmentKind, one: Seen): number {
  return (kind === 'teach' ? -0.6 : -1.5) * one.confidence;
}
