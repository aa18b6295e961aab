import { isWork, type SegmentKind } from '../lesson/segment-kind';
import { seenIn, type Evidence, type Marked } from './evidence';
import { BREATH_MS, SAME_MS } from './instants';

type Meant = Pick<Marked, 'kind' | 'startMs' | 'endMs'>;

/** Kinds that are talk: they begin with its first word and end with its last. */
const TALK: ReadonlySet<SegmentKind> = new Set(['intro', 'teach', 'talk', 'outro']);
const BEFORE_WORDS_MS = 120;
const AFTER_WORDS_MS = 350;

/** Hands are raised before their work and lowered after it, in so long at most. */
export const RAISED_MS = 3000;

/** A stretch of talk without the silence around it, and work without hands that come and go. */
function trimmedByItself<T extends Meant>(one: T, evidence: Evidence): T {
  const { startMs, endMs } = one;
  if (TALK.has(one.kind)) {
    // Not what begins just before the end, and goes on after it.
    const own = evidence.speech.filter(
      ([start, end]) =>
        end > startMs + BEFORE_WORDS_MS && start < (end > endMs + SAME_MS ? endMs - AFTER_WORDS_MS : endMs),
    );
    if (own.length === 0) return one;
    return {
      ...one,
      startMs: Math.max(startMs, own[0]![0] - BEFORE_WORDS_MS),
      endMs: Math.min(endMs, own[own.length - 1]![1] + AFTER_WORDS_MS),
    };
  }
  if (one.kind === 'cut') {
    // A breath still belongs to what was said before.
    const said = evidence.speech.some(([, end]) => Math.abs(end - startMs) <= SAME_MS);
    return said ? { ...one, startMs: startMs + BREATH_MS } : one;
  }
  if (!isWork(one.kind)) return one;
  const own = seenIn(evidence, one);
  const [from, to] = [Math.min(...own.map((seen) => seen.startMs)), Math.max(...own.map((seen) => seen.endMs))];
  return {
    ...one,
    startMs: from > startMs && from - startMs < RAISED_MS ? from : startMs,
    endMs: to < endMs && endMs - to < RAISED_MS ? to : endMs,
  };
}

/** What is between works: it lasts from when hands left until they are there again. */
const WAITS_FOR_HANDS: ReadonlySet<SegmentKind> = new Set(['prep', 'swap']);

/**
 * Stretches without what is not theirs at their ends: talk without the silence around it, work without hands that come and
 * go, and what waits for hands as long as they are away.
 *
 * @param found in their order.
 */
export function trimmed<T extends Meant>(found: readonly T[], evidence: Evidence): T[] {
  const kept = found.map((one) => trimmedByItself(one, evidence));
  return kept.map((one, at) => {
    const [before, after] = [found[at - 1], found[at + 1]];
    if (!WAITS_FOR_HANDS.has(one.kind)) return one;
    // A change of side that is said begins with its words, wherever hands were last seen.
    const spoken = evidence.speech.some(([start]) => Math.abs(start - one.startMs) <= SAME_MS);
    const left = before && isWork(before.kind) && before.endMs === one.startMs && !spoken;
    const back = after && isWork(after.kind) && after.startMs === one.endMs;
    return {
      ...one,
      startMs: left ? kept[at - 1]!.endMs : one.startMs,
      endMs: back ? kept[at + 1]!.startMs : one.endMs,
    };
  });
}
