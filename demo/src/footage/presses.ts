import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { Proposal } from '@limber/core/proposal/propose';
import { withCount } from '@limber/core/proposal/sheet-edits';
import { agreedWith, asOneDoubt, sheetOf, type SheetRow } from '@limber/core/proposal/sheet';
import { sharedMs } from '@limber/core/time/spans';
import type { Happened, Said } from './said';

/** What marking a take costs somebody: presses of keys, and seconds. */
export interface Presses {
  readonly presses: number;
  readonly seconds: number;
}

/** Ends are right within this, ms. */
const NEAR_MS = 500;
const FAR_MS = 1500;
/** A press with the thought before it, s. */
const PRESS_S = 1;
/** So many repetitions have a key of their own; as many as planned have one too. */
const ONE_KEY = 9;

type Work = Pick<Happened, 'kind' | 'stepId' | 'side' | 'startMs' | 'endMs'> & { readonly beatsMs: readonly number[] };
/** What it costs to put an end right that is so far off. */
const end = (offMs: number): number => (Math.abs(offMs) <= NEAR_MS ? 0 : Math.abs(offMs) <= FAR_MS ? 1 : 3);
const lengthS = ({ startMs, endMs }: Work): number => (endMs - startMs) / 1000;

/**
 * Somebody marks a take by hand: the film plays through once; where work starts and ends she presses a key, and one at
 * each repetition. That the plan's order is taken for what comes next saves choosing steps and sides, but where the
 * order is another one (two presses).
 */
export function markedByHand(lesson: Lesson, { segments, durationMs }: Said): Presses {
  const works = segments.filter((one) => isWork(one.kind));
  const order = lesson.steps.map((step) => step.id);
  let [presses, last] = [0, -1];
  for (const { stepId, beatsMs } of works) {
    const at = order.indexOf(stepId ?? '');
    presses += 2 + beatsMs.length + (at < last ? 2 : 0);
    last = at;
  }
  return { presses, seconds: durationMs / 1000 + PRESS_S * presses };
}

/**
 * Somebody who agrees to what is right and puts right what is not, until what is marked is what happened. The rules, written
 * down before it was tried:
 *
 * 1. One press agrees to all that is sure.
 * 2. `D` goes to the first doubt and plays it, as long as it lasts. Right as it is, `A` agrees, goes to the next one and
 *    plays that; not there at all, `N` does. Put right while it plays, it needs no `A`, but `D` to go on: an end one press,
 *    three where it is further than a second and a half away; the other side one, another step two. As many repetitions
 *    as were done is one press, which is an answer too: it goes on to the next. Where one of them lies wrong then, each
 *    that is missing or too many is put right by itself instead, one press each.
 *    The two sides of a step, one after the other, are played in one go, and `A` agrees to both. Where only the second
 *    one is wrong, it is gone to (one press) and put right, and the first one comes again.
 * 3. What is missing and was filmed is marked by hand: one press to get there, one at each end, one a repetition.
 * 4. The talk between is agreed to by one press.
 * 5. What was agreed to and is wrong is found by looking down the sheet, chosen by one press, looked at, and put right as
 *    in 2; what is not there is chosen and taken away.
 */
export function markedByAgreeing(lesson: Lesson, { segments }: Said, proposals: readonly Proposal[]): Presses {
  const works = segments.filter((one) => isWork(one.kind));
  const cuts = segments.filter((one) => one.kind === 'cut');
  let [presses, seconds] = [0, 0];
  const press = (n: number): void => void (presses += n);
  const look = (one: Work): void => void (seconds += lengthS(one));
  const taken = new Set<Happened>();
  const meant = (one: Work): Happened | null => {
    const near = works.filter(
      (other) => !taken.has(other) && sharedMs(one, other) > 0.3 * (other.endMs - other.startMs),
    );
    return near.sort((a, b) => sharedMs(one, b) - sharedMs(one, a))[0] ?? null;
  };
  const mend = (one: Work, truth: Happened): number =>
    (one.stepId === truth.stepId ? 0 : 2) +
    (one.side === truth.side || one.stepId !== truth.stepId ? 0 : 1) +
    end(one.startMs - truth.startMs) +
    end(one.endMs - truth.endMs);
  /** Whether as many as were done is one key, and they would lie where they were done, the ends put right before. */
  const countsRight = (one: SheetRow, truth: Happened): boolean =>
    (truth.beatsMs.length <= ONE_KEY || truth.beatsMs.length === one.planned) &&
    truth.beatsMs.length > 0 &&
    withCount({ ...one, startMs: truth.startMs, endMs: truth.endMs }, truth.beatsMs.length).every(
      (ms, at) => Math.abs(ms - truth.beatsMs[at]!) <= NEAR_MS,
    );
  /** What it takes to put a row right and to go on to the next. */
  const answer = (one: SheetRow, truth: Happened): number => {
    const off = Math.abs(one.beatsMs.length - truth.beatsMs.length);
    return mend(one, truth) + 1 + (off > 0 && !countsRight(one, truth) ? off : 0);
  };
  const isRight = (one: Work, truth: Happened): boolean =>
    mend(one, truth) === 0 && one.beatsMs.length === truth.beatsMs.length;

  const bare = { ...lesson, segments: [], rejected: [] };
  const rows = sheetOf(bare, 'take', proposals);
  const sure = rows.filter((row) => row.state === 'sure' && row.kind !== 'cut');
  if (sure.length > 0) press(1);
  const agreed = new Set(agreedWith(sure, proposals));
  const doubts = rows.filter(
    (row) => row.doubt !== null && !(row.doubt !== 'count' && row.proposal && agreed.has(row.proposal)),
  );
  const settle = (row: SheetRow): void => {
    look(row);
    const truth = meant(row);
    if (truth) taken.add(truth);
    // Put right, it is gone on from; right, it is agreed to; not there, it is not.
    press(truth ? answer(row, truth) : 1);
  };
  // What is right is settled before what might take its place.
  for (const row of sure.filter((one) => isWork(one.kind) && one.doubt === null)) {
    const truth = meant(row);
    if (truth && isRight(row, truth)) {
      taken.add(truth);
      continue;
    }
    settle(row);
  }
  if (doubts.length > 0) press(1);
  const settled = new Set<SheetRow>();
  /** Both sides in one go, where the first is right: else each comes by itself. */
  const settleBoth = (row: SheetRow, other: SheetRow): void => {
    const [truth, otherTruth] = [meant(row), meant(other)];
    if (!truth || !isRight(row, truth)) return;
    settled.add(row).add(other);
    look(row);
    taken.add(truth);
    if (otherTruth && isRight(other, otherTruth)) {
      look(other);
      taken.add(otherTruth);
      press(1);
      return;
    }
    press(1);
    settle(other);
    look(row);
    press(1);
  };
  for (const row of doubts) {
    const [, other] = asOneDoubt(rows, row);
    if (other && doubts.includes(other) && !settled.has(row)) settleBoth(row, other);
    if (settled.has(row)) continue;
    if (row.state === 'missing') press(1);
    else if (row.kind !== 'cut') settle(row);
    else {
      look(row);
      // Left out or not, it is one press.
      press(1);
    }
  }
  for (const truth of works) {
    if (taken.has(truth)) continue;
    press(3 + truth.beatsMs.length);
    look(truth);
  }
  for (const truth of cuts) {
    if (rows.some((row) => row.kind === 'cut' && sharedMs(row, truth) > 0.5 * (truth.endMs - truth.startMs))) continue;
    press(3);
    look(truth);
  }
  press(1);
  return { presses, seconds: seconds + PRESS_S * presses };
}
