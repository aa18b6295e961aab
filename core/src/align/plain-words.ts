import { readAloud } from '../speech/numbers';

/**
 * Words as they are compared: small letters, numbers by their names, nothing joined by a hyphen.
 *
 * @example plainWords('Twenty-five kneads, 10 taps.') // ['twenty', 'five', 'kneads', 'ten', 'taps']
 */
export function plainWords(text: string): string[] {
  return readAloud(text)
    .toLowerCase()
    .replace(/’/g, "'")
    .split(/[^\p{L}']+/u)
    .map((word) => word.replace(/^'+|'+$/g, ''))
    .filter(Boolean);
}
