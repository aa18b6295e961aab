import type { Step } from '../lesson/lesson.schema';
import type { School } from './school.schema';

/** What a step is in a lesson of a school: it opens a drain, does the work, or closes the way down. */
export type Role = 'opening' | 'main' | 'closing';

/**
 * The role of each step. What drains after the last work closes; before that, the first time in a region that the
 * school opens is its opening, and every further one belongs to the closing.
 */
export function rolesOf(steps: readonly Step[], school: School): Role[] {
  const drains = steps.map((step) => drainsIn(step, school));
  const last = drains.lastIndexOf(false);
  const opened = new Set<string>();
  let settling = true;
  return steps.map(({ move }, at): Role => {
    // A breath at the very beginning is how a lesson opens, whatever the school.
    settling &&= move.action === 'breathe';
    if (settling) return 'opening';
    if (!drains[at]) return 'main';
    // A press in the hollows opens wherever it stands; a stroke only before the work is over.
    const opens = at < last || move.action === 'press';
    if (opens && school.drainage.opens.includes(move.region) && !opened.has(move.region)) {
      opened.add(move.region);
      return 'opening';
    }
    return school.drainage.closes.length > 0 ? 'closing' : 'main';
  });
}

/** Whether a step moves what has to drain: a draining stroke, or any light work in a region that the school opens. */
function drainsIn({ move }: Step, { drainage }: School): boolean {
  if (move.action === 'drain') return true;
  const place = drainage.opens.includes(move.region) || drainage.closes.includes(move.region);
  return place && (move.action === 'press' || (move.action === 'stroke' && move.direction?.to === 'collarbone'));
}

/** Where a step stands in its school's order, 0 upward; null when it may come anywhere. */
export function rankOf({ move }: Pick<Step, 'move'>, school: School): number | null {
  if (school.phases.length > 0) {
    const phase = school.phases.findIndex((actions) => actions.includes(move.action));
    return phase < 0 ? null : phase;
  }
  const rank = school.order.indexOf(move.region);
  return rank < 0 ? null : rank;
}
