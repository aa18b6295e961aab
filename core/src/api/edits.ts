import * as z from 'zod';

export const editKindSchema = z.enum(['edit', 'undo', 'redo']);
export type EditKind = z.infer<typeof editKindSchema>;

/** Edits of one document on their way to the server. Each change is read by itself: one bad one refuses no other. */
export const editsSchema = z.object({
  clientId: z.string().min(1).max(80),
  /** The revision that the edits were made on. */
  baseRevision: z.int().min(0),
  edits: z.array(z.object({ id: z.uuid(), kind: editKindSchema, change: z.unknown() })).max(500),
});

/** An edit that was taken, with the revision that it made. */
const takenSchema = z.object({ id: z.string(), revision: z.number(), change: z.unknown(), clientId: z.string() });

/**
 * What open pages are told when a document was edited: the edits themselves, so that nobody has to ask for them; null
 * when they are too long to be told.
 */
export const editedSchema = z.object({
  /** The document; absent where there is only one of its kind. */
  id: z.string().optional(),
  revision: z.number(),
  clientId: z.string(),
  changes: z.array(takenSchema).nullable().default(null),
});
export type Edited = z.infer<typeof editedSchema>;

/** What became of edits. Those before a conflict are stored, the one that meets it and those after it are not. */
export const editAnswerSchema = z.object({
  revision: z.number(),
  /** Everything since the revision that the edits were made on, in order, the edits themselves included. */
  changes: z.array(takenSchema),
  /** Edits that can never be taken, with the reason in words. The others went on without them. */
  refused: z.array(z.object({ id: z.string(), reason: z.string() })),
  conflict: z
    .object({
      id: z.string(),
      /** The newer change that it meets. */
      theirs: z.unknown(),
      /** Whether the edit could still be made on the newest revision. */
      fits: z.boolean(),
      reason: z.string(),
    })
    .nullable(),
});
export type EditAnswer = z.infer<typeof editAnswerSchema>;

/** One entry of a document's history, for undo. */
export const historySchema = z.object({
  change: z.unknown(),
  inverse: z.unknown(),
  kind: editKindSchema,
  mine: z.boolean(),
});
