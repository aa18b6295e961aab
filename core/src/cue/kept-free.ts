import type { CutMs } from '../time/clocks';
import { sharedBy, type Box, type Frame } from './frame';
import { boxIn, middleOf, type View } from './view';
import type { WorkedArea } from './worked-area';

/** What is to be kept free, found by time. */
export class KeptFree {
  private readonly areas: readonly WorkedArea[];

  constructor(
    areas: readonly WorkedArea[],
    private readonly frame: Frame,
  ) {
    this.areas = [...areas].sort((a, b) => a.startMs - b.startMs);
  }

  private next = 0;

  /** What is taken in a stretch, in the frame, and what the frame shows then. Asked in order of the stretches' start. */
  during(startMs: CutMs, endMs: CutMs): { readonly boxes: readonly Box[]; readonly views: readonly View[] } {
    while (this.next < this.areas.length && this.areas[this.next]!.endMs <= startMs) this.next++;
    const boxes: Box[] = [];
    const views: View[] = [];
    for (let at = this.next; at < this.areas.length && this.areas[at]!.startMs < endMs; at++) {
      const { endMs: to, boxes: taken, view = middleOf(this.frame) } = this.areas[at]!;
      if (to <= startMs) continue;
      views.push(view);
      boxes.push(...taken.map((box) => boxIn(box, this.frame, view)));
    }
    return { boxes, views: views.length > 0 ? views : [middleOf(this.frame)] };
  }
}

/** Of a box the most that lies over one of others, as a share of it. */
export function coveredOf(box: Box, taken: readonly Box[]): number {
  return taken.reduce((most, one) => Math.max(most, sharedBy(box, one)), 0);
}
