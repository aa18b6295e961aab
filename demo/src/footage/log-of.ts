import type { LogEntry } from '@limber/core/take/log.document';
import { isWork } from '@limber/core/lesson/segment-kind';
import { seeded } from '@limber/core/solve/seeded';
import type { Said } from './said';

/** How late a press comes at most, ms, and how many are forgotten. */
const LATE_MS = 400;
const FORGOTTEN = 1 / 20;

/** The log that somebody presses while filming, a little late, and now and then not at all. */
export function logOf({ segments, durationMs }: Pick<Said, 'segments' | 'durationMs'>, seed: number): LogEntry[] {
  const random = seeded(613 * seed + 3);
  const entries: LogEntry[] = [];
  const press = (kind: LogEntry['kind'], atMs: number, stepId: string | null, side: LogEntry['side']): void => {
    const late = LATE_MS * random();
    if (random() >= FORGOTTEN) entries.push({ atMs: Math.round(atMs + late), kind, stepId, side, n: null });
  };
  let stepId: string | null = null;
  for (const one of segments) {
    if (one.kind === 'cut') {
      if (one.stepId !== null) press('again', one.endMs, one.stepId, one.side);
      continue;
    }
    if (one.stepId !== null && one.stepId !== stepId) {
      press('step', one.startMs, one.stepId, null);
    }
    stepId = one.stepId ?? stepId;
    if (one.kind === 'swap') press('swap', one.startMs, one.stepId, one.side);
    if (isWork(one.kind)) press('dose', one.startMs, one.stepId, one.side);
  }
  entries.push({ atMs: durationMs - 500, kind: 'end', stepId: null, side: null, n: null });
  return entries.sort((a, b) => a.atMs - b.atMs);
}
