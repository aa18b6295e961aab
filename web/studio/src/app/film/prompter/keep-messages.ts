import * as z from 'zod';
import { LOG_KINDS } from '@limber/core/take/log.document';

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
  z.object({
    entries: z.array(
      z.object({
        atMs: z.number(),
        kind: z.enum(LOG_KINDS),
        stepId: z.string().nullable(),
        side: z.string().nullable(),
        n: z.number().nullable(),
      }),
    ),
  }),
  /** What it is being sent as; null when that was stopped. */
  z.object({ uploadId: z.string().nullable() }),
]);
export type KeptLine = z.infer<typeof lineSchema>;

export type KeepRequest =
  | { readonly kind: 'piece'; readonly id: string; readonly piece: Blob }
  | { readonly kind: 'line'; readonly id: string; readonly line: KeptLine }
  | { readonly kind: 'close' };

/** `bytes`: how much of the recording is on the disk; null for what is known of it. */
export type KeepAnswer =
  | { readonly kind: 'kept'; readonly bytes: number | null }
  | { readonly kind: 'failed'; readonly full: boolean }
  | { readonly kind: 'closed' };
