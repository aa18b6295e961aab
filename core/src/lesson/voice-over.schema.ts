import * as z from 'zod';
import { workedSideSchema } from './segment.schema';
import { msSchema } from './times.schema';

/** Words spoken over the footage afterwards: a stretch of a recording that belongs to a step. */
export const voiceOverSchema = z
  .object({
    id: z.string().min(1).max(80),
    stepId: z.string().min(1).max(80),
    side: workedSideSchema.nullable().default(null),
    part: z.enum(['before', 'during', 'after']),
    mediaId: z.string().min(1).max(80),
    fromMs: msSchema,
    toMs: msSchema,
    gainDb: z.number().min(-60).max(24).default(0),
  })
  .refine((voice) => voice.fromMs < voice.toMs, { message: 'A voice-over has to end after it starts.' });
export type VoiceOver = z.infer<typeof voiceOverSchema>;
