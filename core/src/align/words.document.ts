import * as z from 'zod';
import type { DocumentKind } from '../document/document';
import type { NarrationLine } from '../narration/lines';

export const WORDS_FORMAT = 'limber-cheek/words';
export const WORDS_VERSION = 1;

const ms = z.number().min(0);

/** What was heard to be said in a take, by stretches without a pause. Times in take ms. */
export const wordsSchema = z.object({
  format: z.literal(WORDS_FORMAT),
  version: z.literal(WORDS_VERSION),
  lines: z.array(z.object({ startMs: ms, endMs: ms, text: z.string() })),
});
export type Words = z.infer<typeof wordsSchema>;

/**
 * Lines that were heard, as captions are read: their times are known.
 *
 * @example alignLesson(lesson, heardLines(words.lines)).steps.length // 10
 */
export function heardLines(lines: Words['lines']): NarrationLine[] {
  return lines.map((line) => ({ ...line, timed: true }));
}

export const wordsDocument: DocumentKind<Words> = {
  format: WORDS_FORMAT,
  version: WORDS_VERSION,
  noun: 'description of words',
  schema: wordsSchema,
  lists: {},
  references: [],
  migrations: {},
};
