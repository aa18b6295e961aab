import { schoolOf } from '../caution/school-of';
import type { Region } from '../face/regions';
import { isMove, type Lesson, movesOf, type MoveStep, type Step } from '../lesson/lesson.schema';
import { roundsOf } from '../lesson/rounds';
import { framingOf } from '../move/framing';
import type { Framing, Posture } from '../move/move.schema';
import { isImplement } from '../move/tool';
import { bundlesOf } from '../schedule/schedule';
import { closingPlaces, isThreaded, ranksOf, rolesOf, type Role } from '../school/roles';
import type { Costs, School } from '../school/school.schema';

/** What the order search places: a step, or as one block what stays together: a bundle, or a ladder done in rounds. */
export interface Block {
  readonly stepIds: readonly string[];
  readonly role: Role;
  /** Its place among those of its turn, where it begins and where it ends; null when it may come anywhere. */
  readonly rank: number | null;
  readonly lastRank: number | null;
  /** The regions where it begins and where it ends. */
  readonly region: Region | null;
  readonly lastRegion: Region | null;
  readonly tool: string | null;
  readonly posture: Posture;
  readonly slip: boolean;
  readonly needsDry: boolean;
  readonly framing: Framing;
  readonly locked: boolean;
  /** What changes cost in its school. */
  readonly costs: Costs;
  /** From this phase on the next area may begin anew; null where an area is not soothed by itself. */
  readonly soothedFrom: number | null;
}

/** Roles in the order in which a lesson has them; work and what soothes it go together. */
export const TURN: Readonly<Record<Role, number>> = {
  opening: 0,
  warm_up: 1,
  work: 2,
  soothing: 2,
  talk: 2,
  closing: 3,
  finish: 4,
};

/**
 * The blocks of a lesson in their present order. What has no place of its own in the school's order takes the place of
 * what comes before it in its turn, so that it stays there.
 *
 * @example blocksOf(lesson).map((block) => block.stepIds) // [['a'], ['b', 'c']]
 */
export function blocksOf(lesson: Lesson, school: School = schoolOf(lesson)): Block[] {
  const moves = movesOf(lesson.steps);
  const roles = rolesOf(moves, school);
  const threaded = new Set(moves.filter((step, at) => isThreaded(step, roles[at]!, school)));
  const turns = turnsOf(moves, roles, school);
  const places = placesOf(moves, roles, turns, school);
  const of = new Map(moves.map((step, at) => [step.id, { role: turns[at]!, place: places[at]! }]));
  const { before, groups, after } = glued(bundlesOf(lesson.steps), threaded);
  const plain = (group: Step[], role: Role): Block[] =>
    group.length > 0 ? [blockOf(group, { role, place: null }, { role, place: null }, school)] : [];
  return [
    ...plain(before, 'opening'),
    ...inRounds(groups).map((group) => {
      const own = group.filter(isMove);
      return blockOf(group, of.get(own[0]!.id)!, of.get(own[own.length - 1]!.id)!, school);
    }),
    ...plain(after, groups.length > 0 ? 'finish' : 'talk'),
  ];
}

/**
 * Steps that are no moves keep to their neighbours: what is put on, asked or told to the move after it, a look or a
 * comparison to the move before; so does a drain that leads down what was just worked. What is said before anything is
 * put on or done comes first, what comes after the last move last.
 */
function glued(
  bundles: readonly Step[][],
  threaded: ReadonlySet<Step>,
): { before: Step[]; groups: Step[][]; after: Step[] } {
  const begins = bundles.findIndex(([first]) => isMove(first!) || first!.kind === 'product');
  if (!bundles.flat().some(isMove)) return { before: [], groups: [], after: bundles.flat() };
  const groups: Step[][] = [];
  let waiting: Step[] = [];
  for (const bundle of bundles.slice(begins)) {
    const [first] = bundle;
    const looksBack = isMove(first!) ? threaded.has(first) : first!.kind === 'check' || first!.kind === 'comparison';
    if (looksBack && waiting.length === 0 && groups.length > 0) groups[groups.length - 1]!.push(...bundle);
    else if (isMove(first!)) {
      groups.push([...waiting, ...bundle]);
      waiting = [];
    } else waiting.push(...bundle);
  }
  return { before: bundles.slice(0, begins).flat(), groups, after: waiting };
}

/** A ladder that is done in rounds is one block: sorted by area it would be another ladder. */
function inRounds(groups: readonly Step[][]): Step[][] {
  const does = groups.map((group) =>
    group
      .filter(isMove)
      .map((step) => step.move.id)
      .join(' '),
  );
  const blocks: Step[][] = [];
  let at = 0;
  for (const { from, length, count } of roundsOf(does)) {
    blocks.push(...groups.slice(at, from));
    at = from + length * count;
    blocks.push(groups.slice(from, at).flat());
  }
  return [...blocks, ...groups.slice(at)];
}

interface Placed {
  readonly role: Role;
  readonly place: number | null;
}

function blockOf(group: readonly Step[], first: Placed, last: Placed, school: School): Block {
  const moves = group.filter(isMove);
  const tools = moves.map((step) => step.move.tool).filter(isImplement);
  return {
    stepIds: group.map((step) => step.id),
    role: first.role,
    rank: first.place,
    lastRank: last.place,
    region: moves[0]?.move.region ?? null,
    lastRegion: moves[moves.length - 1]?.move.region ?? null,
    tool: tools[0] ?? null,
    posture: moves[0]?.move.posture ?? 'any',
    slip: moves.some((step) => step.move.slip),
    needsDry: moves.some((step) => step.move.needsDry),
    framing: moves[0] ? framingOf(moves[0].move) : 'face',
    locked: group.some((step) => step.locked),
    costs: school.costs,
    // The last phase but the closing is the soothing.
    soothedFrom: school.soothesEachArea ? school.phases.length - 2 : null,
  };
}

/**
 * The roles by whose turn the steps are placed: work that has no place in the school's order belongs to what it stands
 * by where it comes before all work that has one, or after all of it. Oil spread over the whole face opens; a rest after
 * the closing ends it.
 */
function turnsOf(steps: readonly MoveStep[], roles: readonly Role[], school: School): Role[] {
  const ranks = ranksOf(steps, roles, school);
  const [first, last] = [ranks.findIndex((rank) => rank !== null), ranks.findLastIndex((rank) => rank !== null)];
  let before: Role = 'opening';
  return roles.map((role, at) => {
    const outside = role === 'work' && first >= 0 && (at < first || at > last);
    return (before = outside ? before : role);
  });
}

/** Where each move stands in its turn: what has no place of its own there has the place of the one before it. */
function placesOf(
  steps: readonly MoveStep[],
  roles: readonly Role[],
  turns: readonly Role[],
  school: School,
): (number | null)[] {
  const work = ranksOf(steps, roles, school);
  const warm = ranksOf(
    steps,
    roles.map((role) => (role === 'warm_up' ? 'work' : 'talk')),
    school,
  );
  const down = closingPlaces(steps.filter((_, at) => roles[at] === 'closing'));
  const own = steps.map((step, at): number | null => {
    switch (turns[at]) {
      case 'opening': {
        const rank = school.drainage.opens.indexOf(step.move.region);
        // What a lesson opens with stays before everything.
        return rank >= 0 ? rank : at === 0 || step.move.action === 'breathe' ? -1 : null;
      }
      case 'warm_up':
        return warm[at]!;
      case 'closing':
        return down.get(step) ?? null;
      default:
        return work[at]!;
    }
  });
  const carried = [...own];
  for (const turn of new Set(Object.values(TURN))) {
    const there = steps.map((_, at) => at).filter((at) => TURN[turns[at]!] === turn);
    let place = there.map((at) => own[at]!).find((one) => one !== null) ?? null;
    // Opening and closing keep to their order: what has no place there comes right after the one before.
    const after = turn === TURN.opening || turn === TURN.closing ? 0.001 : 0;
    for (const at of there) carried[at] = place = own[at] ?? (place === null ? null : place + after);
  }
  return carried;
}
