import { partsOf, repetitionsOf, type WorkedSide } from '../dose/dose';
import { neighbours } from '../face/areas';
import type { Region } from '../face/regions';
import { doseFor } from '../lesson/dose-for';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { ViewerSide } from '../lesson/take.schema';
import type { Bout, Seen } from './analyse';
import { turned, type PictureHalf } from './half';

/** What a plan has somebody do, in its order. */
export interface Planned {
  /** In which half of the picture; null where the plan does not say. */
  readonly half: PictureHalf | null;
  readonly region: Region;
  /** How often; null where it is not counted. */
  readonly count: number | null;
}

/** @param pictureLeft which side viewers do when the hand is at the left of the picture. */
export function plannedIn(lesson: Lesson, pictureLeft: ViewerSide): Planned[] {
  return movesOf(lesson.steps).flatMap((step) =>
    partsOf(step.sidePlan).map((side) => {
      const dose = doseFor(step, side);
      const count = dose.form === 'timed' ? null : repetitionsOf(dose) * dose.sets.planned;
      return { half: halfOf(side, pictureLeft), region: step.move.region, count };
    }),
  );
}

function halfOf(side: WorkedSide, pictureLeft: ViewerSide): PictureHalf | null {
  if (side === 'both' || side === 'alternating') return 'both';
  return side === 'midline' ? null : turned(side, pictureLeft);
}

/** What leaving out something planned, or something seen, costs. */
const LEFT_OUT = 0.5;
/** A repetition is missing at an end where this much of one has room, and one too many where less than this was. */
const ROOM = 0.6;

type Found = Pick<Seen, 'startMs' | 'half' | 'region'> & { readonly beatsMs?: readonly number[] };

/**
 * Holds what was seen against a plan in its order, and settles by it what could not be told: one repetition more or less
 * at an end where both are possible, a region beside the one that was seen, how sure it is. What was clearly seen stays,
 * also where it is not what was planned: a plan is no answer.
 */
export function withPlan<A extends { readonly bouts: readonly Bout[]; readonly holds: readonly Seen[] }>(
  analysis: A,
  planned: readonly Planned[],
): A {
  const all: Found[] = [...analysis.bouts, ...analysis.holds].sort((a, b) => a.startMs - b.startMs);
  const meant = alongPlan(all, planned);
  return {
    ...analysis,
    bouts: analysis.bouts.map((bout) => {
      const plan = meant.get(bout);
      if (!plan) return { ...bout, confidence: 0.8 * bout.confidence };
      const beatsMs = plan.count === null ? bout.beatsMs : settled(bout, plan.count);
      const agrees = plan.count === null || plan.count === beatsMs.length;
      return {
        ...bout,
        beatsMs,
        region: placed(bout.region, plan.region),
        confidence: agrees ? (1 + bout.confidence) / 2 : bout.confidence,
      };
    }),
    holds: analysis.holds.map((hold) => {
      const plan = meant.get(hold);
      return plan
        ? { ...hold, region: placed(hold.region, plan.region), confidence: (1 + hold.confidence) / 2 }
        : { ...hold, confidence: 0.8 * hold.confidence };
    }),
  };
}

const placed = (seen: Region | null, planned: Region): Region | null =>
  seen !== null && neighbours(seen, planned) ? planned : seen;

/** Which part of the plan is meant by what was seen: the best path through both in their order (Needleman, Wunsch 1970). */
function alongPlan(seen: readonly Found[], planned: readonly Planned[]): Map<Found, Planned> {
  const best = Array.from({ length: seen.length + 1 }, () => new Float64Array(planned.length + 1));
  for (let i = 0; i <= seen.length; i++)
    for (let j = 0; j <= planned.length; j++) {
      if (i === 0 || j === 0) best[i]![j] = -LEFT_OUT * (i + j);
      else
        best[i]![j] = Math.max(
          best[i - 1]![j]! - LEFT_OUT,
          best[i]![j - 1]! - LEFT_OUT,
          best[i - 1]![j - 1]! + likeness(seen[i - 1]!, planned[j - 1]!),
        );
    }
  const meant = new Map<Found, Planned>();
  for (let i = seen.length, j = planned.length; i > 0 && j > 0;) {
    const fits = likeness(seen[i - 1]!, planned[j - 1]!);
    if (best[i]![j] === best[i - 1]![j - 1]! + fits) {
      if (fits > 0) meant.set(seen[i - 1]!, planned[j - 1]!);
      [i, j] = [i - 1, j - 1];
    } else if (best[i]![j] === best[i - 1]![j]! - LEFT_OUT) i--;
    else j--;
  }
  return meant;
}

function likeness({ half, region, beatsMs }: Found, plan: Planned): number {
  const side =
    half === null || plan.half === null ? 0 : half === plan.half ? 2 : half === 'both' || plan.half === 'both' ? 0 : -2;
  const place = region === null ? 0 : region === plan.region ? 2 : neighbours(region, plan.region) ? 1 : -1;
  const count =
    beatsMs && plan.count !== null ? 1 - (2 * Math.abs(beatsMs.length - plan.count)) / Math.max(3, plan.count) : 0;
  return side + place + count;
}

/** Beats with one more or one less at an end, where that is what was planned and the end allows it. */
function settled({ startMs, endMs, periodMs, beatsMs }: Bout, count: number): readonly number[] {
  const [first, last] = [beatsMs[0]!, beatsMs[beatsMs.length - 1]!];
  const before = (first - startMs) / periodMs;
  const after = (endMs - last) / periodMs;
  if (beatsMs.length === count - 1) {
    if (before >= 1 + ROOM) return [Math.round(first - periodMs), ...beatsMs];
    if (after >= ROOM) return [...beatsMs, Math.round(Math.min(endMs, last + periodMs))];
  }
  if (beatsMs.length === count + 1) {
    if (before < ROOM) return beatsMs.slice(1);
    if (last - beatsMs[beatsMs.length - 2]! < ROOM * periodMs) return beatsMs.slice(0, -1);
  }
  return beatsMs;
}
