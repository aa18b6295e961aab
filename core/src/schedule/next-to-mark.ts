import type { Lesson } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import { schedule } from './schedule';
import { isWork } from '../lesson/segment-kind';

/** What a segment about to be marked most likely shows. */
export type Guess = Pick<Segment, 'kind' | 'stepId' | 'side'>;

/**
 * The first piece of planned work that no segment shows yet, in the plan's order; once all is marked, plain talk.
 *
 * @example nextToMark(lesson) // { kind: 'reps', stepId: 'a', side: 'left' }
 */
export function nextToMark(lesson: Lesson): Guess {
  const marked = new Map<string, number>();
  for (const { stepId, side, kind } of lesson.segments)
    if (isWork(kind)) marked.set(`${stepId}/${side}`, (marked.get(`${stepId}/${side}`) ?? 0) + 1);
  for (const { kind, stepId, side } of schedule(lesson).passages) {
    if (!isWork(kind)) continue;
    const key = `${stepId}/${side}`;
    const left = marked.get(key) ?? 0;
    if (left === 0) return { kind, stepId, side };
    marked.set(key, left - 1);
  }
  return { kind: 'talk', stepId: null, side: null };
}
