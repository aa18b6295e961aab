import type { Pressure } from './move.schema';

const WORDS: Readonly<Record<Pressure, string>> = {
  feather: 'feather-light',
  light: 'lightly',
  medium: 'medium pressure',
  firm: 'firmly',
};

/**
 * A pressure as it is said beside a step's name.
 *
 * @example pressureWords('feather') // 'feather-light'
 */
export function pressureWords(pressure: Pressure): string {
  return WORDS[pressure];
}
