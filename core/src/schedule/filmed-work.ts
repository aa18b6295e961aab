import { goesOn } from '../assembly/goes-on';
import type { Passage } from '../assembly/passage';
import type { WorkedSide } from '../dose/dose';
import { isWork } from '../lesson/segment-kind';
import type { CutMs } from '../time/clocks';

/** What a cut shows of one side of a step: like to be held against like. */
export interface FilmedWork {
  readonly stepId: string;
  /** Null where it is marked without a side. */
  readonly side: WorkedSide | null;
  /** Of work alone, without talk, changes of side and rests; a part that plays anew counts once. */
  readonly workMs: number;
  /** Marked repetitions; null where some of it has none. */
  readonly beatCount: number | null;
  /** Where it plays first, and where that ends. */
  readonly startMs: CutMs;
  readonly endMs: CutMs;
}

/**
 * The work that a cut shows, by step and side, in the order in which it plays first.
 *
 * @example filmedWork(passages)[0] // { stepId: 'a', side: 'left', workMs: 15_000, beatCount: 5, startMs: 2000, endMs: 17_000 }
 */
export function filmedWork(passages: readonly Passage[]): FilmedWork[] {
  const work = new Map<string, { -readonly [K in keyof FilmedWork]: FilmedWork[K] }>();
  /** How much of each segment was seen already, as stretches of its share. */
  const seen = new Map<string, number>();
  let last: Passage | undefined;
  for (const one of passages) {
    const { kind, stepId, side, segmentId, startMs, endMs, share, shareBefore, beatsMs, beatCount } = one;
    if (!isWork(kind) || stepId === null || segmentId === null) continue;
    const shown = seen.get(segmentId) ?? 0;
    const isMore = shareBefore + share > shown + 1e-9 || goesOn(last, one);
    last = one;
    if (!isMore) continue;
    seen.set(segmentId, Math.max(shown, shareBefore + share));
    const name = `${stepId}|${side}`;
    const known = work.get(name);
    const beats = beatCount > 0 ? beatsMs.length : null;
    if (!known) {
      work.set(name, { stepId, side, workMs: endMs - startMs, beatCount: beats, startMs, endMs });
      continue;
    }
    known.workMs += endMs - startMs;
    known.beatCount = known.beatCount === null || beats === null ? null : known.beatCount + beats;
    known.endMs = Math.max(known.endMs, endMs);
  }
  return [...work.values()];
}
