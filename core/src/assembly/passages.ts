import type { Lesson } from '../lesson/lesson.schema';
import type { SegmentKind } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import type { CutMs, TakeMs } from '../time/clocks';
import { firstAbove } from '../time/sorted';
import { inCut, type Cut, type CutPiece } from './cut';
import type { Passage } from './passage';

const SPOKEN_KINDS: ReadonlySet<SegmentKind> = new Set(['intro', 'teach', 'talk', 'outro']);

/**
 * What is marked on the takes, as passages of a cut, in order: a segment that plays twice is there twice, one of which
 * only part plays is there with that part and the beats in it. Segments of kind `cut` do not appear.
 *
 * Costs the pieces and segments sorted, and what comes out; a segment is looked at for each piece that shows some of it.
 *
 * @example passagesOf(lesson, cutOf('full', lesson.assembly)) // [{ kind: 'reps', stepId: 'a', side: 'left', … }]
 */
export function passagesOf(lesson: Pick<Lesson, 'segments'>, cut: Cut): Passage[] {
  const byTake = segmentsByTake(lesson.segments);
  const passages: Passage[] = [];
  for (const piece of cut.pieces) {
    const own = byTake.get(piece.takeId);
    if (!own) continue;
    const { segments, furthestMs } = own;
    for (let at = firstAbove(furthestMs, piece.fromMs); at < segments.length; at++) {
      const segment = segments[at]!;
      if (segment.startMs >= piece.toMs) break;
      const fromMs = Math.max(segment.startMs, piece.fromMs);
      const toMs = Math.min(segment.endMs, piece.toMs);
      if (toMs <= fromMs) continue;
      const startMs = inCut(piece, fromMs);
      const endMs = inCut(piece, toMs);
      passages.push({
        kind: segment.kind,
        stepId: segment.stepId,
        side: segment.side,
        pieceId: piece.id,
        segmentId: segment.id,
        share: (toMs - fromMs) / (segment.endMs - segment.startMs),
        shareBefore: (fromMs - segment.startMs) / (segment.endMs - segment.startMs),
        startMs,
        endMs,
        ...beatsOf(segment, piece, fromMs, toMs),
        spoken: SPOKEN_KINDS.has(segment.kind) ? [[startMs, endMs]] : NONE,
        words: '',
      });
    }
  }
  return passages.sort((a, b) => a.startMs - b.startMs);
}

/** Nothing, once for all: an hour has thousands of passages without beats or words. */
const NONE: readonly never[] = [];

function beatsOf(
  { beatsMs }: Segment,
  piece: CutPiece,
  fromMs: TakeMs,
  toMs: TakeMs,
): Pick<Passage, 'beatsMs' | 'beatsBefore' | 'beatCount'> {
  const beats: CutMs[] = [];
  let beatsBefore = 0;
  for (const ms of beatsMs)
    if (ms <= fromMs) beatsBefore++;
    else if (ms <= toMs) beats.push(inCut(piece, ms));
  return { beatsMs: beats.length > 0 ? beats : NONE, beatsBefore, beatCount: beatsMs.length };
}

/** The segments of a take by their beginning, and how far each and all that begin before it reach. */
interface Marked {
  readonly segments: readonly Segment[];
  readonly furthestMs: readonly TakeMs[];
}

function segmentsByTake(segments: readonly Segment[]): Map<string, Marked> {
  const lists = new Map<string, Segment[]>();
  for (const segment of segments)
    if (segment.kind !== 'cut' && !lists.get(segment.takeId)?.push(segment)) lists.set(segment.takeId, [segment]);
  const byTake = new Map<string, Marked>();
  for (const [takeId, list] of lists) {
    list.sort((a, b) => a.startMs - b.startMs);
    let furthest = 0;
    byTake.set(takeId, {
      segments: list,
      furthestMs: list.map((segment) => (furthest = Math.max(furthest, segment.endMs))),
    });
  }
  return byTake;
}
