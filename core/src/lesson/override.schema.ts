import * as z from 'zod';
import { cutMsSchema } from './times.schema';

export const CUE_KINDS = ['count', 'countdown', 'side', 'swap', 'label', 'caption'] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** What the instructor changed of one derived cue. The key says which cue; what is absent stays derived. Times of the full cut, ms. */
export const overrideSchema = z.object({
  /** `stepId|side|kind|index`, as {@link cueKey} writes it. */
  key: z.string().min(1).max(240),
  text: z.string().trim().min(1).max(200).optional(),
  startMs: cutMsSchema.optional(),
  endMs: cutMsSchema.optional(),
  hidden: z.boolean().optional(),
});
export type CueOverride = z.infer<typeof overrideSchema>;
