import { sentencesOf } from './talk';
import { isMove, nameOfStep, type Half, type Lesson, type Narration } from '../lesson/lesson.schema';

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
      ...(isMove(step) ? { nowYouMs: 0 } : {}),
      narration: {
        before: kept(step.narration.before),
        during: kept(step.narration.during),
        after: kept(step.narration.after),
      } satisfies Narration,
    })),
  };
}

/**
 * What of a lesson is for one half of the day: its own steps, and those that are for any.
 *
 * @example halfLesson(lesson, 'morning')?.steps.length // 5
 */
export function halfLesson(lesson: Lesson, half: Half): Lesson {
  return { ...lesson, steps: lesson.steps.filter((step) => step.half === null || step.half === half) };
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
    title: nameOfStep(step),
    promise: '',
    opening: '',
    closing: '',
    steps: [isMove(step) ? { ...step, bundle: null } : step],
  };
}
