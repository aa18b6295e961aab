import * as z from 'zod';
import { msSchema } from './times.schema';

/** A recording of the room, with the log that was kept beside it, that is here before its film is. */
export const waitingSchema = z.object({
  id: z.string().min(1).max(80),
  mediaId: z.string().min(1).max(80),
  name: z.string().trim().max(120).default(''),
  durationMs: msSchema,
});
export type Waiting = z.infer<typeof waitingSchema>;
