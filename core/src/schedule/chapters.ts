import { stepRunsOf } from '../assembly/step-runs';
import { type Lesson, nameOfStep } from '../lesson/lesson.schema';
import type { Timeline } from './timeline';
import type { CutMs } from '../time/clocks';

export interface Chapter {
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  readonly title: string;
}

/** Video hosts take chapters of this length and more, the first at 0:00 (common practice, no source). */
const SHORTEST_MS = 10_000;

/**
 * The chapters of a cut: each time that a move runs, up to the next; what stands before the first is named after the
 * lesson, and what is too short for a chapter goes with the one before it.
 *
 * @example chaptersOf(lesson, timelineOf(lesson)!)[1]?.title // 'Slipway'
 */
export function chaptersOf(
  lesson: Pick<Lesson, 'title' | 'steps'>,
  { passages, durationMs }: Pick<Timeline, 'passages' | 'durationMs'>,
): Chapter[] {
  const names = new Map(lesson.steps.map((step) => [step.id, nameOfStep(step)]));
  const starts: { startMs: CutMs; title: string }[] = [];
  for (const { stepId, startMs } of stepRunsOf(passages)) {
    const title = names.get(stepId) ?? '';
    const last = starts[starts.length - 1];
    if (last?.title === title) continue;
    if (last && startMs - last.startMs < SHORTEST_MS) last.title = `${last.title}, ${title}`;
    else starts.push({ startMs, title });
  }
  const first = starts[0];
  if (!first) return [{ startMs: 0, endMs: durationMs, title: lesson.title }];
  if (first.startMs < SHORTEST_MS) first.startMs = 0;
  else starts.unshift({ startMs: 0, title: lesson.title });
  const chapters = starts.map(({ startMs, title }, i): Chapter => ({
    startMs,
    endMs: starts[i + 1]?.startMs ?? durationMs,
    title,
  }));
  const [last, before] = [chapters[chapters.length - 1]!, chapters[chapters.length - 2]];
  if (!before || last.endMs - last.startMs >= SHORTEST_MS) return chapters;
  return [...chapters.slice(0, -2), { ...before, endMs: last.endMs, title: `${before.title}, ${last.title}` }];
}
