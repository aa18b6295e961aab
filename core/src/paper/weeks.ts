import '../words/localize';
import { describeDose } from '../dose/dose';
import { describeDays, describeProgression, weeksOf, type Week } from '../dose/progression';
import type { MoveStep } from '../lesson/lesson.schema';

/** Weeks in which everything stays the same, of all that is built up. */
export interface Period {
  /** Counted from 1; the last period goes on from its first week. */
  readonly fromWeek: number;
  readonly toWeek: number | null;
  /** "week 1", "weeks 2 to 3", "from week 4". */
  readonly name: string;
  readonly rows: readonly PeriodRow[];
}

export interface PeriodRow {
  readonly stepId: string;
  readonly step: string;
  /** "5 times". */
  readonly dose: string;
  readonly daysAWeek: number;
  /** "every other day". */
  readonly often: string;
}

/** How the steps of a lesson are built up, each in words and all of them week by week. */
export interface Weeks {
  readonly steps: readonly { readonly step: string; readonly words: string }[];
  readonly periods: readonly Period[];
}

/**
 * What is done week by week, in periods in which nothing changes.
 *
 * @example weeksOfLesson(movesOf(lesson.steps)).periods.map((one) => one.name) // ['weeks 1 to 2', 'from week 3']
 */
export function weeksOfLesson(moves: readonly MoveStep[]): Weeks {
  const built = moves.flatMap(({ id, move, dose, progression }) =>
    progression ? [{ id, name: move.name, dose, progression, weeks: weeksOf(dose, progression) }] : [],
  );
  const last = Math.max(0, ...built.map((one) => one.weeks.length));
  const at = (weeks: readonly Week[], week: number): Week => weeks[Math.min(week, weeks.length) - 1]!;
  const rows = (week: number): PeriodRow[] =>
    built.map(({ id, name, weeks }) => {
      const { dose, daysAWeek } = at(weeks, week);
      return { stepId: id, step: name, dose: describeDose(dose), daysAWeek, often: describeDays(daysAWeek) };
    });
  const periods: { fromWeek: number; rows: PeriodRow[] }[] = [];
  for (let week = 1; week <= last; week++) {
    const own = rows(week);
    const before = periods[periods.length - 1];
    if (!before || JSON.stringify(before.rows) !== JSON.stringify(own)) periods.push({ fromWeek: week, rows: own });
  }
  return {
    steps: built.map(({ name, dose, progression }) => ({ step: name, words: describeProgression(dose, progression) })),
    periods: periods.map(({ fromWeek, rows: own }, i) => {
      const toWeek = i + 1 < periods.length ? periods[i + 1]!.fromWeek - 1 : null;
      const name =
        toWeek === null
          ? $localize`from week ${fromWeek}`
          : toWeek === fromWeek
            ? $localize`week ${fromWeek}`
            : $localize`weeks ${fromWeek} to ${toWeek}`;
      return { fromWeek, toWeek, name, rows: own };
    }),
  };
}
