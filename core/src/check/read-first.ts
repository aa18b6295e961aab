import '../words/localize';
import { names } from '../caution/said';
import { isMove, type Lesson } from '../lesson/lesson.schema';
import { cautionsOf } from './cautions';

/** What stands above every list: the danger that every lesson has. */
export const STOP = $localize`This is gentle self-care, not treatment. Stop when something hurts, and ask a professional when it stays.`;

/**
 * The cautions a viewer reads before a lesson, made from what the shown steps do: each danger once, the strongest first.
 * General knowledge, no source; worded as "ask first" and deferring to licensed practice. A move's own caution joins
 * where it warns of something else, with the names of its moves.
 *
 * @param shown the steps that the viewer gets; all of them where nothing is said.
 * @example readFirst(lesson)[0] // 'This is gentle self-care, not treatment. …'
 */
export function readFirst(lesson: Pick<Lesson, 'steps' | 'rules'>, shown?: ReadonlySet<string>): string[] {
  const cautions = cautionsOf(lesson, shown);
  const known = (words: string): boolean =>
    cautions.some((caution) => caution.dangers.some((danger) => names(words, danger)));
  const own = new Map<string, Set<string>>();
  for (const step of lesson.steps.filter(isMove)) {
    if (shown && !shown.has(step.id)) continue;
    for (const words of step.move.cautions)
      if (!known(words)) own.set(words, (own.get(words) ?? new Set()).add(step.move.name));
  }
  return [
    STOP,
    ...cautions.map((caution) => caution.readFirst),
    ...[...own].map(([words, moves]) => `${words.replace(/[.]$/, '')} (${[...moves].join(', ')}).`),
  ];
}
