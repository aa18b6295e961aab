import { partsOf, sidesIn, type WorkedSide } from '../dose/dose';
import { countFor, doseFor } from '../lesson/dose-for';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { partMs } from '../schedule/schedule';
import { figureSaid, type FigureSaid } from './figure-said';
import { sideOf, type Done, type Measured } from './done';
import type { Said, SaidDose } from './said';

/** A figure that is said of one side of a step. */
export interface RowFigure extends Pick<SaidDose, 'low' | 'high' | 'words' | 'atMs'> {
  readonly unit: FigureSaid['unit'];
  readonly planned: number;
}

/** One side of a step: what was planned, what is said of it, what was done. */
export interface SaidDoneRow {
  readonly stepId: string;
  readonly side: WorkedSide;
  /** How often; null where it goes by the clock. */
  readonly plannedCount: number | null;
  /** How long one hold is to be; null where nothing is held. */
  readonly plannedHeldMs: number | null;
  readonly plannedMs: number;
  readonly said: readonly RowFigure[];
  /** Null where the film does not show it. */
  readonly done: Done | null;
}

/**
 * Planned, said and done, side by side, in the order of the plan.
 *
 * @example rowsOf(lesson, saidInWords(lesson), shownAsMarked(lesson).done)[0]?.said[0]?.words // 'ten times'
 */
export function rowsOf(lesson: Lesson, { doses }: Said, done: readonly Done[]): SaidDoneRow[] {
  return movesOf(lesson.steps).flatMap((step) => {
    const sides = partsOf(step.sidePlan);
    const own = doses.filter((one) => one.stepId === step.id);
    const shown = done.filter((one) => one.stepId === step.id);
    return sides.map((side, at): SaidDoneRow => {
      const dose = doseFor(step, side);
      return {
        ...{ stepId: step.id, side },
        plannedCount: dose.form === 'timed' ? null : countFor(step, side),
        plannedHeldMs: dose.form === 'hold' ? dose.holdMs.planned : null,
        plannedMs: partMs(step, side),
        said: saidOf(step, side, at, own),
        done: shown.find((one) => sideOf(one, sides) === side) ?? null,
      };
    });
  });
}

/**
 * What is said of a side: what is said while it is worked; else what is said at the first one, which the others take over.
 */
function saidOf(step: MoveStep, side: WorkedSide, at: number, doses: readonly SaidDose[]): RowFigure[] {
  const sides = partsOf(step.sidePlan);
  const isFor = ({ scope, side: under }: SaidDose): boolean => {
    if (scope === 'each_side' || scope === 'every_move') return true;
    if (scope === 'other_side') return at > 0;
    return under === null ? true : under === side || !sides.includes(under);
  };
  const figures = (own: readonly SaidDose[]): RowFigure[] =>
    own.flatMap((one) => {
      const figure = figureSaid(doseFor(step, side), one, one.words);
      const { low, high, words, atMs } = one;
      return figure ? [{ ...figure, low, high, words, atMs }] : [];
    });
  const own = figures(doses.filter(isFor));
  return own.length > 0 || at === 0 ? own : figures(doses.filter(({ side: under }) => under === sides[0]));
}

/**
 * What was done of what a figure is about, in its own unit; null where it was not measured.
 *
 * @example doneAsSaid(step, row, row.said[0]!) // { value: 8, low: 8, high: 8 }
 */
export function doneAsSaid(step: MoveStep, { side, done }: SaidDoneRow, { unit }: RowFigure): Measured | null {
  if (!done) return null;
  const dose = doseFor(step, side);
  const by = (measured: Measured | null, share: number): Measured | null =>
    measured && { value: measured.value / share, low: measured.low / share, high: measured.high / share };
  switch (unit) {
    case 'times':
      return by(done.count, dose.sets.planned * sidesIn(side) * (dose.form === 'passes' ? dose.lanes.planned : 1));
    case 'held':
      return by(done.heldMs, 1000);
    case 'each':
      // Rests between sets are no work, and count for none.
      return dose.form === 'timed' && dose.sets.planned === 1
        ? by(done.workMs, 1000 * dose.ways * sidesIn(side))
        : null;
    case 'sets':
      return null;
  }
}
