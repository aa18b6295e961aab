export const SEGMENT_KINDS = [
  'intro',
  'prep',
  'teach',
  'hold',
  'reps',
  'swap',
  'rest',
  'drain',
  'talk',
  'outro',
  'cut',
] as const;
export type SegmentKind = (typeof SEGMENT_KINDS)[number];

/**
 * Kinds in which a dose is worked.
 *
 * @example isWork('teach') // false
 */
export function isWork(kind: SegmentKind): boolean {
  return kind === 'reps' || kind === 'hold' || kind === 'drain';
}
