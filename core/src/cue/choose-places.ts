import type { CutMs } from '../time/clocks';
import { sharedBy, type Box } from './frame';

/** What is placed as one: the cues of one slot in one passage. */
export interface Group {
  readonly slot: string;
  /** It stands where somebody wants it: its one box is not chosen, and is in no way of others of its slot. */
  readonly own?: boolean;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  /** Where it may stand, the usual place first; as many for every group of a slot that is not wanted somewhere. */
  readonly boxes: readonly Box[];
  /** Of each of these: the share of it that lies over what is to be kept free. */
  readonly covered: readonly number[];
}

/** Costs of a choice. Standing over each other is worst, then over where she works; then the usual place counts. */
const OVER_EACH_OTHER = 1000;
const OVER_WORK = 100;
const RANK = 1;
const MOVED = 3;

/** Standing over something by so little counts already; the rest goes by how much. */
const TOUCHED = 0.25;

/**
 * The places of least cost: a place for each group, by its number. The cost is the sum of what each covers of the worked
 * area, of every two at once that stand over each other, of places that are not the usual one, and of changing the place
 * from one group of a slot to its next.
 *
 * Exact, by dynamic programming along time: what was chosen last in each slot is all that the future depends on, since
 * the groups of one slot do not overlap in time. (Where times that she has moved let them, only the later one is seen.)
 * Nobody has to go on with a state when the best one, or one whose choice in one slot differs, is cheaper by more than
 * all that its own choices may still cost: so few states are left to go on with.
 *
 * @param groups in order of their start.
 * @example choosePlaces([{ slot: 'count', startMs: 0, endMs: 9, boxes: [a, b], covered: [0.5, 0] }]) // [1]
 */
export function choosePlaces(groups: readonly Group[]): number[] {
  const slots = slotsOf(groups);
  const all = [...slots.values()];
  const states = all[0]?.choiceIn.length ?? 1;
  // Slots of which nothing was placed yet all stand on their first choice, which costs nothing.
  let costs = new Float64Array(states).fill(Infinity);
  let next = new Float64Array(states).fill(Infinity);
  const cameFrom = new Uint8Array(states);
  /** The states that are reached, the first `count` of them: a list that is never made anew. */
  const reached = new Uint32Array(states);
  let live = Uint32Array.of(0);
  costs[0] = 0;
  const steps: Step[] = [];

  groups.forEach((group, at) => {
    const slot = slots.get(slotOf(group))!;
    const { size, stride, choiceIn } = slot;
    const moved = slot.placed ? MOVED : 0;
    const own = Float64Array.from(group.boxes, (_, choice) => ownCost(group, choice));
    const met = all.flatMap(({ choiceIn, ahead }) => {
      const meeting = ahead.find((one) => one.at === at);
      return meeting ? [{ choiceIn, costs: Float64Array.from(meeting.costs.flat()) }] : [];
    });
    let count = 0;
    for (const state of live) {
      const was = choiceIn[state]!;
      const stays = costs[state]!;
      for (let choice = 0; choice < size; choice++) {
        const to = state + (choice - was) * stride;
        const cost = choice === was ? stays : stays + moved;
        const known = next[to]!;
        if (known === Infinity) reached[count++] = to;
        // Of two that cost the same, the one that stays.
        if (cost > known || (cost === known && choice !== was)) continue;
        next[to] = cost;
        cameFrom[to] = was;
      }
      costs[state] = Infinity;
    }
    for (let i = 0; i < count; i++) {
      const state = reached[i]!;
      const choice = choiceIn[state]!;
      let cost = next[state]! + own[choice]!;
      for (const other of met) cost += other.costs[other.choiceIn[state]! * size + choice]!;
      next[state] = cost;
    }
    [costs, next] = [next, costs];
    slot.placed = true;
    slot.ahead = meetingsOf(groups, at);
    for (const one of all) {
      one.ahead = one.ahead.filter((meeting) => meeting.at > at);
      one.lost = lostIn(one);
    }
    live = undominated(reached.subarray(0, count), costs, all);
    steps.push({ slot, states: live, from: Uint8Array.from(live, (state) => cameFrom[state]!) });
  });

  let state = live.reduce((best, one) => (costs[one]! < costs[best]! ? one : best), live[0]!);
  const chosen = new Array<number>(groups.length);
  for (let at = groups.length - 1; at >= 0; at--) {
    const { slot, states, from } = steps[at]!;
    const choice = slot.choiceIn[state]!;
    chosen[at] = choice;
    state += (from[states.indexOf(state)]! - choice) * slot.stride;
  }
  return chosen;
}

interface Slot {
  /** How many choices there are. */
  readonly size: number;
  /** By how much a state grows from one choice to the next. */
  readonly stride: number;
  /** By state: its choice in this slot. */
  readonly choiceIn: Uint8Array;
  placed: boolean;
  /** What the group that was placed last will meet. */
  ahead: readonly Meeting[];
  /** What may be lost yet by the first choice against the second; empty as long as nothing was placed. */
  lost: readonly (readonly number[])[];
}

/** Two groups that stand at once. */
interface Meeting {
  /** The number of the later one. */
  readonly at: number;
  /** What they cost by the choice of the earlier one and of the later one. */
  readonly costs: readonly (readonly number[])[];
  /** By two choices of the earlier one: how much more the first may cost than the second, whatever the later one does. */
  readonly more: readonly (readonly number[])[];
}

/** The states in which a group may have been placed, and what had been chosen before in its slot. */
interface Step {
  readonly slot: Slot;
  readonly states: Uint32Array;
  readonly from: Uint8Array;
}

function slotsOf(groups: readonly Group[]): Map<string, Slot> {
  const sizes = new Map(groups.map((group) => [slotOf(group), group.boxes.length]));
  const states = [...sizes.values()].reduce((product, size) => product * size, 1);
  let next = 1;
  return new Map(
    [...sizes].map(([name, size]): [string, Slot] => {
      const stride = next;
      next *= size;
      const choiceIn = Uint8Array.from({ length: states }, (_, state) => Math.floor(state / stride) % size);
      return [name, { size, stride, choiceIn, placed: false, ahead: [], lost: [] }];
    }),
  );
}

/** What a group will meet, until the next of its slot takes its place. */
function meetingsOf(groups: readonly Group[], at: number): Meeting[] {
  const group = groups[at]!;
  const meetings: Meeting[] = [];
  for (let i = at + 1; i < groups.length; i++) {
    const other = groups[i]!;
    if (other.startMs >= group.endMs || slotOf(other) === slotOf(group)) break;
    if (other.slot === group.slot) continue;
    const costs = overlaps(group, other);
    if (costs.every((row) => row.every((cost) => cost === 0))) continue;
    const more = costs.map((mine) => costs.map((its) => Math.max(0, ...mine.map((cost, i) => cost - its[i]!))));
    meetings.push({ at: i, costs, more });
  }
  return meetings;
}

function lostIn({ size, placed, ahead }: Slot): number[][] {
  if (!placed || size === 1) return [];
  const choices = Array.from({ length: size }, (_, choice) => choice);
  return choices.map((a) =>
    choices.map((b) => ahead.reduce((sum, { more }) => sum + more[a]![b]!, a === b ? 0 : MOVED)),
  );
}

/**
 * The states without those that the best one makes needless, or one that differs in the choice of one slot alone.
 *
 * @param reached is used up.
 */
function undominated(
  reached: Uint32Array<ArrayBuffer>,
  costs: Float64Array,
  all: readonly Slot[],
): Uint32Array<ArrayBuffer> {
  const slots = all.filter(({ lost }) => lost.length > 0);
  const best = reached.reduce((least, one) => (costs[one]! < costs[least]! ? one : least), reached[0]!);
  const ofBest = slots.map(({ lost, choiceIn }) => Float64Array.from(lost[choiceIn[best]!]!));
  let count = 0;
  for (const state of reached) {
    let most = costs[best]!;
    for (let i = 0; i < slots.length; i++) most += ofBest[i]![slots[i]!.choiceIn[state]!]!;
    if (costs[state]! <= most) reached[count++] = state;
    else costs[state] = Infinity;
  }
  for (const { size, stride, choiceIn, lost } of slots) {
    const mayLose = Float64Array.from(lost.flat());
    const among = count;
    count = 0;
    for (let i = 0; i < among; i++) {
      const state = reached[i]!;
      const choice = choiceIn[state]!;
      const cost = costs[state]!;
      let other = 0;
      while (other < size && cost <= costs[state + (other - choice) * stride]! + mayLose[other * size + choice]!)
        other++;
      if (other === size) reached[count++] = state;
      else costs[state] = Infinity;
    }
  }
  return reached.slice(0, count);
}

/** What has one place only adds no choice to remember. */
const slotOf = ({ slot, own }: Group): string => (own ? `${slot}, own` : slot);

function ownCost({ covered }: Group, choice: number): number {
  const share = covered[choice]!;
  return RANK * choice + (share > 0 ? OVER_WORK * (TOUCHED + share) : 0);
}

/** By choice of the one and of the other. */
function overlaps(a: Group, b: Group): number[][] {
  return a.boxes.map((box) =>
    b.boxes.map((other) => {
      const share = Math.max(sharedBy(box, other), sharedBy(other, box));
      return share > 0 ? OVER_EACH_OTHER * (TOUCHED + share) : 0;
    }),
  );
}
