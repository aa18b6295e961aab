import * as z from 'zod';
import { logSchema } from '@limber/core/take/log.document';

/** What is known of a recording: first what it is, then its log as it grows, then what became of it. */
export const lineSchema = z.union([
  z.object({
    lessonId: z.string(),
    /** What it is called where it arrives. */
    name: z.string(),
    type: z.string(),
    records: z.enum(['camera', 'room']),
    /** By the clock of this machine, ms. */
    beganMs: z.number(),
  }),
  logSchema.pick({ entries: true }),
  /** What it is being sent as; null when that was stopped. */
  z.object({ uploadId: z.string().nullable() }),
]);
export type KeptLine = z.infer<typeof lineSchema>;

export type KeepRequest =
  | { readonly kind: 'piece'; readonly id: string; readonly piece: Blob }
  | { readonly kind: 'line'; readonly id: string; readonly line: KeptLine }
  | { readonly kind: 'close' };

/** What the worker has to say: nothing, as long as all is well. */
export type KeepAnswer = { readonly kind: 'failed'; readonly full: boolean } | { readonly kind: 'closed' };
