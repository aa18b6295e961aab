import { rowsOf, type ScriptRow } from '../align/script';
import { partsOf, type WorkedSide } from '../dose/dose';
import type { Region } from '../face/regions';
import { countFor } from '../lesson/dose-for';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import { schedule } from '../schedule/schedule';
import { lengthOf, unionSpans } from '../time/spans';

/** Something that the plan has happen once, in its place. */
export interface Slot {
  readonly kind: SegmentKind;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
  /** The row of the script that it belongs to; −1 before the first, as many as there are after the last. */
  readonly row: number;
  /** Whether the row begins with it. */
  readonly opens: boolean;
  readonly plannedMs: number;
  /** What is said in it; empty for nothing. */
  readonly words: string;
  /** Share of it in which somebody is to speak, 0 to 1. */
  readonly spoken: number;
  /** What hands do in it; null where it is no work. */
  readonly work: Work | null;
}

export interface Work {
  readonly region: Region;
  readonly side: WorkedSide;
  /** How often; null where it is done by the clock. */
  readonly count: number | null;
  readonly held: boolean;
  /** Whether a hand does it, that can be seen. */
  readonly byHand: boolean;
}

/** Done with the voice, the breath or the mouth by itself. */
const HANDLESS = new Set(['vocalise', 'breathe', 'puff']);

/**
 * What the plan has happen, one after another.
 *
 * @example slotsOf(lesson).map((slot) => slot.kind) // ['intro', 'teach', 'prep', 'reps', 'swap', 'reps', …]
 */
export function slotsOf(lesson: Lesson): { readonly slots: readonly Slot[]; readonly rows: readonly ScriptRow[] } {
  const { passages } = schedule(lesson);
  const { rows, rowOf } = rowsOf(passages);
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  let opened = -1;
  const slots = passages.map(({ kind, stepId, side, startMs, endMs, spoken, words }, at): Slot => {
    const row = rowOf[at]!;
    // What is made ready before the first word opens nothing that anybody hears.
    const opens = row > opened && row < rows.length && startMs >= rows[row]!.startMs;
    if (opens) opened = row;
    const step = stepId === null ? undefined : steps.get(stepId);
    const worked = side ?? (step ? (partsOf(step.sidePlan)[0] ?? null) : null);
    const plannedMs = endMs - startMs;
    return {
      ...{ kind, stepId, side, row, opens, plannedMs, words },
      spoken: plannedMs > 0 ? lengthOf(unionSpans(spoken)) / plannedMs : 0,
      work: step && worked && isWork(kind) ? workOf(step, worked) : null,
    };
  });
  return { slots, rows };
}

function workOf(step: ReturnType<typeof movesOf>[number], side: WorkedSide): Work {
  return {
    region: step.move.region,
    side,
    count: step.dose.form === 'timed' ? null : countFor(step, side),
    held: step.dose.form === 'hold',
    byHand: step.move.tool !== 'none' && !HANDLESS.has(step.move.action),
  };
}
