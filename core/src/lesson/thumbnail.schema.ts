import * as z from 'zod';

/** Where the words of a thumbnail stand: at a side of the picture, or under it. */
export const THUMBNAIL_PLACES = ['left', 'right', 'below'] as const;
export type ThumbnailPlace = (typeof THUMBNAIL_PLACES)[number];

/** The picture with a few words that stands for a lesson at a video host. */
export const thumbnailSchema = z.object({
  /** What stands on it; empty for the title of the lesson. */
  words: z.string().max(80),
  /** The instant of the lesson that it shows; null for the first that is proposed. */
  atMs: z.int().min(0).nullable(),
  /** Null keeps them clear of the face. */
  place: z.enum(THUMBNAIL_PLACES).nullable(),
});
export type Thumbnail = z.infer<typeof thumbnailSchema>;
/** As long as nobody chose anything. */
export const PLAIN_THUMBNAIL: Thumbnail = { words: '', atMs: null, place: null };
