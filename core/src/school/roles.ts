import type { Move } from '../move/move.schema';
import type { School } from './school.schema';

/**
 * What a step is in a lesson: the one list of roles for schools, order, narration and numbering. In a school that drains,
 * opening opens the drains and closing is the way down.
 */
export const ROLES = ['opening', 'warm_up', 'work', 'soothing', 'closing', 'finish', 'talk'] as const;
export type Role = (typeof ROLES)[number];

/** What a role is told from: whatever is done with a move. */
interface OfMove {
  readonly move: Move;
}

/**
 * The role of each step. What drains after the last work closes; before that, the first time in a region that the
 * school opens is its opening, and every further one belongs to the closing.
 *
 * @example rolesOf(lesson.steps, schoolOf(lesson)) // ['opening', 'work', 'work', 'closing']
 */
export function rolesOf(steps: readonly OfMove[], school: School): Role[] {
  const drains = steps.map((step) => drainsIn(step, school));
  const last = drains.lastIndexOf(false);
  const opened = new Set<string>();
  let settling = true;
  return steps.map(({ move }, at): Role => {
    // A breath at the very beginning is how a lesson opens, whatever the school.
    settling &&= move.action === 'breathe';
    if (settling) return 'opening';
    if (!drains[at]) return 'work';
    // A press in the hollows opens wherever it stands; a stroke only before the work is over.
    const opens = at < last || move.action === 'press';
    if (opens && school.drainage.opens.includes(move.region) && !opened.has(move.region)) {
      opened.add(move.region);
      return 'opening';
    }
    return school.drainage.closes.length > 0 ? 'closing' : 'work';
  });
}

/** Whether a step moves what has to drain: a draining stroke, or any light work in a region that the school opens. */
function drainsIn({ move }: OfMove, { drainage }: School): boolean {
  if (move.action === 'drain') return true;
  const place = drainage.opens.includes(move.region) || drainage.closes.includes(move.region);
  return place && (move.action === 'press' || (move.action === 'stroke' && move.direction?.to === 'collarbone'));
}

/**
 * Where a step stands in its school's order, 0 upward; null when it may come anywhere.
 *
 * @example rankOf(step, schoolOf(lesson)) // 3
 */
export function rankOf({ move }: OfMove, school: School): number | null {
  if (school.phases.length > 0) {
    const phase = school.phases.findIndex((actions) => actions.includes(move.action));
    return phase < 0 ? null : phase;
  }
  const rank = school.order.indexOf(move.region);
  return rank < 0 ? null : rank;
}
