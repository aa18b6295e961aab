import type { Lesson } from '../lesson/lesson.schema';
import type { SegmentKind } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import { inCut, type Cut } from './cut';
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
export function passagesOf(lesson: Pick<Lesson, 'segments' | 'steps' | 'opening' | 'closing'>, cut: Cut): Passage[] {
  const byTake = segmentsByTake(lesson.segments);
  const worded = new Words(lesson);
  const passages: Passage[] = [];
  for (const piece of cut.pieces) {
    const own = byTake.get(piece.takeId);
    if (!own) continue;
    for (let at = firstEndingAfter(own, piece.fromMs); at < own.length; at++) {
      const { segment } = own[at]!;
      if (segment.startMs >= piece.toMs) break;
      const fromMs = Math.max(segment.startMs, piece.fromMs);
      const toMs = Math.min(segment.endMs, piece.toMs);
      if (toMs <= fromMs) continue;
      const [startMs, endMs] = [inCut(piece, fromMs), inCut(piece, toMs)];
      const spoken = SPOKEN_KINDS.has(segment.kind);
      passages.push({
        kind: segment.kind,
        stepId: segment.stepId,
        side: segment.side,
        segmentId: segment.id,
        share: (toMs - fromMs) / (segment.endMs - segment.startMs),
        startMs,
        endMs,
        beatsMs: segment.beatsMs.filter((ms) => ms > fromMs && ms <= toMs).map((ms) => inCut(piece, ms)),
        spoken: spoken ? [[startMs, endMs]] : [],
        words: spoken && 2 * (toMs - fromMs) > segment.endMs - segment.startMs ? worded.of(segment) : '',
      });
    }
  }
  return passages.sort((a, b) => a.startMs - b.startMs);
}

interface Marked {
  readonly segment: Segment;
  /** The furthest end of it and all that begin before it. */
  readonly furthestMs: number;
}

function segmentsByTake(segments: readonly Segment[]): Map<string, Marked[]> {
  const lists = new Map<string, Segment[]>();
  for (const segment of segments)
    if (segment.kind !== 'cut' && !lists.get(segment.takeId)?.push(segment)) lists.set(segment.takeId, [segment]);
  const byTake = new Map<string, Marked[]>();
  for (const [takeId, list] of lists) {
    let furthestMs = 0;
    byTake.set(
      takeId,
      list
        .sort((a, b) => a.startMs - b.startMs)
        .map((segment) => ({ segment, furthestMs: (furthestMs = Math.max(furthestMs, segment.endMs)) })),
    );
  }
  return byTake;
}

function firstEndingAfter(own: readonly Marked[], takeMs: number): number {
  let [low, high] = [0, own.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (own[middle]!.furthestMs > takeMs) high = middle;
    else low = middle + 1;
  }
  return low;
}

/**
 * The words that the plan has for what is spoken, given to one segment of each kind and step, and to each play that
 * shows more than half of it.
 */
class Words {
  private readonly given = new Map<string, string>();
  private readonly steps: ReadonlyMap<string, Lesson['steps'][number]>;

  constructor(private readonly lesson: Pick<Lesson, 'steps' | 'opening' | 'closing'>) {
    this.steps = new Map(lesson.steps.map((step) => [step.id, step]));
  }

  of({ id, kind, stepId }: Segment): string {
    const words = this.planned(kind, stepId);
    if (!words) return '';
    const key = `${kind}/${stepId ?? ''}`;
    if (!this.given.has(key)) this.given.set(key, id);
    return this.given.get(key) === id ? words : '';
  }

  private planned(kind: SegmentKind, stepId: string | null): string {
    if (kind === 'intro') return this.lesson.opening;
    if (kind === 'outro') return this.lesson.closing;
    const narration = this.steps.get(stepId ?? '')?.narration;
    return (kind === 'teach' ? narration?.before : narration?.after) ?? '';
  }
}
