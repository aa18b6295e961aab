/** What may be chosen of one thing: what it takes and what it loses, both whole numbers. */
export interface Weighed {
  readonly ms: number;
  /** 0 where nothing is lost. */
  readonly loss: number;
}

/**
 * One choice of each thing with the least loss whose times add up to the target within the tolerance; nearest to the
 * target among equals. Null when there is none. Exact: a dynamic program over the time that they take together, on the
 * largest grid that all their times share.
 *
 * @param progress told from 0 to 1; returning false ends the search without a result.
 * @example cheapest([[{ ms: 1000, loss: 0 }]], 1000, 0) // [0]
 */
export function cheapest(
  choices: readonly (readonly Weighed[])[],
  targetMs: number,
  toleranceMs: number,
  progress: (share: number) => boolean | void = () => undefined,
): number[] | null {
  const { base, start, extras, grid } = onGrid(choices);
  const [low, high] = [targetMs - toleranceMs, targetMs + toleranceMs];
  if (high < start) return null;
  const cells = Math.floor((high - start) / grid) + 1;
  // Least loss by the time used so far; a thing at a time, with the choice that led there.
  let losses = new Float64Array(cells).fill(Infinity);
  losses[0] = 0;
  const picks: Int32Array[] = [];
  let reach = 0;
  for (const [i, own] of choices.entries()) {
    if (progress(i / choices.length) === false) return null;
    const next = new Float64Array(cells).fill(Infinity);
    const pick = new Int32Array(cells).fill(-1);
    const offsets = dominant(own, extras[i]!, grid);
    const top = Math.min(cells - 1, reach + Math.max(0, ...offsets.map((one) => one.offset)));
    for (const { offset, loss, index } of offsets)
      for (let cell = Math.min(reach, cells - 1 - offset); cell >= 0; cell--) {
        const total = losses[cell]! + loss;
        if (total < next[cell + offset]!) {
          next[cell + offset] = total;
          pick[cell + offset] = index;
        }
      }
    losses = next;
    reach = top;
    picks.push(pick);
  }
  let best = -1;
  for (let cell = 0; cell < cells; cell++) {
    const ms = start + cell * grid;
    if (ms < low || losses[cell] === Infinity) continue;
    const off = Math.abs(ms - targetMs);
    if (
      best < 0 ||
      losses[cell]! < losses[best]! ||
      (losses[cell] === losses[best] && off < Math.abs(start + best * grid - targetMs))
    )
      best = cell;
  }
  if (best < 0) return null;
  const chosen: number[] = [];
  for (let i = choices.length - 1, cell = best; i >= 0; i--) {
    const index = picks[i]![cell]!;
    chosen.unshift(index);
    cell -= (choices[i]![index]!.ms - base[i]!) / grid;
  }
  return chosen;
}

/**
 * The sums nearest to a target that a choice of each thing can reach, from below and from above; null where none can.
 *
 * @example nearestSums([[{ ms: 1000, loss: 0 }, { ms: 3000, loss: 0 }]], 1800) // { below: 1000, above: 3000 }
 */
export function nearestSums(
  choices: readonly (readonly Weighed[])[],
  targetMs: number,
): { readonly below: number | null; readonly above: number | null } {
  const { start, extras, grid } = onGrid(choices);
  const cells = extras.reduce((sum, own) => sum + Math.max(0, ...own), 0) / grid + 1;
  let reached = new Uint8Array(cells);
  reached[0] = 1;
  for (const own of extras) {
    const next = new Uint8Array(cells);
    for (const extra of new Set(own))
      for (let cell = 0; cell + extra / grid < cells; cell++) if (reached[cell]) next[cell + extra / grid] = 1;
    reached = next;
  }
  const at = Math.floor((targetMs - start) / grid);
  const below = reached.lastIndexOf(1, Math.max(-1, at));
  const above = reached.indexOf(1, Math.max(0, at + (start + at * grid < targetMs ? 1 : 0)));
  return {
    below: at < 0 || below < 0 ? null : start + below * grid,
    above: above < 0 ? null : start + above * grid,
  };
}

/** Times from the shortest of each on, on the largest grid that all of them share, ms. */
function onGrid(choices: readonly (readonly Weighed[])[]): {
  base: number[];
  start: number;
  extras: number[][];
  grid: number;
} {
  const base = choices.map((own) => own.reduce((least, one) => Math.min(least, one.ms), Infinity));
  const extras = choices.map((own, i) => own.map((one) => one.ms - base[i]!));
  return { base, start: base.reduce((sum, one) => sum + one, 0), extras, grid: extras.flat().reduce(gcd, 0) || 1 };
}

/** Of choices that take equally long only the one that loses least can be wanted. */
function dominant(
  own: readonly Weighed[],
  extras: readonly number[],
  grid: number,
): { offset: number; loss: number; index: number }[] {
  const by = new Map<number, { offset: number; loss: number; index: number }>();
  own.forEach(({ loss }, index) => {
    const offset = extras[index]! / grid;
    const there = by.get(offset);
    if (!there || loss < there.loss) by.set(offset, { offset, loss, index });
  });
  return [...by.values()];
}

function gcd(a: number, b: number): number {
  while (b > 0) [a, b] = [b, a % b];
  return a;
}
