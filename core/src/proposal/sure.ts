import { isWork, type SegmentKind } from '../lesson/segment-kind';

type Table = readonly (readonly [share: number, right: number])[];

/**
 * How many in ten were right, of proposals whose stretch was so probable among all paths: right in kind, step and side, and
 * both ends within half a second. Measured on two simulated takes of each of the lessons that the method was made on, with
 * and without captions and a log (see the benchmark of proposing).
 */
const RIGHT: Readonly<Record<'seen' | 'unseen' | 'swap' | 'told' | 'talk' | 'cut', Table>> = {
  seen: [
    [0.95, 0.97],
    [0.9, 0.92],
    [0.75, 0.87],
    [0.6, 0.85],
    [0.4, 0.67],
    [0.2, 0.52],
    [0, 0.35],
  ],
  unseen: [
    [0.97, 0.97],
    [0.75, 0.77],
    [0.4, 0.39],
    [0.2, 0.2],
    [0, 0.05],
  ],
  swap: [
    [0.93, 0.97],
    [0.6, 0.9],
    [0.5, 0.7],
    [0.3, 0.48],
    [0, 0.16],
  ],
  told: [
    [0.97, 0.96],
    [0.93, 0.91],
    [0.75, 0.89],
    [0.6, 0.81],
    [0.5, 0.7],
    [0.4, 0.62],
    [0.2, 0.44],
    [0, 0.2],
  ],
  talk: [
    [0.98, 0.96],
    [0.5, 0.68],
    [0.2, 0.54],
    [0, 0.09],
  ],
  cut: [
    [0.9, 0.79],
    [0.6, 0.69],
    [0.3, 0.29],
    [0, 0.03],
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
