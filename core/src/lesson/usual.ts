import type { Lesson } from './lesson.schema';

/** How an instructor usually begins and ends a lesson, and how long hers are; empty and null where she has no way yet. */
export interface Usual {
  readonly opening: string;
  readonly closing: string;
  readonly targetMs: number | null;
}

/**
 * What most of her lessons have; where all differ, what the newest has.
 *
 * @param lessons the newest first.
 * @example usualOf([today, yesterday]).opening // 'Good morning, early shift.'
 */
export function usualOf(lessons: readonly Pick<Lesson, 'opening' | 'closing' | 'targetMs'>[]): Usual {
  return {
    opening: mostOften(lessons.map((one) => one.opening.trim()).filter(Boolean)) ?? '',
    closing: mostOften(lessons.map((one) => one.closing.trim()).filter(Boolean)) ?? '',
    targetMs: mostOften(lessons.flatMap((one) => one.targetMs ?? [])) ?? null,
  };
}

/** The first of those that come most often. */
function mostOften<T>(values: readonly T[]): T | undefined {
  const counts = new Map<T, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  const most = Math.max(0, ...counts.values());
  return values.find((value) => counts.get(value) === most);
}
