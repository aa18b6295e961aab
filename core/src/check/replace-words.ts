import type { Change, SingleChange } from '../lesson/change.schema';
import type { Lesson, Step } from '../lesson/lesson.schema';
import type { PlanPlace } from './finding';

/**
 * The words that stand at a place of a lesson; null where no words can stand.
 *
 * @example wordsAt(lesson, { on: 'plan', stepId: null, part: 'opening' }) // 'Good morning.'
 */
export function wordsAt(lesson: Lesson, { stepId, part }: PlanPlace): string | null {
  if (part === 'before' || part === 'during' || part === 'after')
    return lesson.steps.find((step) => step.id === stepId)?.narration[part] ?? null;
  return part === 'dose' || part === 'order' || part === 'lesson' ? null : lesson[part];
}

/**
 * The change that writes other words at a place; null when what is to be replaced is not there.
 *
 * @example replaceWords(lesson, { on: 'plan', stepId: null, part: 'title' }, 'nine', 'seven') // { kind: 'set_lesson', field: 'title', … }
 */
export function replaceWords(lesson: Lesson, place: PlanPlace, from: string, to: string): Change | null {
  const words = wordsAt(lesson, place);
  if (words === null || !words.includes(from)) return null;
  const value = words.replace(from, () => to).trim();
  const { stepId, part } = place;
  if (part === 'before' || part === 'during' || part === 'after') {
    const { narration } = lesson.steps.find((step) => step.id === stepId)!;
    return { kind: 'set_step', stepId: stepId!, field: 'narration', value: { ...narration, [part]: value } };
  }
  if (part === 'title' && value === '') return null;
  return { kind: 'set_lesson', field: part as 'opening', value };
}

/** The change that says something before all that is said before a step. @example sayBefore(step, 'Lenses out.') */
export function sayBefore({ id, narration }: Step, words: string): Change {
  const value = { ...narration, before: `${words} ${narration.before}`.trim() };
  return { kind: 'set_step', stepId: id, field: 'narration', value };
}

const WORDS: ReadonlySet<string> = new Set(['title', 'promise', 'description', 'opening', 'closing']);

/** Whether a change is one of words. @example isOfWords({ kind: 'set_lesson', field: 'title', value: 'Tide' }) // true */
export function isOfWords(one: SingleChange): boolean {
  if (one.kind === 'set_step') return one.field === 'narration';
  return one.kind === 'set_lesson' && WORDS.has(one.field);
}
