import * as z from 'zod';
import { SEGMENT_KINDS } from './segment-kind';
import { takeMsSchema } from './times.schema';

export const segmentKindSchema = z.enum(SEGMENT_KINDS);

export const workedSideSchema = z.enum(['left', 'right', 'both', 'alternating', 'midline']);

/** What a stretch of a take shows. Start and end are in take time, ms. */
const stretchFields = {
  id: z.string().min(1).max(80),
  takeId: z.string().min(1).max(80),
  kind: segmentKindSchema,
  stepId: z.string().max(80).nullable().default(null),
  side: workedSideSchema.nullable().default(null),
  startMs: takeMsSchema,
  endMs: takeMsSchema,
};
const hasLength = (one: { startMs: number; endMs: number }): boolean => one.startMs < one.endMs;
const MESSAGE = { message: 'A part has to end after it starts.' };

/** A stretch of a take. Beats are in take time too: a beat is the instant at which one repetition completes. */
export const segmentSchema = z
  .object({ ...stretchFields, beatsMs: z.array(takeMsSchema).max(2000).default([]) })
  .refine(hasLength, MESSAGE);
export type Segment = z.infer<typeof segmentSchema>;

/** A stretch of a take that was proposed to show something, and does not: it is not proposed again. */
export const rejectedSchema = z.object(stretchFields).refine(hasLength, MESSAGE);
