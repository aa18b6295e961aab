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
 * Costs the groups times the choices of all slots together.
 *
 * @param groups in order of their start.
 * @example choosePlaces([{ slot: 'count', startMs: 0, endMs: 9, boxes: [a, b], covered: [0.5, 0] }]) // [1]
 */
export function choosePlaces(groups: readonly Group[]): number[] {
  const slots = [...new Set(groups.map(slotOf))];
  const sizes = slots.map((slot) => groups.find((group) => slotOf(group) === slot)!.boxes.length);
  const strides = sizes.map((_, i) => sizes.slice(0, i).reduce((product, size) => product * size, 1));
  const states = sizes.reduce((product, size) => product * size, 1);
  /** The choice of each slot in each state. */
  const digits = strides.map((stride, i) =>
    Uint8Array.from({ length: states }, (_, state) => Math.floor(state / stride) % sizes[i]!),
  );
  const last: (Group | null)[] = slots.map(() => null);
  // Slots of which nothing was placed yet all stand on their first choice, which costs nothing.
  let costs = new Float64Array(states).fill(Infinity);
  let next = new Float64Array(states);
  costs[0] = 0;
  const cameFrom: Uint8Array[] = [];

  for (const group of groups) {
    const slot = slots.indexOf(slotOf(group));
    const [size, stride] = [sizes[slot]!, strides[slot]!];
    const moved = last[slot] ? MOVED : 0;
    const own = group.boxes.map((_, choice) => ownCost(group, choice));
    const others = slots.flatMap((_, i) => {
      const other = last[i];
      return other && other.slot !== group.slot && other.endMs > group.startMs
        ? [[digits[i]!, overlaps(group, other)] as const]
        : [];
    });
    const from = new Uint8Array(states);
    next.fill(Infinity);
    for (let rest = 0; rest < states; rest++) {
      if (digits[slot]![rest] !== 0) continue;
      // The cheapest way to here, whatever was chosen before; staying costs no move.
      let least = Infinity;
      let came = 0;
      for (let was = 0; was < size; was++) {
        const cost = costs[rest + was * stride]!;
        if (cost < least) {
          least = cost;
          came = was;
        }
      }
      if (least === Infinity) continue;
      for (let choice = 0; choice < size; choice++) {
        const state = rest + choice * stride;
        const stays = costs[state]! <= least + moved;
        let cost = (stays ? costs[state]! : least + moved) + own[choice]!;
        for (const [digit, table] of others) cost += table[choice]![digit[rest]!]!;
        next[state] = cost;
        from[state] = stays ? choice : came;
      }
    }
    [costs, next] = [next, costs];
    cameFrom.push(from);
    last[slot] = group;
  }

  let state = costs.reduce((best, cost, at) => (cost < costs[best]! ? at : best), 0);
  const chosen = new Array<number>(groups.length);
  for (let at = groups.length - 1; at >= 0; at--) {
    const slot = slots.indexOf(slotOf(groups[at]!));
    const choice = Math.floor(state / strides[slot]!) % sizes[slot]!;
    chosen[at] = choice;
    state += (cameFrom[at]![state]! - choice) * strides[slot]!;
  }
  return chosen;
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
