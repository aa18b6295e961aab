import type { Bout, Seen } from '../footage/analyse';
import type { Lesson } from '../lesson/lesson.schema';
import type { SegmentKind } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import { becauseOf } from './because';
import { isIn, seenIn, type Evidence, type Marked } from './evidence';
import { BREATH_MS, SAME_MS } from './instants';
import { likeliest } from './likeliest';
import { confidenceOf } from './sure';
import { RAISED_MS, trimmed } from './trimmed';
import { KIND_OF } from './weighing';

/** What a stretch of a take most likely shows, to be agreed to by a person. */
export interface Proposal extends Pick<Segment, 'kind' | 'stepId' | 'side' | 'startMs' | 'endMs' | 'beatsMs'> {
  /** How many in ten of those said to be so sure are right, 0 to 1. */
  readonly confidence: number;
  /** Why, in words. */
  readonly because: readonly string[];
}

const BRIEF_MS = 1000;
/** Words are told by how long each phrase takes where that tells so much for them. */
const IN_RHYTHM = 0.15;
/** The plan alone is no more than a guess. */
const GUESSED = 0.5;

/**
 * What a take most likely shows: the best path over the plan through everything that is known of it. Steps may be missing,
 * come again, or come before their turn; what a person agreed to stays where it is, and nothing that was rejected comes
 * again.
 *
 * @returns in the order of the take, without what is agreed.
 * @example propose(lesson, evidence)[0] // { kind: 'intro', stepId: null, startMs: 600, … }
 */
export function propose(lesson: Lesson, known: Evidence): Proposal[] {
  const evidence = { ...known, agreed: apart(known.agreed) };
  const { slots, atMs, left, stretches, rhythm } = likeliest(lesson, evidence);
  const proposals: Proposal[] = [];
  let upTo = 0;
  for (const { slot, from, to, as, share } of stretches) {
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
    const inRhythm = meant !== null && (rhythm?.tells(slot, from, to) ?? 0) > IN_RHYTHM;
    const most = seen.length > 0 || isKnown(evidence) ? 1 : GUESSED;
    proposals.push({
      ...{ ...what, startMs, endMs },
      beatsMs: meant?.work ? beatsIn(seen, { startMs, endMs }) : [],
      confidence: Math.min(most, confidenceOf(kind, share, seen.length > 0)),
      because: becauseOf({ startMs, endMs, slot: meant, as, seen, inRhythm }, evidence, left),
    });
  }
  return trimmed(proposals, evidence).filter((one) => one.stepId !== null || !isBrief(one));
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

function beatsIn(seen: readonly (Bout | Seen)[], stretch: { startMs: number; endMs: number }): number[] {
  return seen.flatMap((one) => ('beatsMs' in one ? one.beatsMs : [])).filter((ms) => isIn(ms, stretch));
}
