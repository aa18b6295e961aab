import type { CutMs } from '../time/clocks';
import { firstAbove } from '../time/sorted';
import type { Cue } from './cue';

/** Which cues are on screen when, made ready once so that asking costs next to nothing however many there are. */
export interface Track<C> {
  /** Instants at which something comes or goes, ascending. */
  readonly edges: readonly CutMs[];
  /** What is on screen from each of them on. */
  readonly shown: readonly (readonly C[])[];
}

/** Costs the cues sorted, and for each edge what is on screen there. @example trackOf(cues).edges // [0, 1000, 3000] */
export function trackOf<C extends Pick<Cue, 'startMs' | 'endMs'>>(cues: readonly C[]): Track<C> {
  const order = cues.map((_, at) => at).sort((a, b) => cues[a]!.startMs - cues[b]!.startMs || a - b);
  const edges = [...new Set(cues.flatMap((cue) => [cue.startMs, cue.endMs]))].sort((a, b) => a - b);
  let next = 0;
  let here: number[] = [];
  const shown = edges.map((ms) => {
    here = here.filter((at) => cues[at]!.endMs > ms);
    for (; next < order.length && cues[order[next]!]!.startMs <= ms; next++)
      if (cues[order[next]!]!.endMs > ms) here.push(order[next]!);
    return [...here].sort((a, b) => a - b).map((at) => cues[at]!);
  });
  return { edges, shown };
}

/**
 * Hands out the cues of stretches that are asked for one after another, those that begin in each.
 *
 * @param cues in order of their start.
 * @example beginningIn(cues)({ startMs: 0, endMs: 4000 }).length // 2
 */
export function beginningIn<C extends Pick<Cue, 'startMs'>>(
  cues: readonly C[],
): (stretch: { readonly startMs: CutMs; readonly endMs: CutMs }) => readonly C[] {
  let at = 0;
  return ({ startMs, endMs }) => {
    while (at < cues.length && cues[at]!.startMs < startMs) at++;
    const from = at;
    while (at < cues.length && cues[at]!.startMs < endMs) at++;
    return cues.slice(from, at);
  };
}

const NOTHING: readonly never[] = [];

/**
 * The cues on screen at an instant: the same list for as long as nothing changes, so that nothing is drawn anew.
 *
 * @example shownAt(trackOf(cues), 12_000).map((cue) => cue.text) // ['Slipway, feather-light', 'Your left', '3']
 */
export function shownAt<C>({ edges, shown }: Track<C>, ms: CutMs): readonly C[] {
  return shown[firstAbove(edges, ms) - 1] ?? NOTHING;
}
