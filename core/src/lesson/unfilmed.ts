import type { Lesson } from './lesson.schema';

/**
 * A lesson's plan alone, to make another lesson of: no takes, and nothing that is marked on them.
 *
 * @example unfilmed(lesson).takes // []
 */
export function unfilmed(lesson: Lesson): Lesson {
  const marked = { segments: [], rejected: [], filmAgain: [], overrides: [], setAside: [] };
  return { ...lesson, takes: [], waiting: [], assembly: [], ...marked, publicElsewhere: false, publicAddress: '' };
}
