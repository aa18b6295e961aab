import '../words/localize';
import { clock } from '../time/clock';
import type { StepWatching } from './watching';
import type { Interval } from './wilson';

/** Below so many viewings a share says little: it is shown in grey and never as a fault (common practice, no source). */
export const FEW = 20;
/** A leaving that is surely above this share is worth a word. */
const WORTH = 0.02;

/** What the first lines of a results page are made of. */
export interface Watched {
  readonly viewings: number;
  readonly completed: Interval;
  readonly steps: readonly (StepWatching & { readonly name: string; readonly startMs: number | null })[];
}

/**
 * What was watched, in sentences: how many finished, where most left, what hurt. Few viewings are said to be few.
 *
 * @example watchingSentences(results)[0] // 'About three quarters finished it.'
 */
export function watchingSentences({ viewings, completed, steps }: Watched): string[] {
  if (viewings === 0) return [];
  const hurt = steps
    .filter((step) => step.hurt > 0)
    .sort((a, b) => b.hurt - a.hurt)
    .map((step) => $localize`${step.hurt} skipped ${step.name} because it hurt.`)
    .slice(0, 2);
  if (viewings < FEW)
    return [
      $localize`${viewings} ${viewings === 1 ? $localize`viewing` : $localize`viewings`} so far: too few to tell what is chance.`,
      ...hurt,
    ];
  const worst = worstLeaving(steps);
  const where = worst && (worst.startMs === null ? '' : ` (${clock(worst.startMs)})`);
  return [
    $localize`${about(completed.share)} finished it.`,
    worst
      ? $localize`More leave in ${worst.name}${where} than anywhere else: ${about(worst.dropOff.share).toLowerCase()} of those who began it.`
      : $localize`No move stands out for leaving.`,
    ...hurt,
  ];
}

/**
 * The step that surely loses most of those who began it; null where none loses enough, or too few began it.
 *
 * @example worstLeaving(watching(rollup, cut).steps)?.stepId // 'foghorn'
 */
export function worstLeaving<T extends Pick<StepWatching, 'entered' | 'dropOff'>>(steps: readonly T[]): T | null {
  const known = steps.filter((step) => step.entered >= FEW && step.dropOff.low > WORTH);
  return known.length === 0 ? null : known.reduce((a, b) => (b.dropOff.low > a.dropOff.low ? b : a));
}

/** Shares that have a word, and how far from them it is still the nearest. */
const WORDS = [
  [1 / 4, $localize`a quarter`],
  [1 / 3, $localize`a third`],
  [1 / 2, 'half'],
  [2 / 3, $localize`two thirds`],
  [3 / 4, $localize`three quarters`],
] as const;

/** A share in round words. @example about(0.73) // 'About three quarters' */
export function about(share: number): string {
  if (share >= 0.975) return $localize`Nearly everyone`;
  if (share <= 0.005) return $localize`Hardly anyone`;
  if (share < 0.22) return $localize`About 1 in ${Math.round(1 / share)}`;
  const [nearest, word] = WORDS.reduce((a, b) => (Math.abs(b[0] - share) < Math.abs(a[0] - share) ? b : a));
  return Math.abs(nearest - share) < 0.04 ? $localize`About ${word}` : $localize`About ${Math.round(share * 10)} in 10`;
}
