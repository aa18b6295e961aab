import type { Passage } from './passage';

/**
 * Whether a passage goes on with what the one before it did, at once: the same part, from somewhere within it, or in the
 * same piece's name once more. What is counted is counted on then; a part that begins anew is counted anew.
 *
 * @example goesOn({ ...one, share: 0.8 }, { ...one, startMs: one.endMs, shareBefore: 0.6, share: 0.4 }) // true
 */
export function goesOn(last: Passage | undefined, one: Passage): boolean {
  return (
    last !== undefined &&
    one.segmentId !== null &&
    last.segmentId === one.segmentId &&
    last.endMs === one.startMs &&
    (one.shareBefore > 0 || last.pieceId === one.pieceId)
  );
}

/**
 * Whether a passage shows the very next of the same part: nothing of it plays again, and nothing is left out.
 *
 * @example goesRightOn({ ...one, share: 0.8 }, { ...one, startMs: one.endMs, shareBefore: 0.8, share: 0.2 }) // true
 */
export function goesRightOn(last: Passage, one: Passage): boolean {
  return last.endMs === one.startMs && isNear(last.shareBefore + last.share, one.shareBefore);
}

/** The same share, but for how numbers are kept. */
export const isNear = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;
