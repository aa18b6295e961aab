import * as z from 'zod';
import { EASES } from '../viewing/feedback.schema';

/** Everything that is stored of one viewer's browser, as that browser is told it: a row a version. */
export const viewerRecordSchema = z.object({
  lessons: z.array(
    z.object({
      title: z.string(),
      viewings: z.number(),
      /** Lesson time that was played, each stretch once a viewing, ms. */
      watchedMs: z.number(),
      lastAt: z.string(),
      answers: z.array(
        z.object({
          ease: z.enum(EASES).nullable(),
          /** Places where it was felt. */
          felt: z.number(),
          remark: z.string(),
          /** What was said about discomfort; null when nothing was. */
          discomfort: z.string().nullable(),
        }),
      ),
    }),
  ),
});
export type ViewerRecord = z.infer<typeof viewerRecordSchema>;
