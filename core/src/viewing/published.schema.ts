import * as z from 'zod';
import { CUE_KINDS } from '../lesson/override.schema';
import { regionSchema, pressureSchema } from '../move/move.schema';
import { segmentKindSchema, workedSideSchema } from '../lesson/segment.schema';
import { viewerSideSchema } from '../lesson/take.schema';

const ms = z.int().min(0);

export const FOLLOW_FORMAT = 'limber-cheek/published-lesson';
export const FOLLOW_VERSION = 1;

export const cueSchema = z.object({
  key: z.string(),
  kind: z.enum(CUE_KINDS),
  stepId: z.string().nullable(),
  side: z.string().nullable(),
  startMs: ms,
  endMs: ms,
  text: z.string(),
  value: z.number().nullable(),
  of: z.number().nullable(),
  edited: z.boolean(),
});

/** What a viewer's page needs of a version: nothing of the instructor's notes or findings. Frozen when it is made. */
export const followSchema = z.object({
  format: z.literal(FOLLOW_FORMAT),
  version: z.literal(FOLLOW_VERSION),
  versionId: z.string(),
  title: z.string(),
  promise: z.string(),
  durationMs: ms,
  /** Which side viewers do when the working hand is at the left of the picture. */
  pictureLeft: viewerSideSchema,
  mediaId: z.string().nullable(),
  /** Pieces of the media that play, ms, in order. */
  pieces: z.array(z.object({ fromMs: ms, toMs: ms })),
  cautions: z.array(z.string()),
  steps: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      region: regionSchema,
      pressure: pressureSchema,
      dose: z.string(),
      startMs: ms,
      endMs: ms,
    }),
  ),
  passages: z.array(
    z.object({
      kind: segmentKindSchema,
      stepId: z.string().nullable(),
      side: workedSideSchema.nullable(),
      startMs: ms,
      endMs: ms,
    }),
  ),
  cues: z.array(cueSchema),
});
export type Follow = z.infer<typeof followSchema>;

export const EASES = ['too_easy', 'right', 'too_hard'] as const;

/** What a viewer says at the end. Discomfort is kept apart from the rest. */
export const feedbackSchema = z.object({
  viewingId: z.uuid(),
  ease: z.enum(EASES).nullable(),
  felt: z.array(z.object({ region: regionSchema, side: z.enum(['left', 'right']).nullable() })).max(40),
  discomfort: z
    .object({
      stepId: z.string().max(80).nullable(),
      side: z.enum(['left', 'right']).nullable(),
      serious: z.boolean(),
      words: z.string().max(1000),
    })
    .nullable(),
  remark: z.string().max(1000),
});
export type Feedback = z.infer<typeof feedbackSchema>;
