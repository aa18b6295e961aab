import type { Move } from '../move/move.schema';
import type { School } from './school.schema';

/**
 * What a step is in a lesson: the one list of roles for schools, order, narration and numbering. In a school that drains,
 * opening opens the drains and closing is the way down.
 */
export const ROLES = ['opening', 'warm_up', 'work', 'soothing', 'closing', 'finish', 'talk'] as const;
export type Role = (typeof ROLES)[number];

/** A role as it is said. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  opening: 'the opening',
  warm_up: 'a warm-up',
  work: 'work',
  soothing: 'soothing',
  closing: 'the closing',
  finish: 'the finish',
  talk: 'talk',
};

/** What a role is told from: whatever is done with a move. */
interface OfMove {
  readonly move: Move;
  /** What the instructor says it is. */
  readonly role?: Role | null;
}

/**
 * The role of each step: as its instructor says, else as its school has it. What drains after the last work closes; before that, the first time in a region that the
 * school opens is its opening, and every further one belongs to the closing.
 *
 * @example rolesOf(lesson.steps, schoolOf(lesson)) // ['opening', 'work', 'work', 'closing']
 */
export function rolesOf(steps: readonly OfMove[], school: School): Role[] {
  const drains = steps.map((step) => drainsIn(step, school));
  const last = drains.lastIndexOf(false);
  const opened = new Set<string>();
  let settling = true;
  return steps.map(({ move, role }, at): Role => {
    // A breath at the very beginning is how a lesson opens, whatever the school.
    settling &&= move.action === 'breathe';
    if (role) return role;
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
  return (
    place &&
    (move.action === 'press' ||
      (move.action === 'stroke' && move.route[move.route.length - 1]?.region === 'collarbone'))
  );
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

/**
 * Where the work of a lesson stands in its school's order; null for what may come anywhere, and for what is no work. A
 * school whose order may be taken from either end is followed from the end that fits more of the steps.
 *
 * @param roles of the same steps: {@link rolesOf}.
 * @example ranksOf(steps, rolesOf(steps, school), school) // [null, 0, 3, 5]
 */
export function ranksOf(steps: readonly OfMove[], roles: readonly Role[], school: School): (number | null)[] {
  const ranks = steps.map((step, at) => (roles[at] === 'work' ? rankOf(step, school) : null));
  if (!school.eitherWay) return ranks;
  const known = ranks.filter((rank) => rank !== null);
  const up = known.slice(1).filter((rank, at) => rank > known[at]!).length;
  const down = known.slice(1).filter((rank, at) => rank < known[at]!).length;
  return down > up ? ranks.map((rank) => (rank === null ? null : school.order.length - rank)) : ranks;
}
