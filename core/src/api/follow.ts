import * as z from 'zod';
import { feedbackSchema } from '../viewing/feedback.schema';

export const viewerIdSchema = z.uuid().toLowerCase();
const viewingFields = {
  viewerId: viewerIdSchema,
  /** The version that was watched, which need not be the one that the link leads to by now. */
  versionId: viewerIdSchema.nullable().default(null),
  /** The cut that was watched. */
  cut: z.string().max(90).default('full'),
};

/** What a viewer's page sends of one viewing. Each event is read by itself: one bad one refuses no other. */
export const batchSchema = z.object({
  ...viewingFields,
  viewingId: viewerIdSchema,
  /** When it was sent, by the viewer's clock. */
  wallMs: z.int().min(0).nullable().default(null),
  events: z.array(z.unknown()).min(1).max(500),
});
/** Events that can never be taken, by their number in the batch, with the reason in words. */
export const takenEventsSchema = z.object({
  refused: z.array(z.object({ index: z.number(), reason: z.string() })),
});
export const answersSchema = z.object({ ...viewingFields, feedback: feedbackSchema });
/** Whether what was said of discomfort is told to be serious. */
export const takenAnswersSchema = z.object({ serious: z.boolean() });
