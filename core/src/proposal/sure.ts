import { isWork, type SegmentKind } from '../lesson/segment-kind';

type Table = readonly (readonly [share: number, right: number])[];

/**
 * How many in ten were right, of proposals whose stretch was so probable among all paths: right in kind, step and side, and
 * both ends within half a second. Measured on the two thirds of the simulated takes that the method was made on, with
 * and without captions and a log (see the benchmark of proposing).
 */
const RIGHT: Readonly<Record<'seen' | 'unseen' | 'swap' | 'talk' | 'cut', Table>> = {
  seen: [
    [0.9, 0.97],
    [0.8, 0.92],
    [0.7, 0.86],
    [0.5, 0.8],
    [0.4, 0.55],
    [0, 0.3],
  ],
  unseen: [
    [0.95, 0.97],
    [0.9, 0.75],
    [0.6, 0.6],
    [0, 0.5],
  ],
  swap: [
    [0.9, 0.97],
    [0.5, 0.83],
    [0.4, 0.65],
    [0, 0.5],
  ],
  talk: [
    [0.95, 0.97],
    [0.8, 0.91],
    [0.7, 0.88],
    [0.6, 0.82],
    [0.5, 0.75],
    [0.4, 0.69],
    [0.3, 0.54],
    [0.2, 0.46],
    [0, 0.27],
  ],
  cut: [
    [0.9, 0.75],
    [0.7, 0.4],
    [0, 0.25],
  ],
};

/**
 * How sure a proposal is, from how probable its stretch is among all paths.
 *
 * @param seen whether hands were seen to do it.
 * @example confidenceOf('reps', 0.93, true) // 0.97
 */
export function confidenceOf(kind: SegmentKind, share: number, seen: boolean): number {
  const table = isWork(kind)
    ? RIGHT[seen ? 'seen' : 'unseen']
    : RIGHT[kind === 'swap' || kind === 'cut' ? kind : 'talk'];
  return table.find(([from]) => share >= from)![1];
}
