import type { Reading } from './reading';

export interface Score {
  readonly truth: number;
  readonly found: number;
  readonly right: number;
}

/** How far apart two things may be and still be the same one, ms. */
export const NEAR_MS = 5000;

/**
 * Pairs each true thing with the nearest found one that fits and is not taken yet. For tests and measurements only.
 *
 * @example pairUp([1000], [1400], (ms) => ms, (a, b) => Math.abs(a - b) < 500) // { truth: 1, found: 1, right: 1 }
 */
export function pairUp<T>(
  truth: readonly T[],
  found: readonly T[],
  at: (one: T) => number,
  fits: (a: T, b: T) => boolean,
): Score {
  const free = new Set(found);
  let right = 0;
  for (const one of truth) {
    let best: T | null = null;
    for (const other of free)
      if (
        Math.abs(at(one) - at(other)) <= NEAR_MS &&
        fits(one, other) &&
        (best === null || Math.abs(at(one) - at(other)) < Math.abs(at(one) - at(best)))
      )
        best = other;
    if (best === null) continue;
    free.delete(best);
    right++;
  }
  return { truth: truth.length, found: found.length, right };
}

/**
 * Scores of a reading by kind; steps also with what is done where.
 *
 * @example scores(truth, readingOf(readNarration(text)))['doses'] // { truth: 12, found: 12, right: 11 }
 */
export function scores(truth: Reading, found: Reading): Record<string, Score> {
  return {
    doses: pairUp(truth.doses, found.doses, (one) => one.atMs, sameDose),
    'doses with scope': pairUp(
      truth.doses,
      found.doses,
      (one) => one.atMs,
      (a, b) => sameDose(a, b) && a.scope === b.scope,
    ),
    swaps: pairUp(
      truth.swaps,
      found.swaps,
      (one) => one.atMs,
      () => true,
    ),
    steps: pairUp(
      truth.steps,
      found.steps,
      (one) => one.startMs,
      (a, b) => a.kind === b.kind,
    ),
    'steps with region': pairUp(
      truth.steps,
      found.steps,
      (one) => one.startMs,
      (a, b) =>
        a.kind === b.kind && (a.region === b.region || a.kind === 'intro' || a.kind === 'outro' || a.kind === 'prep'),
    ),
    'steps with region, action and side': pairUp(
      truth.steps,
      found.steps,
      (one) => one.startMs,
      (a, b) =>
        a.kind === b.kind &&
        (['intro', 'outro', 'prep'].includes(a.kind) ||
          (a.region === b.region && a.action === b.action && a.side === b.side)),
    ),
    cautions: pairUp(
      truth.cautions,
      found.cautions,
      (one) => one.atMs,
      (a, b) => a.about === b.about,
    ),
    claims: pairUp(
      truth.claims,
      found.claims,
      (one) => one.atMs,
      (a, b) => a.about === b.about && a.strength === b.strength,
    ),
    promises: pairUp(
      truth.promises,
      found.promises,
      (one) => one.atMs,
      (a, b) => a.kind === b.kind && a.low === b.low && a.high === b.high && a.unit === b.unit,
    ),
  };
}

type Dose = Reading['doses'][number];

/** Passes and times are one thing, how often, as a draft takes them: which word is said depends on what is done. */
export function sameDose(a: Dose, b: Dose): boolean {
  const often = ({ kind }: Dose): Dose['kind'] => (kind === 'swipes' ? 'reps' : kind);
  return often(a) === often(b) && a.low === b.low && a.high === b.high;
}

/** @example f1({ truth: 10, found: 8, right: 8 }) // 0.889 */
export function f1({ truth, found, right }: Score): number {
  return truth + found === 0 ? 1 : (2 * right) / (truth + found);
}
