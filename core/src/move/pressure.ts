import '../words/localize';
import type { Pressure } from './move.schema';

const WORDS: Readonly<Record<Pressure, string>> = {
  feather: $localize`feather-light`,
  light: $localize`lightly`,
  medium: $localize`medium pressure`,
  firm: $localize`firmly`,
};

/**
 * A pressure as it is said beside a step's name.
 *
 * @example pressureWords('feather') // 'feather-light'
 */
export function pressureWords(pressure: Pressure): string {
  return WORDS[pressure];
}
