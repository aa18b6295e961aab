import { seeded } from '../testing';
import { choosePlaces, type Group } from './choose-places';
import { sharedBy, type Box } from './frame';

/** What a choice costs, added up over every pair: not the way in which it is searched. */
function costOf(groups: readonly Group[], chosen: readonly number[]): number {
  let cost = 0;
  groups.forEach((group, i) => {
    const covered = group.covered[chosen[i]!]!;
    cost += chosen[i]! + (covered > 0 ? 100 * (0.25 + covered) : 0);
    const next = group.own ? -1 : groups.findIndex((one, j) => j > i && one.slot === group.slot && !one.own);
    if (next >= 0 && chosen[next] !== chosen[i]) cost += 3;
    for (let j = i + 1; j < groups.length; j++) {
      const other = groups[j]!;
      if (other.slot === group.slot || other.startMs >= group.endMs || group.startMs >= other.endMs) continue;
      const [a, b] = [group.boxes[chosen[i]!]!, other.boxes[chosen[j]!]!];
      const share = Math.max(sharedBy(a, b), sharedBy(b, a));
      if (share > 0) cost += 1000 * (0.25 + share);
    }
  });
  return cost;
}

function* everyChoice(groups: readonly Group[]): Generator<number[]> {
  const chosen = groups.map(() => 0);
  for (;;) {
    yield chosen;
    let at = groups.length - 1;
    while (at >= 0 && (chosen[at] ?? 0) === groups[at]!.boxes.length - 1) chosen[at--] = 0;
    if (at < 0) return;
    chosen[at]!++;
  }
}

describe('chosen places', () => {
  it('cost as little as the best of all choices', () => {
    const random = seeded(11);
    const box = (): Box => [random() * 0.7, random() * 0.7, 0.1 + random() * 0.3, 0.1 + random() * 0.3];
    let moved = 0;
    for (let round = 0; round < 250; round++) {
      const slots = ['count', 'side', 'caption'].slice(0, 1 + Math.floor(random() * 3));
      const groups = slots
        .flatMap((slot) => {
          const size = 2 + Math.floor(random() * 2);
          let at = Math.floor(random() * 30);
          return Array.from({ length: 1 + Math.floor(random() * 3) }, (): Group => {
            const startMs = at;
            const endMs = startMs + 1 + Math.floor(random() * 40);
            at = endMs + Math.floor(random() * 10);
            const own = random() < 0.2;
            const boxes = Array.from({ length: own ? 1 : size }, box);
            return { slot, own, startMs, endMs, boxes, covered: boxes.map(() => (random() < 0.4 ? random() : 0)) };
          });
        })
        .sort((a, b) => a.startMs - b.startMs);
      const chosen = choosePlaces(groups);
      let least = Infinity;
      for (const choice of everyChoice(groups)) least = Math.min(least, costOf(groups, choice));
      expect(costOf(groups, chosen)).toBeCloseTo(least, 6);
      if (chosen.some((choice) => choice > 0)) moved++;
    }
    expect(moved).toBeGreaterThan(100);
  });

  it('are the usual ones where nothing is in the way', () => {
    const group = (slot: string, startMs: number): Group => ({
      ...{ slot, startMs, endMs: startMs + 5 },
      boxes: [
        [0, 0, 0.1, 0.1],
        [0.5, 0.5, 0.1, 0.1],
      ],
      covered: [0, 0],
    });
    expect(choosePlaces([group('count', 0), group('count', 5), group('count', 9)])).toEqual([0, 0, 0]);
    expect(choosePlaces([])).toEqual([]);
    // Both at once on the same spot: one gives way.
    expect(choosePlaces([group('count', 0), group('side', 2)]).sort()).toEqual([0, 1]);
    // One after the other: neither does.
    expect(choosePlaces([group('count', 0), group('side', 5)])).toEqual([0, 0]);
  });
});
