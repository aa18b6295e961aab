import { sentencesOf } from './talk';
import { isMove, nameOfStep, type Half, type Lesson, type Narration } from '../lesson/lesson.schema';

/** Told again and again even to those who know the move: which side, when to change, when to let go. */
const CUE = /\b(?:left|right|other side|switch|change|let go|release|and rest)\b|\{(?:side|other side)\}/i;
/** How hard: said every time, since a hand grows heavier. */
const PRESSURE =
  /\b(?:feather\S*|light(?:ly|er)?|gentl[ey]|soft(?:ly|er)?|pressure|press(?:ing)? (?:less|no)|weight of|on the bone|ring fingers?|teeth apart|shoulders? (?:down|low|stay))\b/i;
/** When to stop, and what not to do: said whole, however long. */
const SAFETY =
  /\b(?:stop|hurts?|pain(?:ful)?|dizz\w+|careful(?:ly)?|doctor|dentist|midwife|leave (?:it|this|that|these) out|skip|never|do(?:n[’']t| not) (?:press|push|pull|drag|rub|dig|touch|hold your breath)|not (?:on|over|with|if|when)|avoid|keep (?:off|it moving))\b/i;
const SHORT = 9;
const LONGER = 14;

/**
 * The same lesson without its teaching talk, for those who know it: doses whole, the time for the viewer kept; of the
 * words only what keeps them safe, how hard, and short cues of side and release. Praise goes.
 *
 * @example practiceCut(lesson).opening // ''
 */
export function practiceCut(lesson: Lesson): Lesson {
  const stays = (sentence: string): boolean => {
    const count = sentence.split(/\s+/).length;
    return (
      SAFETY.test(sentence) || (PRESSURE.test(sentence) && count <= LONGER) || (CUE.test(sentence) && count <= SHORT)
    );
  };
  const kept = (words: string): string => sentencesOf(words).filter(stays).join(' ');
  return {
    ...lesson,
    opening: '',
    closing: '',
    steps: lesson.steps.map((step) => ({
      ...step,
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
