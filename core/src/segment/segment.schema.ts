import * as z from 'zod';

export const SEGMENT_KINDS = [
  'intro',
  'prep',
  'teach',
  'hold',
  'reps',
  'swap',
  'rest',
  'drain',
  'talk',
  'outro',
  'cut',
] as const;
export const segmentKindSchema = z.enum(SEGMENT_KINDS);
export type SegmentKind = z.infer<typeof segmentKindSchema>;

export const workedSideSchema = z.enum(['left', 'right', 'both', 'alternating', 'midline']);

const ms = z.int().min(0).max(86_400_000);

/** A stretch of a take. Start, end and beats are in take time, ms; a beat is the instant at which one repetition completes. */
export const segmentSchema = z
  .object({
    id: z.string().min(1).max(80),
    takeId: z.string().min(1).max(80),
    kind: segmentKindSchema,
    stepId: z.string().max(80).nullable().default(null),
    side: workedSideSchema.nullable().default(null),
    startMs: ms,
    endMs: ms,
    beats: z.array(ms).max(2000).default([]),
  })
  .refine((segment) => segment.startMs < segment.endMs, { message: 'A segment has to end after it starts.' });
export type Segment = z.infer<typeof segmentSchema>;

/** One recording. `mirrored`: the picture is flipped, so that the instructor's left is on the viewer's left. */
export const takeSchema = z.object({
  id: z.string().min(1).max(80),
  mediaId: z.string().max(80).nullable().default(null),
  name: z.string().trim().min(1, 'A take needs a name.').max(120),
  mirrored: z.boolean().default(true),
  durationMs: ms,
  width: z.int().min(1).max(16_384),
  height: z.int().min(1).max(16_384),
  frameRate: z.object({ numerator: z.int().positive(), denominator: z.int().positive() }),
});
export type Take = z.infer<typeof takeSchema>;

/** A piece of a take that plays in the lesson; the pieces in order make the lesson's time. */
export const pieceSchema = z
  .object({ takeId: z.string().min(1).max(80), fromMs: ms, toMs: ms })
  .refine((piece) => piece.fromMs < piece.toMs, { message: 'A piece has to end after it starts.' });
export type Piece = z.infer<typeof pieceSchema>;
