import '../words/localize';
import { partsOf } from '../dose/dose';
import { isMove, type Lesson } from '../lesson/lesson.schema';
import { clock } from '../time/clock';
import type { Log, LogEntry } from './log.document';

/** Something in a log that cannot have been, with the entry that it stands at; the rest of the log counts. */
export interface LogTrouble {
  readonly entry: number;
  readonly words: string;
}

/** What was pressed so little after a recording was over was pressed at its end: no two clocks run alike, ms. */
const AT_ITS_END_MS = 1000;

/**
 * What of a log holds for a lesson: its entries in the order of their times, without those that cannot have been. Nothing
 * is guessed in their place.
 *
 * @param durationMs how long the recording runs; what is later was not recorded.
 * @example checkLog(log, lesson, 60_000).troubles // [{ entry: 3, words: 'At 0:41 a step is named that …' }]
 */
export function checkLog(
  { entries }: Log,
  lesson: Pick<Lesson, 'steps'>,
  durationMs: number,
): { readonly entries: readonly LogEntry[]; readonly troubles: readonly LogTrouble[] } {
  const troubles: LogTrouble[] = [];
  const kept: LogEntry[] = [];
  const ordered = entries.map((one, entry) => ({ one, entry })).sort((a, b) => a.one.atMs - b.one.atMs);
  let paused = false;
  let ended = false;
  for (const { one, entry } of ordered) {
    const trouble = troubleWith(one, lesson, { durationMs, paused, ended });
    if (trouble !== null) {
      troubles.push({ entry, words: trouble });
      continue;
    }
    paused = one.kind === 'pause' || (paused && one.kind !== 'resume');
    ended ||= one.kind === 'end';
    kept.push({ ...one, atMs: Math.min(one.atMs, durationMs) });
  }
  return { entries: kept, troubles: troubles.sort((a, b) => a.entry - b.entry) };
}

function troubleWith(
  { atMs, kind, stepId, side }: LogEntry,
  { steps }: Pick<Lesson, 'steps'>,
  state: { durationMs: number; paused: boolean; ended: boolean },
): string | null {
  const at = clock(atMs);
  if (atMs > state.durationMs + AT_ITS_END_MS) return $localize`At ${at} the recording was over already.`;
  if (state.ended) return $localize`At ${at} the filming had ended already.`;
  if (kind === 'resume' && !state.paused) return $localize`At ${at} it goes on, and nothing had been paused.`;
  if (kind === 'pause' && state.paused) return $localize`At ${at} it is paused, and it was paused already.`;
  if (stepId === null) return kind === 'step' ? $localize`At ${at} a step begins, and it is not said which.` : null;
  const step = steps.find((one) => one.id === stepId);
  if (!step) return $localize`At ${at} a step is named that is not in the lesson any more.`;
  if (side !== null && isMove(step) && !partsOf(step.sidePlan).includes(side))
    return $localize`At ${at} “${step.move.name}” is worked on a side that its plan does not have.`;
  return null;
}

/**
 * A log on a take's time: every entry moved by where the recording's own start lies on it; what falls outside the take
 * is left out.
 *
 * @param offsetMs of the recording that the log was kept beside, as the take's source has it.
 * @example onTake(entries, -1200, 60_000)[0]?.atMs // 300, for an entry at 1500
 */
export function onTake(entries: readonly LogEntry[], offsetMs: number, takeMs: number): LogEntry[] {
  return entries
    .map((one) => ({ ...one, atMs: one.atMs + offsetMs }))
    .filter(({ atMs }) => atMs >= 0 && atMs <= takeMs);
}
