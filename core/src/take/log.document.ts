import * as z from 'zod';
import type { DocumentKind } from '../document/document';
import { workedSideSchema } from '../lesson/segment.schema';

export const LOG_FORMAT = 'limber-cheek/log';
export const LOG_VERSION = 1;

/** What was moved on to while filming: a step, its work, its other side, the same again, a pause and its end, a clap, the end. */
export const LOG_KINDS = ['step', 'dose', 'swap', 'hold', 'again', 'pause', 'resume', 'clap', 'end'] as const;

const entrySchema = z.object({
  /** From the start of the recording that the log was kept beside, ms. */
  atMs: z.int().min(0).max(86_400_000),
  kind: z.enum(LOG_KINDS),
  stepId: z.string().min(1).max(80).nullable().default(null),
  side: workedSideSchema.nullable().default(null),
  /** Which repetition, where that was said. */
  n: z.int().min(0).max(10_000).nullable().default(null),
});
export type LogEntry = z.infer<typeof entrySchema>;

/** What was done when, as it was pressed while filming: one entry a press. */
export const logSchema = z.object({
  format: z.literal(LOG_FORMAT),
  version: z.literal(LOG_VERSION),
  entries: z.array(entrySchema).max(20_000),
});
export type Log = z.infer<typeof logSchema>;

/** The log of a take: what holds of it, on the take's time, and what cannot have been, by its number in the log. */
export const takeLogSchema = z.object({
  entries: z.array(entrySchema),
  troubles: z.array(z.object({ entry: z.int(), words: z.string() })),
});

export const logDocument: DocumentKind<Log> = {
  format: LOG_FORMAT,
  version: LOG_VERSION,
  noun: 'log',
  schema: logSchema,
  lists: {},
  references: [],
  migrations: {},
};
