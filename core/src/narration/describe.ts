import '../words/localize';
import type { Reading } from './reading';

type Dose = Reading['doses'][number];

/**
 * A dose that was read, in words: what was understood, to stand beside what was said.
 *
 * @example describeRead({ kind: 'hold_s', low: 10, high: 12, scope: 'each_side' }) // "hold 10 to 12 s a side"
 */
export function describeRead({ kind, low, high, scope }: Pick<Dose, 'kind' | 'low' | 'high' | 'scope'>): string {
  const n = low === high ? `${low}` : $localize`${low} to ${high}`;
  const of = (one: string, more: string): string => `${n} ${low === 1 && high === 1 ? one : more}`;
  const words: Record<Dose['kind'], string> = {
    hold_s: $localize`hold ${n} s`,
    reps: of('time', 'times'),
    sets: of('set', 'sets'),
    count: $localize`count of ${n}`,
    seconds_each: $localize`move for ${n} s`,
    remaining_s: $localize`${n} s left`,
    lookahead_s: $localize`in ${n} s`,
    breaths: of('breath', 'breaths'),
    swipes: of('pass', 'passes'),
  };
  const scopes: Record<Dose['scope'], string> = {
    here: '',
    each_side: $localize` a side`,
    every_move: $localize`, every move`,
    other_side: $localize`, second side`,
  };
  return words[kind] + scopes[scope];
}

/**
 * How sure a reading is, in words; nothing is said of what is sure.
 *
 * @example howSure(0.9) // '', there is nothing to say
 */
export function howSure(sure: number): '' | 'likely' | 'a guess' {
  return sure >= 0.8 ? '' : sure >= 0.65 ? 'likely' : 'a guess';
}
