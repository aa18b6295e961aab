import { readdirSync, readFileSync } from 'node:fs';
import { plainWords } from '@limber/core/align/plain-words';
import { parseLines } from '@limber/core/narration/lines';
import { readMarked } from '@limber/core/narration/marked';

/** A word that is said less often is no common one. */
const LEAST = 3;

/** The words that are common in the narrations of the development set, and how often they stand there. */
export function commonWords(folder = 'core/src/narration/development'): Record<string, number> {
  const counts = new Map<string, number>();
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.txt')))
    for (const { text } of parseLines(readMarked(readFileSync(`${folder}/${file}`, 'utf8')).text))
      for (const word of plainWords(text)) counts.set(word, (counts.get(word) ?? 0) + 1);
  return Object.fromEntries([...counts].filter(([, times]) => times >= LEAST).sort(([a], [b]) => (a < b ? -1 : 1)));
}
