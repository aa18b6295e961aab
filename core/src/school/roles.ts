import '../words/localize';
import { REGIONS, type Region } from '../face/regions';
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
  opening: $localize`the opening`,
  warm_up: $localize`a warm-up`,
  work: $localize`work`,
  soothing: $localize`soothing`,
  closing: $localize`the closing`,
  finish: $localize`the finish`,
  talk: $localize`talk`,
};

/** What a role is told from: whatever is done with a move. */
interface OfMove {
  readonly move: Move;
  /** What the instructor says it is. */
  readonly role?: Role | null;
}

/**
 * The role of each step: as its instructor says, else as its school has it. What drains after the last work closes.
 * Before that, a region that the school opens is its opening, however many steps that takes before the work, and once
 * more wherever it comes for the first time; a drain that is threaded through the work is work, unless the lesson has
 * no other closing where its school wants one.
 *
 * @example rolesOf(lesson.steps, schoolOf(lesson)) // ['opening', 'work', 'work', 'closing']
 */
export function rolesOf(steps: readonly OfMove[], school: School): Role[] {
  const { closes, closingNeeded } = school.drainage;
  const drains = steps.map((step) => drainsIn(step, school));
  const last = drains.lastIndexOf(false);
  const closed = !closingNeeded || last < steps.length - 1;
  const opened = new Set<string>();
  let settling = true;
  let worked = false;
  return steps.map(({ move, role }, at): Role => {
    // A breath at the very beginning is how a lesson opens, whatever the school.
    settling &&= move.action === 'breathe';
    if (role) return role;
    if (settling) return 'opening';
    // Before the work whatever is done where the school opens belongs to it.
    const opens = school.drainage.opens.includes(move.region);
    if (opens && !worked && at < last) {
      opened.add(move.region);
      return 'opening';
    }
    if (!drains[at]) {
      worked = true;
      return 'work';
    }
    // A press in the hollows opens wherever it stands; a stroke only before the work is over.
    if (opens && (at < last || move.action === 'press') && !opened.has(move.region)) {
      opened.add(move.region);
      return 'opening';
    }
    if (at < last && closed) return worked || rankOf({ move }, school) !== null ? 'work' : 'opening';
    return closes.length > 0 ? 'closing' : 'work';
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

/** Whether a step is a drain that is threaded through the work. @example isThreaded(neckDrain, 'work', school) // true */
export function isThreaded(step: OfMove, role: Role, school: School): boolean {
  return role === 'work' && drainsIn(step, school);
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
 * Where the work of a lesson stands in its school's order, what is soothed after it included; null for what may come
 * anywhere, as a drain that is threaded through, and for what is no work. A school whose order may be taken from either
 * end is followed from the end that fits more of the steps.
 *
 * @param roles of the same steps: {@link rolesOf}.
 * @example ranksOf(steps, rolesOf(steps, school), school) // [null, 0, 3, 5]
 */
export function ranksOf(steps: readonly OfMove[], roles: readonly Role[], school: School): (number | null)[] {
  const ranks = steps.map((step, at) =>
    roles[at] === 'soothing' || (roles[at] === 'work' && !isThreaded(step, roles[at], school))
      ? rankOf(step, school)
      : null,
  );
  if (!school.eitherWay) return ranks;
  const known = ranks.filter((rank) => rank !== null);
  const up = known.slice(1).filter((rank, at) => rank > known[at]!).length;
  const down = known.slice(1).filter((rank, at) => rank < known[at]!).length;
  return down > up ? ranks.map((rank) => (rank === null ? null : school.order.length - rank)) : ranks;
}

/**
 * A closing ends lowest and starts highest: places by where each step ends, from the crown down, then by where it
 * starts; equal ones share a place.
 *
 * @example closingPlaces([hollows, ear]).get(ear) // 0
 */
export function closingPlaces<T extends OfMove>(steps: readonly T[]): Map<T, number> {
  const height = (region: Region): number => REGIONS.indexOf(region);
  const keyOf = ({ move }: T): number => {
    const { route, region } = move;
    const start = Math.max(...route.map((stop) => height(stop.region)), route.length > 0 ? 0 : height(region));
    const end = height(route[route.length - 1]?.region ?? region);
    return -(end * REGIONS.length + start);
  };
  const keys = [...new Set(steps.map(keyOf))].sort((a, b) => a - b);
  return new Map(steps.map((step) => [step, keys.indexOf(keyOf(step))]));
}
