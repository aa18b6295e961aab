import * as z from 'zod';
import { workedSideSchema } from './segment.schema';

/** Something of a lesson that is to be filmed once more, and why. */
export const filmAgainSchema = z.object({
  id: z.string().min(1).max(120),
  stepId: z.string().min(1).max(80),
  /** Null for the whole step. */
  side: workedSideSchema.nullable().default(null),
  why: z.string().trim().max(300).default(''),
});
export type FilmAgain = z.infer<typeof filmAgainSchema>;
