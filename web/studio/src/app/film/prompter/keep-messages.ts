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
  | { readonly kind: 'read'; readonly id: string; readonly from: number; readonly to: number }
  | { readonly kind: 'close' };

export type KeepAnswer =
  /** So many bytes of the recording are on the disk. */
  | { readonly kind: 'kept'; readonly bytes: number }
  /** What was asked for; null where it could not be read. */
  | { readonly kind: 'read'; readonly bytes: ArrayBuffer | null }
  | { readonly kind: 'failed'; readonly full: boolean }
  | { readonly kind: 'closed' };
