import type { Evidence } from './reading';
import { ENDS_SENTENCE, type NarrationLine } from './lines';

/** One spoken word with its place in time. */
export interface Word {
  /** As written, with its punctuation. */
  readonly text: string;
  /** Lower case letters, digits and apostrophes only. */
  readonly norm: string;
  readonly startMs: number;
  readonly endMs: number;
  /** Number of the sentence that it stands in. */
  readonly sentence: number;
  readonly line: number;
  /** Whether a paragraph begins with it that somebody set off by an empty line. */
  readonly paragraph?: boolean;
  /** Whether a pause follows: a comma or the end of a sentence. */
  readonly pause: '' | ',' | '.';
}

/**
 * The words of a narration, each with the time that falls to it by its position in its line. Lines without any
 * punctuation, as machines write captions, count as a sentence each.
 *
 * @example wordsOf([{ startMs: 0, endMs: 1000, text: 'Let go.', timed: true }]).map((word) => word.norm) // ['let', 'go']
 */
export function wordsOf(lines: readonly NarrationLine[]): Word[] {
  const punctuated = lines.filter((line) => /[.!?]/.test(line.text)).length * 3 >= lines.length;
  const words: Word[] = [];
  let sentence = 0;
  lines.forEach((line, at) => {
    const parts = line.text
      .replace(/(\d)\s*[-–—]\s*(\d)/g, '$1-$2')
      .replace(/([\p{L}])[–—]+([\p{L}])/gu, '$1 — $2')
      .split(' ')
      .filter((part) => /[\p{L}\d]/u.test(part) || /[–—]/.test(part));
    const spoken = parts.filter((part) => /[\p{L}\d]/u.test(part));
    const each = (line.endMs - line.startMs) / Math.max(1, spoken.length);
    let index = 0;
    for (const part of parts) {
      if (!/[\p{L}\d]/u.test(part)) {
        const last = words.pop();
        if (last) words.push({ ...last, pause: last.pause || ',' });
        continue;
      }
      const ends = ENDS_SENTENCE.test(part) && !/^(?:\d+\.\d+|dr\.|e\.g\.|i\.e\.)$/i.test(part);
      words.push({
        text: part,
        norm: part
          .toLowerCase()
          .replace(/[’‘]/g, "'")
          .replace(/[^\p{L}\d'\-./:%]/gu, '')
          .replace(/^['\-./:]+|['\-./:]+$/g, ''),
        startMs: Math.round(line.startMs + index * each),
        endMs: Math.round(line.startMs + (index + 1) * each),
        sentence,
        line: at,
        ...(line.paragraph && index === 0 ? { paragraph: true } : {}),
        pause: ends ? '.' : /[,;:)]["”'’]*$/.test(part) ? ',' : '',
      });
      index++;
      if (ends) sentence++;
    }
    // A line without a full stop ends its sentence where the next one begins with a capital.
    const next = lines[at + 1]?.text ?? '';
    const last = words[words.length - 1];
    if (punctuated && last?.line === at && !last.pause && /^\p{Lu}/u.test(next) && !/^I\b/.test(next)) {
      words[words.length - 1] = { ...last, pause: '.' };
      sentence++;
    }
    if (!punctuated) sentence++;
  });
  return words;
}

/**
 * The words from one index up to another, as they are written.
 *
 * @example wording(words, 0, 2) // 'Let go.'
 */
export function wording(words: readonly Word[], from: number, to: number): string {
  return words
    .slice(Math.max(0, from), to)
    .map((word) => word.text)
    .join(' ');
}

/**
 * The words that something was read from, without the mark that ends them.
 *
 * @example saidBy({ words }, { from: 0, to: 2 }) // 'Let go'
 */
export function saidBy(read: { readonly words: readonly Word[] }, { from, to }: Pick<Evidence, 'from' | 'to'>): string {
  return wording(read.words, from, to).replace(/[.,;:!?]+$/, '');
}
