import { partsOf } from '../dose/dose';
import { regionName } from '../face/regions';
import type { MoveStep } from '../lesson/lesson.schema';

/**
 * Words for a move from its own fields.
 *
 * @example describeMove(step) // 'Stroke the neck. {reps} times. First your {side}, then your {other side}.'
 */
export function describeMove(step: MoveStep): string {
  const { move } = step;
  const how = move.how ? move.how.replace(/\s*[.]?$/, '.') : `${capital(move.action)} the ${regionName(move.region)}.`;
  const parts = partsOf(step.sidePlan);
  const side = parts.length > 1 && parts[0] !== 'midline' ? ' First your {side}, then your {other side}.' : '';
  const dose = {
    reps: '{reps} times.',
    passes: '{reps} times.',
    count: 'A count of {count}.',
    hold: 'Hold for {hold} seconds, {reps} times.',
    timed: '{seconds} seconds.',
    breaths: '{breaths} breaths.',
  }[step.dose.form];
  return `${how} ${dose}${side}`;
}

/** @example capital('stroke') // 'Stroke' */
export function capital(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}
