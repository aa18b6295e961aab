import * as z from 'zod';
import type { DocumentKind } from '../document/document';

export const IDEAS_FORMAT = 'limber-cheek/ideas';
export const IDEAS_VERSION = 1;
/** How many ideas there may be at once. */
export const MOST_IDEAS = 500;

/** A note of one line: what a lesson might be about. */
export const ideaSchema = z.object({
  id: z.string().min(1).max(80),
  text: z.string().trim().min(1, 'Write the idea in a few words.').max(200),
});
export type Idea = z.infer<typeof ideaSchema>;

const ideasSchema = z.object({
  format: z.literal(IDEAS_FORMAT),
  version: z.literal(IDEAS_VERSION),
  ideas: z.array(ideaSchema).max(MOST_IDEAS).default([]),
});
/** The ideas of a studio, the newest first. */
export type Ideas = z.infer<typeof ideasSchema>;

export const ideasDocument: DocumentKind<Ideas> = {
  format: IDEAS_FORMAT,
  version: IDEAS_VERSION,
  noun: 'list of ideas',
  schema: ideasSchema,
  lists: { ideas: { one: 'idea', schema: ideaSchema, most: MOST_IDEAS, key: 'id', order: null } },
  references: [],
  migrations: {},
};
