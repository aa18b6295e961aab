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
