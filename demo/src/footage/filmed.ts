import { alignLesson } from '@limber/core/align/align-lesson';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { parseLines } from '@limber/core/narration/lines';
import { noEvidence, type Evidence } from '@limber/core/proposal/evidence';
import { unionSpans, type Span } from '@limber/core/time/spans';
import { logOf } from './log-of';
import { sayLesson, type Said } from './said';
import { seenAs } from './seen-as';

/** What there is to go by: hands and voice alone, captions too, a log beside them. */
export const KNOWN = ['seen', 'captions', 'log'] as const;
export type Known = (typeof KNOWN)[number];

/** A lesson filmed with its usual mishaps, and what an analysis, captions and a log would tell of it. */
export function filmedLesson(lesson: Lesson, seed: number, known: Known): { said: Said; evidence: Evidence } {
  const said = sayLesson(lesson, seed, { layout: 'lines', freedom: 0.5, mishaps: 0.5 });
  const pictureLeft = seed % 2 ? 'left' : 'right';
  const speech = speechOf(said);
  const aligned = known === 'seen' ? null : alignLesson(lesson, parseLines(said.captions), speech);
  return {
    said,
    evidence: {
      ...noEvidence(said.durationMs),
      ...{ speech, heard: true },
      ...seenAs(said, lesson, seed, pictureLeft),
      pictureLeft,
      said: aligned?.fits ? aligned : null,
      log: known === 'log' ? logOf(said, seed) : [],
    },
  };
}

/** A single take of a dozen lessons tells to a hundredth only: each is filmed so often. */
const TAKES = [0, 10_000, 20_000, 30_000];

/** Several takes of each lesson, with what is known of them. */
export function filmedTakes(
  lessons: readonly Lesson[],
  seed: number,
  known: Known,
): ({ lesson: Lesson } & ReturnType<typeof filmedLesson>)[] {
  return TAKES.flatMap((take) =>
    lessons.map((lesson, i) => ({ lesson, ...filmedLesson(lesson, seed + take + i, known) })),
  );
}

/** Gaps shorter than this are none; the end of speech is heard a little late. */
const GAP_MS = 220;
const LATE_MS = 30;

/** Where somebody is heard to speak. */
export function speechOf({ words }: Pick<Said, 'words'>): Span[] {
  return unionSpans(words.map(({ startMs, endMs }): Span => [Math.round(startMs), Math.round(endMs) + GAP_MS])).map(
    ([startMs, endMs]): Span => [startMs, endMs - GAP_MS + LATE_MS],
  );
}
