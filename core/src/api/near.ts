import * as z from 'zod';

/** How a telephone comes in: what was typed or scanned. */
export const joinSchema = z.object({ code: z.string().max(40) });

/** A telephone that may bring films into a lesson. */
export const phoneSchema = z.object({
  id: z.string(),
  /** Typed or scanned once, within ten minutes; null as soon as the telephone is in. */
  code: z.string().nullable(),
  /** Where it opens the page, nearest first. */
  addresses: z.array(z.string()),
});
export type Phone = z.infer<typeof phoneSchema>;

/** Telephones of a lesson, and what is on its way from them. */
export const phonesSchema = z.object({
  phones: z.array(phoneSchema),
  sending: z.array(z.object({ id: z.string(), name: z.string(), bytes: z.number(), sent: z.number() })),
});
export type Phones = z.infer<typeof phonesSchema>;

/** What a telephone is told when it is in. */
export const bringsSchema = z.object({ token: z.string(), lessonId: z.string(), lesson: z.string() });
