import { sentencesOf } from './talk';
import type { Lesson, Narration } from '../lesson/lesson.schema';

/** Told again and again even to those who know the move: which side, when to change, when to let go. */
const CUE = /\b(?:left|right|other side|switch|change|let go|release|and rest|stop)\b|\{(?:side|other side)\}/i;
const SHORT = 9;

/**
 * The same lesson without its teaching talk, for those who know it: doses whole, only short cues of side and release are
 * kept, no time for a first try.
 *
 * @example practiceCut(lesson).opening // ''
 */
export function practiceCut(lesson: Lesson): Lesson {
  const kept = (words: string): string =>
    sentencesOf(words)
      .filter((sentence) => CUE.test(sentence) && sentence.split(/\s+/).length <= SHORT)
      .join(' ');
  return {
    ...lesson,
    opening: '',
    closing: '',
    steps: lesson.steps.map((step) => ({
      ...step,
      nowYouMs: 0,
      narration: {
        before: kept(step.narration.before),
        during: kept(step.narration.during),
        after: kept(step.narration.after),
      } satisfies Narration,
    })),
  };
}

/**
 * One step as a short lesson of its own, with everything that is said at it.
 *
 * @example singleStep(lesson, 'a')?.title // 'Slipway'
 */
export function singleStep(lesson: Lesson, stepId: string): Lesson | null {
  const step = lesson.steps.find((one) => one.id === stepId);
  if (!step) return null;
  return {
    ...lesson,
    title: step.move.name,
    promise: '',
    opening: '',
    closing: '',
    steps: [{ ...step, bundle: null }],
  };
}
