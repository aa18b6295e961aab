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

/**
 * One file that a take is made of. `offsetMs`: where its own start lies on the take's time, ms; negative when it began
 * before the take does.
 */
export const sourceSchema = z.object({
  mediaId: z.string().min(1).max(80),
  role: z.enum(['picture', 'sound']),
  offsetMs: z.int().min(-86_400_000).max(86_400_000).default(0),
});
export type Source = z.infer<typeof sourceSchema>;

export const viewerSideSchema = z.enum(['left', 'right']);
export type ViewerSide = z.infer<typeof viewerSideSchema>;

export const takeFields = {
  name: z.string().trim().min(1, 'A take needs a name.').max(120),
  /**
   * Which side the viewers do when the working hand is at the left of the picture: covers mirrored and unmirrored
   * pictures, and teachers who lead as a mirror. Null until it was answered.
   */
  pictureLeft: viewerSideSchema.nullable(),
  /** Files with what they give; empty when the footage is not here (it does not travel in a bundle). */
  sources: z.array(sourceSchema).max(20),
  durationMs: ms,
  width: z.int().min(1).max(16_384),
  height: z.int().min(1).max(16_384),
  frameRate: z.object({ numerator: z.int().positive(), denominator: z.int().positive() }),
};

/** One recording. Its time begins where its picture does. */
export const takeSchema = z.object({
  id: z.string().min(1).max(80),
  ...takeFields,
  pictureLeft: takeFields.pictureLeft.default(null),
  sources: takeFields.sources.default([]),
});
export type Take = z.infer<typeof takeSchema>;

/** The medium that gives a take its picture; null when it is not here. */
export function pictureOf(take: Pick<Take, 'sources'> | null | undefined): string | null {
  return take?.sources.find((source) => source.role === 'picture')?.mediaId ?? null;
}

/** A piece of a take that plays in the lesson; the pieces in order make the lesson's time. */
export const pieceSchema = z
  .object({ id: z.string().min(1).max(80), takeId: z.string().min(1).max(80), fromMs: ms, toMs: ms })
  .refine((piece) => piece.fromMs < piece.toMs, { message: 'A piece has to end after it starts.' });
export type Piece = z.infer<typeof pieceSchema>;

/** Words spoken over the footage afterwards: a stretch of a recording that belongs to a step. */
export const voiceOverSchema = z
  .object({
    id: z.string().min(1).max(80),
    stepId: z.string().min(1).max(80),
    side: workedSideSchema.nullable().default(null),
    part: z.enum(['before', 'during', 'after']),
    mediaId: z.string().min(1).max(80),
    fromMs: ms,
    toMs: ms,
    gainDb: z.number().min(-60).max(24).default(0),
  })
  .refine((voice) => voice.fromMs < voice.toMs, { message: 'A voice-over has to end after it starts.' });
export type VoiceOver = z.infer<typeof voiceOverSchema>;
