import * as z from 'zod';

export const CUE_KINDS = ['count', 'countdown', 'side', 'swap', 'label', 'caption'] as const;
export const cueKindSchema = z.enum(CUE_KINDS);
export type CueKind = z.infer<typeof cueKindSchema>;

/** What the instructor changed of one derived cue. The key says which cue; what is absent stays derived. Times in lesson ms. */
export const overrideSchema = z.object({
  /** `stepId|side|kind|index`, as {@link cueKey} writes it. */
  key: z.string().min(1).max(240),
  text: z.string().trim().min(1).max(200).optional(),
  startMs: z.int().min(0).optional(),
  endMs: z.int().min(0).optional(),
  hidden: z.boolean().optional(),
});
export type CueOverride = z.infer<typeof overrideSchema>;
