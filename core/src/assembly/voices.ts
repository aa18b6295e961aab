import type { Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { CutMs } from '../time/clocks';
import type { Passage } from './passage';

/** A recording that is heard beside the footage, at its place in a cut. */
export interface Voice {
  readonly mediaId: string;
  readonly startMs: CutMs;
  /** What is heard of the medium. */
  readonly fromMs: number;
  readonly toMs: number;
  readonly gainDb: number;
}

/**
 * Where the words that were spoken over the footage afterwards are heard in a cut, ascending: before the work of their
 * step (and side) so that they end with its beginning, over it, or after it; each time that it is worked. Where there is
 * no room before it they begin with the cut.
 *
 * @example voicesIn(lesson, passagesOf(lesson, cut)) // [{ mediaId: 'm', startMs: 12_000, fromMs: 0, toMs: 3000, gainDb: 0 }]
 */
export function voicesIn(lesson: Pick<Lesson, 'voiceOver'>, passages: readonly Passage[]): Voice[] {
  if (lesson.voiceOver.length === 0) return [];
  const bySide = workRuns(passages, (a, b) => a.stepId === b.stepId && a.side === b.side);
  const byStep = workRuns(passages, (a, b) => a.stepId === b.stepId);
  return lesson.voiceOver
    .flatMap(({ stepId, side, part, mediaId, fromMs, toMs, gainDb }) =>
      (side === null ? byStep : bySide)
        .filter((run) => run.stepId === stepId && (side === null || run.side === side))
        .map((run): Voice => {
          const at = part === 'after' ? run.endMs : run.startMs - (part === 'before' ? toMs - fromMs : 0);
          return { mediaId, startMs: Math.max(0, at), fromMs, toMs, gainDb };
        }),
    )
    .sort((a, b) => a.startMs - b.startMs);
}

type Work = Pick<Passage, 'stepId' | 'side' | 'startMs' | 'endMs'>;

/** Work that goes on: over the sets of a side, or over all of a step. */
function workRuns(passages: readonly Passage[], goesOn: (a: Work, b: Work) => boolean): Work[] {
  const runs: Work[] = [];
  for (const one of passages) {
    if (!isWork(one.kind)) continue;
    const last = runs[runs.length - 1];
    if (last && goesOn(last, one)) runs[runs.length - 1] = { ...last, endMs: Math.max(last.endMs, one.endMs) };
    else runs.push(one);
  }
  return runs;
}
