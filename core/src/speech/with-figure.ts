import { NUMBER_NAMES } from './number-names';

/**
 * The words with another figure in the place of theirs, a word for a word; null where that is not plain.
 *
 * @example withFigure('Five times', 3) // 'Three times'
 */
export function withFigure(words: string, figure: number): string | null {
  const found = /\d+(?:\s*(?:-|–|to|or)\s*\d+)?/.exec(words)?.[0];
  if (found) return words.replace(found, String(figure));
  const names = new RegExp(`\\b(?:${NUMBER_NAMES.join('|')})(?: (?:to|or) (?:${NUMBER_NAMES.join('|')}))?\\b`, 'i');
  const name = names.exec(words)?.[0];
  if (!name || figure > NUMBER_NAMES.length) return null;
  const right = NUMBER_NAMES[figure - 1]!;
  return words.replace(name, /^[A-Z]/.test(name) ? right[0]!.toUpperCase() + right.slice(1) : right);
}
