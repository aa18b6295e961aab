import type { WorkedSide } from '@limber/core/dose/dose';
import type { SegmentKind } from '@limber/core/lesson/segment-kind';

/** A side as viewers hear it; nothing where there is only one. @example sideWords('left') // 'your left' */
export function sideWords(side: WorkedSide | null): string {
  switch (side) {
    case 'left':
      return $localize`your left`;
    case 'right':
      return $localize`your right`;
    case 'both':
      return $localize`both sides`;
    case 'alternating':
      return $localize`one side after the other`;
    default:
      return '';
  }
}

/** What belongs to no step. */
export function kindWords(kind: SegmentKind): string {
  return kind === 'outro' ? $localize`Closing` : kind === 'intro' ? $localize`Opening` : '';
}
