import { filmSize } from './size';
import type { Lesson } from '../lesson/lesson.schema';
import { chaptersOf, type Chapter } from '../schedule/chapters';
import type { Timeline } from '../schedule/timeline';
import { msOfFrame } from '../time/frames';

/** How long cards stand, ms: long enough to read a title; to take up a telephone and read a code. */
export const OPENING_MS = 3000;
export const CLOSING_MS = 8000;

/**
 * How long the cards of a lesson's films last together, ms.
 *
 * @example cardsMs({ openingCard: true, closingCard: null }) // 3000
 */
export function cardsMs({ openingCard, closingCard }: Pick<Lesson, 'openingCard' | 'closingCard'>): number {
  return (openingCard ? OPENING_MS : 0) + (closingCard ? CLOSING_MS : 0);
}

/**
 * So much later than in its cut everything is in a lesson's finished film, which an opening card may stand before, ms.
 *
 * @example laterOnFilm(lesson) // 3000, in whole pictures of the film
 */
export function laterOnFilm(lesson: Pick<Lesson, 'takes' | 'assembly' | 'openingCard'>): number {
  const { rate, frameRate } = filmSize(lesson, '16:9');
  return lesson.openingCard ? msOfFrame(Math.round((OPENING_MS * frameRate) / 1000), rate) : 0;
}

/**
 * The chapters of a cut where they are in its finished film: the first and the last have the cards with them.
 *
 * @param lastMs where the film ends.
 */
export function chaptersOnFilm(
  lesson: Pick<Lesson, 'title' | 'steps' | 'takes' | 'assembly' | 'openingCard' | 'closingCard'>,
  timeline: Pick<Timeline, 'passages' | 'durationMs'>,
  lastMs = timeline.durationMs + cardsMs(lesson),
): Chapter[] {
  const laterMs = laterOnFilm(lesson);
  return chaptersOf(lesson, timeline).map((chapter, i, all) => ({
    ...chapter,
    startMs: i === 0 ? 0 : chapter.startMs + laterMs,
    endMs: i === all.length - 1 ? lastMs : chapter.endMs + laterMs,
  }));
}
