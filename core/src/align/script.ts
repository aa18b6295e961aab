import type { Passage } from '../assembly/passage';
import type { WorkedSide } from '../dose/dose';
import type { Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { schedule } from '../schedule/schedule';
import { naturalMs } from './natural';
import { plainWords } from './plain-words';

/** A word that is planned to be said. */
export interface ScriptWord {
  readonly text: string;
  /** When it is planned to be said, ms from the lesson's start. */
  readonly plannedMs: number;
  /** The row of the script that it is said in; −1 in the opening, and in the closing as many as there are rows. */
  readonly row: number;
}

/** One side of a step, as planned: a step that is worked on one side after the other has two. */
export interface ScriptRow {
  readonly stepId: string;
  readonly side: WorkedSide | null;
  /** Whether it begins with a change of side. */
  readonly changesSide: boolean;
  /** From its first words, or from the change of side, or from its work, to its end; ms from the lesson's start. */
  readonly startMs: number;
  readonly endMs: number;
}

type Writable<T> = { -readonly [K in keyof T]: T[K] };

/** Everything that is to be said and done in a lesson, in its order. */
export interface Script {
  readonly words: readonly ScriptWord[];
  readonly rows: readonly ScriptRow[];
  readonly totalMs: number;
}

/**
 * The script of a lesson as it is planned: words with their time, and the sides of its steps.
 *
 * @example scriptOf(lesson).rows.map((row) => row.side) // ['left', 'right', 'both']
 */
export function scriptOf(lesson: Lesson): Script {
  const { passages, totalMs } = schedule(lesson);
  const { rows, rowOf } = rowsOf(passages);
  const words = passages.flatMap(({ startMs, endMs, spoken, words: text }, at): ScriptWord[] => {
    const said = plainWords(text);
    const [from, to] = [spoken[0]?.[0] ?? startMs, spoken[spoken.length - 1]?.[1] ?? endMs];
    const ends = naturalMs(said);
    const whole = ends[ends.length - 1] ?? 1;
    return said.map((word, i) => ({
      text: word,
      plannedMs: Math.round(from + ((to - from) * (ends[i - 1] ?? 0)) / whole),
      row: rowOf[at]!,
    }));
  });
  return { words, rows, totalMs };
}

/**
 * The sides of a plan's steps, and for each of its passages the row that it belongs to, as {@link ScriptWord} has it.
 *
 * @param passages of a plan, in its order.
 */
export function rowsOf(passages: readonly Passage[]): { rows: readonly ScriptRow[]; rowOf: readonly number[] } {
  const rows: (Writable<ScriptRow> & { begun: boolean })[] = [];
  const owned = passages.map(({ kind, stepId, side, startMs, endMs, words }): number | null => {
    let row = rows[rows.length - 1];
    if (stepId === null) return rows.length > 0 ? null : -1;
    if (row?.stepId !== stepId || (side && row.side && row.side !== side)) {
      const changesSide = kind === 'swap' || row?.stepId === stepId;
      row = { stepId, side, changesSide, startMs, endMs, begun: false };
      rows.push(row);
    }
    row.side ??= side;
    row.endMs = endMs;
    // What is made ready before the first word is heard by nobody.
    if (!row.begun) row.startMs = startMs;
    row.begun ||= words !== '' || kind === 'swap' || isWork(kind);
    return rows.length - 1;
  });
  return { rows: rows.map(({ begun: _begun, ...row }) => row), rowOf: owned.map((row) => row ?? rows.length) };
}
