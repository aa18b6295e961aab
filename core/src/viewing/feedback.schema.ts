import * as z from 'zod';
import { regionSchema } from '../move/move.schema';

export const EASES = ['too_easy', 'right', 'too_hard'] as const;

/** What a viewer says at the end. Discomfort is kept apart from the rest. */
export const feedbackSchema = z.object({
  viewingId: z.uuid(),
  ease: z.enum(EASES).nullable(),
  felt: z.array(z.object({ region: regionSchema, side: z.enum(['left', 'right']).nullable() })).max(40),
  discomfort: z
    .object({
      stepId: z.string().max(80).nullable(),
      side: z.enum(['left', 'right']).nullable(),
      serious: z.boolean(),
      words: z.string().max(1000),
    })
    .nullable(),
  remark: z.string().max(1000),
});
export type Feedback = z.infer<typeof feedbackSchema>;
