import type { Bout, Seen } from '../footage/analyse';
import type { Lesson } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import type { ViewerSide } from '../lesson/take.schema';
import { becauseOf } from './because';
import { isIn, seenIn, type Evidence, type Marked } from './evidence';
import { BREATH_MS, instantsOf, SAME_MS } from './instants';
import { bestPath, sharpened } from './path';
import { slotsOf } from './slots';
import { confidenceOf } from './sure';
import { KIND_OF, Weighing } from './weighing';

/** What a stretch of a take most likely shows, to be agreed to by a person. */
export interface Proposal extends Pick<Segment, 'kind' | 'stepId' | 'side' | 'startMs' | 'endMs' | 'beatsMs'> {
  /** How many in ten of those said to be so sure are right, 0 to 1. */
  readonly confidence: number;
  /** Why, in words. */
  readonly because: readonly string[];
}

/** Something else than what is planned takes no longer than this at a time; what is planned, no longer than so many times its length. */
const LONGEST_MS = 90_000;
const LONGER = 1.6;
const LONGEST_WAIT_MS = 6000;
const BRIEF_MS = 1000;
/** The plan alone is no more than a guess. */
const GUESSED = 0.5;
/** What is weighed tells more than it seems to, on the takes that the method was made on. */
const SHARPER = 1.5;

/**
 * What a take most likely shows: the best path over the plan through everything that is known of it. Steps may be missing,
 * come again, or come before their turn; what a person agreed to stays where it is, and nothing that was rejected comes
 * again.
 *
 * @returns in the order of the take, without what is agreed.
 * @example propose(lesson, evidence)[0] // { kind: 'intro', stepId: null, startMs: 600, … }
 */
export function propose(lesson: Lesson, known: Evidence): Proposal[] {
  const { slots, rows } = slotsOf(lesson);
  const evidence = { ...known, agreed: apart(known.agreed) };
  const waits = (kind: SegmentKind): number[] => [
    ...new Set(
      slots.flatMap((slot) => (slot.kind === kind && slot.plannedMs <= LONGEST_WAIT_MS ? [slot.plannedMs] : [])),
    ),
  ];
  const atMs = instantsOf(evidence, { settlesMs: waits('prep'), changesMs: waits('swap') });
  const longestMs = Math.max(
    LONGEST_MS,
    ...slots.map((slot) => LONGER * slot.plannedMs),
    ...evidence.agreed.map((one) => one.endMs - one.startMs),
  );
  // Where nobody said whose side the left of the picture is, it is the one that more speaks for.
  const sides: readonly ViewerSide[] = evidence.pictureLeft ? [evidence.pictureLeft] : ['left', 'right'];
  const [best] = sides
    .map((left) => {
      const weighing = sharpened(new Weighing(slots, rows, evidence, atMs, left), SHARPER);
      return { left, ...bestPath({ atMs, longestMs }, weighing) };
    })
    .sort((a, b) => b.weight - a.weight);

  const proposals: Proposal[] = [];
  let upTo = 0;
  for (const { slot, from, to, as, share } of best!.stretches) {
    const startMs = atMs[from]!;
    const meant = slots[slot] ?? null;
    const goesOn = startMs === upTo;
    upTo = atMs[to]!;
    if (as === 'agreed' || evidence.agreed.some((one) => one.startMs === startMs && one.endMs === upTo)) continue;
    const kind: SegmentKind = as === null ? meant!.kind : KIND_OF[as];
    const what = { kind, stepId: meant?.stepId ?? null, side: meant?.side ?? null };
    const last = proposals[proposals.length - 1];
    // What goes on at once is one: nothing was broken off there.
    const isOne = !meant?.work && last && isSame(last, what) && goesOn;
    const endMs = as === 'again' ? spokenOut(isOne ? last.startMs : startMs, upTo, evidence) : upTo;
    if (isOne) {
      proposals[proposals.length - 1] = { ...last, endMs };
      continue;
    }
    const seen = seenIn(evidence, { startMs, endMs });
    const most = seen.length > 0 || isKnown(evidence) ? 1 : GUESSED;
    proposals.push({
      ...{ ...what, startMs, endMs },
      beatsMs: meant?.work ? beatsIn(seen, { startMs, endMs }) : [],
      confidence: Math.min(most, confidenceOf(kind, share, seen.length > 0)),
      because: becauseOf({ startMs, endMs, slot: meant, as, seen }, evidence, best!.left),
    });
  }
  return proposals.map((one) => trimmed(one, evidence)).filter((one) => one.stepId !== null || !isBrief(one));
}

/** Work that is broken off is over with the last word that is said of it: hands settle anew then. */
function spokenOut(startMs: number, endMs: number, { speech }: Evidence): number {
  const last = speech.findLast(([start]) => start > startMs && start < endMs);
  const silentMs = endMs - (last?.[1] ?? endMs);
  const goesOn = speech.some(([start]) => Math.abs(start - endMs) <= SAME_MS);
  return !goesOn && silentMs > BREATH_MS && silentMs < RAISED_MS ? endMs - silentMs + BREATH_MS : endMs;
}

type What = Pick<Proposal, 'kind' | 'stepId' | 'side'>;

const isSame = (a: What, b: What): boolean => a.kind === b.kind && a.stepId === b.stepId && a.side === b.side;

/** Whether anything tells of the take but what hands are seen to do. */
const isKnown = ({ heard, said, log }: Evidence): boolean => heard || said !== null || log.length > 0;

/** Between two things that are planned there is always a moment; nobody needs to be told of it. */
const isBrief = ({ kind, startMs, endMs }: Proposal): boolean =>
  (kind === 'talk' || kind === 'cut') && endMs - startMs < BRIEF_MS;

/** In the order of the take; of two that overlap, the earlier one. */
function apart(agreed: readonly Marked[]): Marked[] {
  const kept: Marked[] = [];
  for (const one of [...agreed].sort((a, b) => a.startMs - b.startMs))
    if (one.startMs >= (kept[kept.length - 1]?.endMs ?? 0)) kept.push(one);
  return kept;
}

/** Kinds that are talk: they begin with its first word and end with its last. */
const TALK: ReadonlySet<SegmentKind> = new Set(['intro', 'teach', 'talk', 'outro']);
const BEFORE_WORDS_MS = 120;
const AFTER_WORDS_MS = 350;

/** Hands are raised before their work and lowered after it, in so long at most. */
const RAISED_MS = 3000;

/** A stretch of talk without the silence around it, and work without hands that come and go. */
function trimmed(one: Proposal, evidence: Evidence): Proposal {
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

function beatsIn(seen: readonly (Bout | Seen)[], stretch: { startMs: number; endMs: number }): number[] {
  return seen.flatMap((one) => ('beatsMs' in one ? one.beatsMs : [])).filter((ms) => isIn(ms, stretch));
}
