import { describeDose } from '@limber/core/dose/dose';
import { doseFor } from '@limber/core/lesson/dose-for';
import type { MoveStep } from '@limber/core/lesson/lesson.schema';
import type { Done, Measured } from '@limber/core/said-done/done';
import type { RowFigure, SaidDoneRow } from '@limber/core/said-done/rows';
import { clock } from '@limber/core/time/clock';

/** A figure in words, and between which others it lies; empty where it is exact. */
export interface FigureWords {
  readonly value: string;
  readonly range: string;
}

/** What is planned for a side of a step. */
export function plannedWords(step: MoveStep, { side }: SaidDoneRow): string {
  return describeDose(doseFor(step, side));
}

/** What is said of it, as it is said, and when. */
export function saidWords(said: readonly RowFigure[]): string[] {
  return said.map(({ words, atMs }) => (atMs === null ? `“${words}”` : `“${words}” ${clock(atMs)}`));
}

/** What was done: how often, how long each was held, or how long it took where nobody counts. */
export function doneWords({ plannedCount, plannedHeldMs }: SaidDoneRow, done: Done): FigureWords[] {
  const figures: FigureWords[] = [];
  if (plannedCount !== null && done.count)
    figures.push(
      figureOf(
        done.count,
        (n) => String(n),
        (n) => (n === 1 ? $localize`once` : $localize`${n} times`),
      ),
    );
  if (plannedHeldMs !== null && done.heldMs)
    figures.push(figureOf(done.heldMs, seconds, (ms) => $localize`held ${seconds(ms)} s`));
  if (figures.length === 0) figures.push(figureOf(done.workMs, clock, clock));
  return figures;
}

const seconds = (ms: number): string => String(Number((ms / 1000).toFixed(1)));

function figureOf(
  { value, low, high }: Measured,
  brief: (one: number) => string,
  whole: (one: number) => string,
): FigureWords {
  const [from, to] = [brief(low), brief(high)];
  return { value: whole(value), range: from === to ? '' : $localize`${from} to ${to}` };
}
