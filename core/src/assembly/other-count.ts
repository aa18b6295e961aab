import type { Change } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import type { CutMs, TakeMs } from '../time/clocks';
import type { Span } from '../time/spans';
import { sliceOf } from './cut';
import { fullCut } from './cuts';
import { goesOn, goesRightOn, isNear } from './goes-on';
import type { Passage } from './passage';
import { passagesOf } from './passages';
import { changeOfPieces } from './piece-changes';
import { stretchAgain, stretchOut } from './repeat';
import { tidied } from './tidied';

/** More than this share of what was done is filmed again, and not played again (common practice, no source). */
const MOST_SHARE = 0.5;

/** Where a part plays in the lesson from beginning to end, what of it plays again or not at all included. */
export interface Played {
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  /** Where repetitions complete. */
  readonly beatsMs: readonly CutMs[];
  /** Whether it plays as it was filmed. */
  readonly asFilmed: boolean;
}

/**
 * How a part plays the first time; null where it does not.
 *
 * @example playedOf(lesson, 'w')?.beatsMs.length // 10, of which eight were filmed
 */
export function playedOf(lesson: Pick<Lesson, 'segments' | 'assembly'>, segmentId: string): Played | null {
  return playsOf(passagesOf(lesson, fullCut(lesson))).get(segmentId) ?? null;
}

/** How every part plays the first time, of the passages of the whole lesson. */
export function playsOf(passages: readonly Passage[]): ReadonlyMap<string, Played> {
  const runs = new Map<string, Passage[]>();
  const over = new Set<string>();
  for (const one of passages) {
    const id = one.segmentId;
    if (id === null || over.has(id)) continue;
    const run = runs.get(id);
    if (!run) runs.set(id, [one]);
    else if (goesOn(run[run.length - 1], one)) run.push(one);
    else over.add(id);
  }
  return new Map([...runs].map(([id, run]) => [id, playedIn(run)]));
}

function playedIn(run: readonly Passage[]): Played {
  const [first, last] = [run[0]!, run[run.length - 1]!];
  const isWhole = isNear(first.shareBefore, 0) && isNear(last.shareBefore + last.share, 1);
  return {
    ...{ startMs: first.startMs, endMs: last.endMs, beatsMs: run.flatMap((one) => one.beatsMs) },
    asFilmed: isWhole && run.slice(1).every((one, at) => goesRightOn(run[at]!, one)),
  };
}

/**
 * The change that lets whole movements of a part play again, or leaves some out, so that it has so many more or fewer:
 * the last ones that are quiet, from where a repetition completes to where another does. Several times the same where
 * fewer lie together. A part that has another count already than was filmed is let be.
 *
 * @param by how many more; fewer below 0.
 * @param isQuiet whether a stretch of the part's take may play again, or be left out, and be heard and seen as if it
 *   belonged there.
 * @returns where the film jumps then, at `atMs` of the lesson; null where there are no such movements, or too few for it.
 * @example otherCount(lesson, segment, 2, () => true, newId)?.atMs // 21_000
 */
export function otherCount(
  lesson: Pick<Lesson, 'segments' | 'assembly'>,
  { id, beatsMs }: Pick<Segment, 'id' | 'beatsMs'>,
  by: number,
  isQuiet: (fromMs: TakeMs, toMs: TakeMs) => boolean,
  newId: () => string,
): { readonly change: Change; readonly atMs: CutMs } | null {
  const count = Math.abs(by);
  if (by === 0 || count > MOST_SHARE * beatsMs.length) return null;
  const played = playedOf(lesson, id);
  if (played?.beatsMs.length !== beatsMs.length) return null;
  const quiet = beatsMs.slice(1).map((toMs, at) => isQuiet(beatsMs[at]!, toMs));
  // Played again they may be fewer, if often enough; what is left out is one stretch.
  const together = Array.from({ length: count }, (_, i) => count - i).filter(
    (length) => length === count || (by > 0 && length > 1 && count % length === 0),
  );
  for (const length of together) {
    const last = quiet.findLastIndex(
      (_, at) => at + 1 >= length && quiet.slice(at + 1 - length, at + 1).every(Boolean),
    );
    if (last < 0) continue;
    const stretch: Span<CutMs> = [played.beatsMs[last + 1 - length]!, played.beatsMs[last + 1]!];
    const change = by > 0 ? stretchAgain(lesson, stretch, count / length, newId) : stretchOut(lesson, stretch, newId);
    return change && { change, atMs: by > 0 ? stretch[1] : stretch[0] };
  }
  return null;
}

/** The change that lets a part play as it was filmed, where it plays first; null where it does. */
export function asFilmed(
  lesson: Pick<Lesson, 'segments' | 'assembly'>,
  { id, takeId, startMs, endMs }: Segment,
  newId: () => string,
): Change | null {
  const cut = fullCut(lesson);
  const played = playedOf(lesson, id);
  if (!played || played.asFilmed) return null;
  const pieces = [
    ...sliceOf(cut, [[0, played.startMs]]),
    { id: newId(), takeId, fromMs: startMs, toMs: endMs },
    ...sliceOf(cut, [[played.endMs, cut.durationMs]]),
  ];
  return changeOfPieces(lesson.assembly, tidied(pieces, lesson.assembly, newId));
}
