import type { Framing, Posture } from '../move/move.schema';
import { framingOf } from '../move/framing';
import { isImplement } from '../move/tool';
import { rankOf, rolesOf, type Role } from '../school/roles';
import { schoolOf } from '../caution/school-of';
import type { Costs, School } from '../school/school.schema';
import { isMove, type Lesson, movesOf, type MoveStep, type Step } from '../lesson/lesson.schema';
import { bundlesOf } from '../schedule/schedule';

/** What the order search places: a step, or a bundle as one block. */
export interface Block {
  readonly stepIds: readonly string[];
  readonly role: Role;
  /** Place in the school's order, for the main part; in the opening or closing of the drains, for those. */
  readonly rank: number | null;
  readonly lastRank: number | null;
  readonly tool: string | null;
  readonly posture: Posture;
  readonly slip: boolean;
  readonly needsDry: boolean;
  readonly framing: Framing;
  readonly locked: boolean;
  /** What changes cost in its school. */
  readonly costs: Costs;
}

export interface Suggestion {
  /** Step ids in the suggested order. */
  readonly order: readonly string[];
  readonly cost: number;
  readonly costBefore: number;
  /** Whether nothing cheaper exists; false where only a local search was possible. */
  readonly exact: boolean;
  /** Why the steps as they stand (with what is locked) cannot obey the hard rules; empty when they can. */
  readonly blocked: string;
}

/** Up to so many free blocks the search is exact. */
const EXACT_UP_TO = 14;

/**
 * The blocks of a lesson in their present order.
 *
 * @example blocksOf(lesson).map((block) => block.stepIds) // [['a'], ['b', 'c']]
 */
export function blocksOf(lesson: Lesson, school: School = schoolOf(lesson)): Block[] {
  const moves = movesOf(lesson.steps);
  const roles = new Map(rolesOf(moves, school).map((role, at) => [moves[at]!.id, role]));
  return glued(bundlesOf(lesson.steps)).map((group) => {
    const first = group.find(isMove);
    return blockOf(group, first ? roles.get(first.id)! : 'talk', school);
  });
}

/**
 * Steps that are no moves keep to their neighbours: what is put on, asked or told to the move after it, a look or a
 * comparison to the move before.
 */
function glued(groups: readonly Step[][]): Step[][] {
  const blocks: Step[][] = [];
  let waiting: Step[] = [];
  for (const group of groups) {
    const [first] = group;
    const looksBack = first!.kind === 'check' || first!.kind === 'comparison';
    if (isMove(first!)) {
      blocks.push([...waiting, ...group]);
      waiting = [];
    } else if (looksBack && waiting.length === 0 && blocks.length > 0) blocks[blocks.length - 1]!.push(...group);
    else waiting.push(...group);
  }
  if (waiting.length === 0) return blocks;
  if (blocks.length === 0) return [waiting];
  blocks[blocks.length - 1]!.push(...waiting);
  return blocks;
}

function blockOf(group: readonly Step[], role: Role, school: School): Block {
  const moves = group.filter(isMove);
  const rank = (step: MoveStep | undefined): number | null => {
    if (!step) return null;
    const { opens, closes } = school.drainage;
    if (role === 'work' || role === 'soothing') return rankOf(step, school);
    // The breath that a lesson opens with stays before everything.
    if (role === 'opening' && step.move.action === 'breathe') return -1;
    const at = (role === 'opening' ? opens : closes).indexOf(step.move.region);
    return at < 0 ? null : at;
  };
  const [first, last] = [moves[0], moves[moves.length - 1]];
  const tools = moves.map((step) => step.move.tool).filter(isImplement);
  return {
    stepIds: group.map((step) => step.id),
    role,
    rank: rank(first),
    lastRank: rank(last),
    tool: tools[0] ?? null,
    posture: first?.move.posture ?? 'any',
    slip: moves.some((step) => step.move.slip),
    needsDry: moves.some((step) => step.move.needsDry),
    framing: first ? framingOf(first.move) : 'face',
    locked: group.some((step) => step.locked),
    costs: school.costs,
  };
}

/** Roles in the order in which a lesson has them; work and what soothes it go together. */
const TURN: Readonly<Record<Role, number>> = {
  opening: 0,
  warm_up: 1,
  work: 2,
  soothing: 2,
  talk: 2,
  closing: 3,
  finish: 4,
};

/** Whether `a` has to come before `b` by a hard rule of the school. */
function mustPrecede(a: Block, b: Block): boolean {
  if (TURN[a.role] !== TURN[b.role]) return TURN[a.role] < TURN[b.role];
  if (a.role !== b.role) return false;
  if (a.role !== 'work' && a.rank !== null && b.rank !== null && a.rank < b.rank) return true;
  return a.role === 'work' && a.needsDry && !a.slip && b.slip && !b.needsDry;
}

/**
 * What it costs that `b` follows `a`.
 *
 * @example stepCost(jaw, collarbone) // 4, a jump back
 */
export function stepCost(a: Block, b: Block): number {
  let cost = 0;
  if (a.role === b.role && a.lastRank !== null && b.rank !== null) {
    const by = b.rank - a.lastRank;
    cost += by < 0 ? a.costs.back - by * a.costs.jump : Math.max(0, by - 1) * a.costs.jump;
  }
  if (a.tool !== b.tool && (a.tool !== null || b.tool !== null)) cost += a.costs.tool;
  if (a.posture !== b.posture && a.posture !== 'any' && b.posture !== 'any') cost += a.costs.posture;
  if (a.slip && b.needsDry) cost += a.costs.wipe;
  if (a.framing !== b.framing) cost += a.costs.framing;
  return cost;
}

/** @example costOf(blocksOf(lesson)) // 22 */
export function costOf(blocks: readonly Block[]): number {
  let cost = 0;
  for (let at = 1; at < blocks.length; at++) cost += stepCost(blocks[at - 1]!, blocks[at]!);
  return cost;
}

/**
 * How many pairs stand in an order that a hard rule forbids.
 *
 * @example brokenRules(blocksOf(lesson)) // 0
 */
export function brokenRules(blocks: readonly Block[]): number {
  let broken = 0;
  for (let late = 1; late < blocks.length; late++)
    for (let early = 0; early < late; early++) if (mustPrecede(blocks[late]!, blocks[early]!)) broken++;
  return broken;
}

/**
 * The order that obeys the hard rules of the lesson's school and costs least in jumps, tool, posture, product and
 * framing changes. Locked steps keep their places. Exact for up to {@link EXACT_UP_TO} free blocks (dynamic programming
 * over subsets, Held and Karp 1962), a local search beyond.
 *
 * @param progress told from 0 to 1; returning false ends the search with the best order so far.
 * @example suggestOrder(lesson).order // ['harbour', 'slipway', 'rope']
 */
export function suggestOrder(
  lesson: Lesson,
  progress: (share: number) => boolean | void = () => undefined,
): Suggestion {
  const blocks = blocksOf(lesson);
  const costBefore = costOf(blocks);
  const free = blocks.filter((block) => !block.locked).length;
  const exact = free <= EXACT_UP_TO;
  const found = exact ? heldKarp(blocks, progress) : localSearch(blocks, progress);
  if (found === null)
    return {
      order: blocks.flatMap((block) => block.stepIds),
      cost: costBefore,
      costBefore,
      exact,
      blocked: 'The steps that keep their places stand against the school’s rules. Unlock one of them, then try again.',
    };
  const better = brokenRules(blocks) === 0 && costOf(found) >= costBefore ? blocks : found;
  return { order: better.flatMap((block) => block.stepIds), cost: costOf(better), costBefore, exact, blocked: '' };
}

/**
 * Cheapest order by dynamic programming over the sets of free blocks; null when no order obeys the hard rules, or when
 * it was stopped. A state is the set of free blocks used and the block that came last; locked blocks follow from places.
 */
function heldKarp(blocks: readonly Block[], progress: (share: number) => boolean | void): Block[] | null {
  const n = blocks.length;
  const free = blocks.map((_, i) => i).filter((i) => !blocks[i]!.locked);
  const freePlaces = free;
  const size = 1 << free.length;
  /** Locked blocks that stand between the k-th free place and the next. */
  const lockedAfter = (k: number): number[] => range((freePlaces[k - 1] ?? -1) + 1, freePlaces[k] ?? n);
  const allowedAt = (i: number, at: number): boolean =>
    blocks.every(
      (other, place) =>
        !other.locked || place === i || !(place < at ? mustPrecede(blocks[i]!, other) : mustPrecede(other, blocks[i]!)),
    );
  const before = free.map((i) =>
    free.reduce((set, other, k) => (other !== i && mustPrecede(blocks[other]!, blocks[i]!) ? set | (1 << k) : set), 0),
  );
  const allowed = free.map((i) => freePlaces.map((place) => allowedAt(i, place)));
  if (brokenRules(blocks.filter((block) => block.locked)) > 0) return null;

  const cost = new Float64Array(size * n).fill(Infinity);
  const from = new Int32Array(size * n).fill(-1);
  const head = lockedAfter(0);
  const headCost = costOf(head.map((i) => blocks[i]!));
  if (free.length === 0) return [...blocks];
  for (let set = 0; set < size; set++) {
    if ((set & 1023) === 0 && progress(set / size) === false) return null;
    const k = bits(set);
    const previous =
      set === 0 ? [head[head.length - 1] ?? -1] : range(0, n).filter((i) => cost[set * n + i]! < Infinity);
    if (previous.length === 0) continue;
    const behind = lockedAfter(k + 1);
    for (let next = 0; next < free.length; next++) {
      if (set & (1 << next) || (before[next]! & ~set) !== 0 || !allowed[next]![k]!) continue;
      const run = [free[next]!, ...behind];
      const runCost = costOf(run.map((i) => blocks[i]!));
      const state = (set | (1 << next)) * n + run[run.length - 1]!;
      for (const last of previous) {
        const base = set === 0 ? headCost : cost[set * n + last]!;
        const total = base + runCost + (last < 0 ? 0 : stepCost(blocks[last]!, blocks[free[next]!]!));
        if (total >= cost[state]! - 1e-9) continue;
        cost[state] = total;
        from[state] = set === 0 ? -1 : set * n + last;
      }
    }
  }
  let state = -1;
  for (let i = 0; i < n; i++) {
    const end = (size - 1) * n + i;
    if (cost[end]! < (state < 0 ? Infinity : cost[state]!)) state = end;
  }
  if (state < 0) return null;
  const order: number[] = [];
  while (state >= 0) {
    const [set, rest] = [Math.floor(state / n), from[state]! < 0 ? 0 : Math.floor(from[state]! / n)];
    order.unshift(free[Math.log2(set ^ rest)]!, ...lockedAfter(bits(set)));
    state = from[state]!;
  }
  return [...head, ...order].map((i) => blocks[i]!);
}

function range(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
}

function bits(set: number): number {
  let count = 0;
  for (let rest = set; rest > 0; rest &= rest - 1) count++;
  return count;
}

/** Broken rules weigh more than any cost, so that a search gets rid of them first. */
const BROKEN = 1000;

/** From the school's own order on, blocks and runs of blocks are moved as long as that helps. */
function localSearch(blocks: readonly Block[], progress: (share: number) => boolean | void): Block[] | null {
  const places = blocks.map((_, at) => at).filter((at) => !blocks[at]!.locked);
  const worth = (order: readonly Block[]): number => costOf(order) + BROKEN * brokenRules(order);
  const byRule = (free: readonly Block[]): Block[] => {
    return [...free].sort(
      (a, b) =>
        TURN[a.role] - TURN[b.role] || Number(b.needsDry) - Number(a.needsDry) || (a.rank ?? 99) - (b.rank ?? 99),
    );
  };
  const put = (free: readonly Block[]): Block[] => {
    const order = [...blocks];
    places.forEach((place, k) => (order[place] = free[k]!));
    return order;
  };
  let best: Block[] | null = null;
  let bestWorth = Infinity;
  const starts = [places.map((at) => blocks[at]!), byRule(places.map((at) => blocks[at]!))];
  for (const [run, start] of starts.entries()) {
    let free = start;
    let value = worth(put(free));
    for (let round = 0, improved = true; improved && round < 60; round++) {
      improved = false;
      for (let length = 1; length <= 3; length++)
        for (let from = 0; from + length <= free.length; from++) {
          const moved = free.slice(from, from + length);
          const rest = [...free.slice(0, from), ...free.slice(from + length)];
          for (let to = 0; to <= rest.length; to++) {
            if (to === from) continue;
            const next = [...rest.slice(0, to), ...moved, ...rest.slice(to)];
            const nextValue = worth(put(next));
            if (nextValue < value - 1e-9) {
              [free, value, improved] = [next, nextValue, true];
              break;
            }
          }
        }
      if (progress(Math.min(0.99, (run + round / 12) / starts.length)) === false) break;
    }
    if (value < bestWorth) [best, bestWorth] = [put(free), value];
  }
  return bestWorth >= BROKEN ? null : best;
}

/**
 * The steps that really move between two orders: all but the largest set that keeps its order among itself.
 *
 * @example movedBetween(['a', 'b', 'c'], ['c', 'a', 'b']) // Set { 'c' }
 */
export function movedBetween(before: readonly string[], after: readonly string[]): Set<string> {
  const place = new Map(before.map((id, at) => [id, at]));
  const order = after.map((id) => place.get(id) ?? -1);
  const length = order.map(() => 1);
  const earlier = order.map(() => -1);
  order.forEach((one, at) => {
    for (let k = 0; k < at; k++)
      if (order[k]! < one && length[k]! + 1 > length[at]!) [length[at], earlier[at]] = [length[k]! + 1, k];
  });
  const moved = new Set(after);
  for (let at = length.indexOf(Math.max(0, ...length)); at >= 0; at = earlier[at]!) moved.delete(after[at]!);
  return moved;
}
