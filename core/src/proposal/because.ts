import '../words/localize';
import type { Bout, Seen } from '../footage/analyse';
import { turned } from '../footage/half';
import { isWork } from '../lesson/segment-kind';
import type { ViewerSide } from '../lesson/take.schema';
import { termOf } from '../words/terms';
import type { Evidence } from './evidence';
import { isPress } from './instants';
import type { Slot } from './slots';
import type { Beside } from './weighing';

/** What a stretch is taken for. */
interface Taken {
  readonly startMs: number;
  readonly endMs: number;
  /** Null for what is not in the plan. */
  readonly slot: Slot | null;
  readonly as: Beside | null;
  /** What hands are seen to do in it. */
  readonly seen: readonly (Bout | Seen)[];
  /** Whether somebody speaks for as long as its words take, phrase by phrase. */
  readonly inRhythm: boolean;
}

/** What the words say has to be this near to a start, ms. */
const NEAR_MS = 700;
const SURE = 0.6;

/**
 * Why a stretch of a take is taken for what it is, in words, the strongest reason first.
 *
 * @param pictureLeft which side viewers do when the hand is at the left of the picture.
 */
export function becauseOf(taken: Taken, evidence: Evidence, pictureLeft: ViewerSide): string[] {
  const { slot, as, startMs, endMs } = taken;
  if (as === 'again') return [$localize`it was broken off and begun again`];
  if (as === 'pause')
    return [$localize`nothing is said and nothing is done for ${Math.round((endMs - startMs) / 1000)} s`];
  if (as === 'talk' || !slot) return [$localize`talk that is not in the plan`];
  const reasons = [
    ...(evidence.log.some((one) => pressedFor(one, slot) && isPress(one.atMs, startMs))
      ? [$localize`pressed while filming`]
      : []),
    ...(slot.work ? seenReasons(taken.seen, pictureLeft) : []),
    ...saidReasons(slot, startMs, evidence),
    ...(taken.inRhythm ? [$localize`its phrases take as long as what is heard`] : []),
  ];
  return reasons.length > 0 ? reasons : [$localize`where the plan has it, between what lies around it`];
}

function pressedFor(one: Evidence['log'][number], { stepId, kind, side }: Slot): boolean {
  if (one.stepId !== stepId || (one.side !== null && one.side !== side)) return false;
  return isWork(kind) ? one.kind === 'dose' || one.kind === 'hold' : one.kind === (kind === 'swap' ? 'swap' : 'step');
}

function seenReasons(seen: readonly (Bout | Seen)[], pictureLeft: ViewerSide): string[] {
  return seen.map((one) => {
    const where = whereSeen(one, pictureLeft);
    return 'beatsMs' in one ? $localize`${one.beatsMs.length} repetitions seen${where}` : $localize`held${where}`;
  });
}

function whereSeen({ region, half }: Seen, pictureLeft: ViewerSide): string {
  const place = region === null ? '' : $localize` at the ${termOf(region)}`;
  if (half === null) return place;
  const side = turned(half, pictureLeft);
  return side === 'both' ? $localize`${place}, on both sides` : $localize`${place}, on your ${termOf(side)}`;
}

function saidReasons({ row, opens, kind, stepId, side, work }: Slot, startMs: number, { said }: Evidence): string[] {
  const one = said?.steps.find((step) => step.stepId === stepId && (step.side === side || (side === null && row >= 0)));
  if (!one || one.confidence < SURE) return [];
  if (opens && Math.abs(one.startMs - startMs) <= NEAR_MS)
    return [kind === 'swap' ? $localize`the change of side is said here` : $localize`its first words are said here`];
  return work && one.startMs <= startMs && startMs < one.endMs ? [$localize`its words are said before it`] : [];
}
