import words from './common-words.json' with { type: 'json' };

/**
 * Words that are common in lessons, and how often they are said: counted in the development set of narrations
 * (`common-words.json`, made from it by `cli/src/write-common-words.ts`).
 */
export const COMMON_WORDS: ReadonlyMap<string, number> = new Map(Object.entries(words));
