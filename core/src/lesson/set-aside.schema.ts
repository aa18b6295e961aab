import * as z from 'zod';

/** A finding that she has looked at and lets be, as long as what it rests on stays as it was. */
export const setAsideSchema = z.object({
  /** Of the finding: rule and place. */
  id: z.string().min(1).max(800),
  /** A digest of what the finding rested on when it was set aside. */
  basis: z.string().min(1).max(40),
  reason: z.string().trim().max(600).default(''),
});
export type SetAside = z.infer<typeof setAsideSchema>;
