import { isWork, type SegmentKind } from '../lesson/segment-kind';

type Table = readonly (readonly [share: number, right: number])[];

/**
 * How many in ten were right, of proposals whose stretch was so probable among all paths: right in kind, step and side, and
 * both ends within half a second. Measured on the two thirds of the simulated takes that the method was made on, with
 * and without captions and a log (see the benchmark of proposing).
 */
const RIGHT: Readonly<Record<'seen' | 'unseen' | 'swap' | 'told' | 'talk' | 'cut', Table>> = {
  seen: [
    [0.9, 0.97],
    [0.8, 0.84],
    [0.5, 0.77],
    [0.4, 0.68],
    [0.3, 0.6],
    [0, 0.17],
  ],
  unseen: [
    [0.99, 0.97],
    [0.95, 0.88],
    [0.6, 0.67],
    [0.3, 0.57],
    [0, 0.22],
  ],
  swap: [
    [0.95, 0.97],
    [0.5, 0.85],
    [0.4, 0.5],
    [0, 0.15],
  ],
  told: [
    [0.95, 0.95],
    [0.8, 0.84],
    [0.6, 0.8],
    [0.5, 0.63],
    [0.4, 0.58],
    [0.3, 0.49],
    [0, 0.31],
  ],
  talk: [
    [0.99, 0.97],
    [0.6, 0.54],
    [0.2, 0.28],
    [0, 0.12],
  ],
  cut: [
    [0.95, 0.85],
    [0.5, 0.63],
    [0, 0.32],
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
    : RIGHT[kind === 'swap' || kind === 'cut' || kind === 'talk' ? kind : 'told'];
  return table.find(([from]) => share >= from)![1];
}
