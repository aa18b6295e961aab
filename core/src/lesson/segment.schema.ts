import * as z from 'zod';
import { SEGMENT_KINDS } from './segment-kind';
import { takeMsSchema } from './times.schema';

export const segmentKindSchema = z.enum(SEGMENT_KINDS);

export const workedSideSchema = z.enum(['left', 'right', 'both', 'alternating', 'midline']);

/** A stretch of a take. Start, end and beats are in take time, ms; a beat is the instant at which one repetition completes. */
export const segmentSchema = z
  .object({
    id: z.string().min(1).max(80),
    takeId: z.string().min(1).max(80),
    kind: segmentKindSchema,
    stepId: z.string().max(80).nullable().default(null),
    side: workedSideSchema.nullable().default(null),
    startMs: takeMsSchema,
    endMs: takeMsSchema,
    beatsMs: z.array(takeMsSchema).max(2000).default([]),
  })
  .refine((segment) => segment.startMs < segment.endMs, { message: 'A part has to end after it starts.' });
export type Segment = z.infer<typeof segmentSchema>;
