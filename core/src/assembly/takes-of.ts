import type { Lesson } from '../lesson/lesson.schema';
import type { Take } from '../lesson/take.schema';
import type { Passage } from './passage';

/**
 * The take that each passage shows; none in a plan.
 *
 * @example takesOf(lesson)(passage)?.pictureLeft // 'left'
 */
export function takesOf({
  takes,
  segments,
}: Pick<Lesson, 'takes' | 'segments'>): (passage: Pick<Passage, 'segmentId'>) => Take | undefined {
  const takeOf = new Map(segments.map((one) => [one.id, one.takeId]));
  const byId = new Map(takes.map((take) => [take.id, take]));
  return ({ segmentId }) => byId.get(takeOf.get(segmentId ?? '') ?? '');
}
