import * as z from 'zod';
import { msSchema } from './times.schema';

/**
 * One file that a take is made of: its picture, with what is heard there; a sound that was recorded apart and is heard
 * instead; or only the log that was kept beside a recording, of which nothing is heard. `offsetMs`: where its own start lies on the take's time, ms; negative when it began
 * before the take does.
 */
export const sourceSchema = z.object({
  mediaId: z.string().min(1).max(80),
  role: z.enum(['picture', 'sound', 'log']),
  offsetMs: z.int().min(-86_400_000).max(86_400_000).default(0),
});
export type Source = z.infer<typeof sourceSchema>;

export const viewerSideSchema = z.enum(['left', 'right']);
export type ViewerSide = z.infer<typeof viewerSideSchema>;

/** What she thinks of a take, in three words. */
export const RATINGS = ['good', 'usable', 'poor'] as const;
export type Rating = (typeof RATINGS)[number];

const share = z.number().min(0).max(1);
/** What its picture shows of itself, a name or a sign: a box in shares of it, which nothing is drawn over. */
export const keptFreeSchema = z
  .tuple([share, share, share, share])
  .refine(([x, y, width, height]) => width >= 0.01 && height >= 0.01 && x + width <= 1.0001 && y + height <= 1.0001, {
    message: 'A place that is kept free lies in the picture.',
  })
  .readonly();
export const MOST_KEPT_FREE = 6;

export const takeFields = {
  name: z.string().trim().min(1, 'A take needs a name.').max(120),
  /**
   * Which side the viewers do when the working hand is at the left of the picture: covers mirrored and unmirrored
   * pictures, and teachers who lead as a mirror. Null until it was answered.
   */
  pictureLeft: viewerSideSchema.nullable(),
  /** Files with what they give; empty when the footage is not here (it does not travel in a bundle). */
  sources: z.array(sourceSchema).max(20),
  /** False for one that is set aside: it stays, and nothing of it is offered or counts as filmed. */
  kept: z.boolean(),
  rating: z.enum(RATINGS).nullable(),
  /** Her own words on it. */
  note: z.string().max(2000, 'A note has at most 2,000 letters.'),
  /** Where something is in its picture that nothing shall be drawn over. */
  keptFree: z.array(keptFreeSchema).max(MOST_KEPT_FREE).readonly(),
  durationMs: msSchema,
  width: z.int().min(1).max(16_384),
  height: z.int().min(1).max(16_384),
  frameRate: z.object({ numerator: z.int().positive(), denominator: z.int().positive() }),
};

/** What nobody has said anything of yet. */
export const UNRATED = { kept: true, rating: null, note: '', keptFree: [] } as const;

/** One recording. Its time begins where its picture does. */
export const takeSchema = z.object({
  id: z.string().min(1).max(80),
  ...takeFields,
  pictureLeft: takeFields.pictureLeft.default(null),
  sources: takeFields.sources.default([]),
  kept: takeFields.kept.default(UNRATED.kept),
  rating: takeFields.rating.default(UNRATED.rating),
  note: takeFields.note.default(UNRATED.note),
  keptFree: takeFields.keptFree.default([]),
});
export type Take = z.infer<typeof takeSchema>;

/**
 * What is heard of a take: a sound recorded apart, else that of its picture; null when neither is here.
 *
 * @example soundOf({ sources: [{ mediaId: 'm', role: 'picture', offsetMs: 0 }] })?.mediaId // 'm'
 */
export function soundOf(take: Pick<Take, 'sources'>): Source | null {
  const giving = (role: Source['role']): Source | undefined => take.sources.find((one) => one.role === role);
  return giving('sound') ?? giving('picture') ?? null;
}

/**
 * The medium that gives a take its picture; null when it is not here.
 *
 * @example pictureOf({ sources: [{ mediaId: 'm', role: 'picture', offsetMs: 0 }] }) // 'm'
 */
export function pictureOf(take: Pick<Take, 'sources'> | null | undefined): string | null {
  return take?.sources.find((source) => source.role === 'picture')?.mediaId ?? null;
}
