import * as z from 'zod';
import { parseCutId, type CutId } from '../assembly/cut';
import { cueStyleSchema } from '../lesson/cue-style.schema';
import { cueSoundSchema } from '../cue/cue-sounds';
import { showsSchema } from '../cue/shows';
import { CUE_KINDS } from '../lesson/override.schema';
import { takeFields } from '../lesson/take.schema';

export const FILM_FORMAT = 'limber-cheek/film';
export const FILM_VERSION = 1;

/** The shapes of picture that a film can have. */
export const FILM_FRAMES = ['16:9', '9:16', '1:1'] as const;
/** What people call them. */
export const SHAPE_NAMES = { '16:9': 'wide', '9:16': 'upright', '1:1': 'square' } as const satisfies Record<
  (typeof FILM_FRAMES)[number],
  string
>;
export const CAPTION_WAYS = ['burned', 'track', 'none'] as const;
export const FILM_KINDS = ['mp4', 'webm'] as const;

const cutId = z.custom<CutId>(
  (value) => typeof value === 'string' && parseCutId(value) !== null,
  'There is no such cut.',
);

/** What film is wanted of a lesson. */
export const filmWishSchema = z.object({
  cut: cutId.default('full'),
  frame: z.enum(FILM_FRAMES).default('16:9'),
  /** Words: drawn into the picture, as a track that can be switched on, or not at all. */
  captions: z.enum(CAPTION_WAYS).default('track'),
  kind: z.enum(FILM_KINDS).default('mp4'),
  /** The instant of the lesson's film that stands for it in lists; null for none. */
  stillMs: z.int().min(0).nullable().default(null),
});
export type FilmWish = z.infer<typeof filmWishSchema>;

const ms = z.int().min(0);
const pictures = z.int().min(0);

const cardSchema = z.object({ title: z.string(), lines: z.array(z.string()), link: z.string() });
/** What stands before or after a lesson: a title, lines under it, and where a code leads. */
export type FilmCard = z.infer<typeof cardSchema>;

const pieceSchema = z.object({
  /** Its first picture in the film, and how many there are. */
  at: pictures,
  frames: z.int().min(1),
  mediaId: z.string(),
  /** Pictures a second of its take. */
  rate: takeFields.frameRate,
  /** Its first picture in its take. */
  from: pictures,
  /** What is heard with it, from an instant of that medium on, ms; it may begin before the medium does. */
  sound: z.object({ mediaId: z.string(), fromMs: z.int() }).nullable(),
});
export type FilmPiece = z.infer<typeof pieceSchema>;

/** What a film is made from: see `filmPlan`. */
export const filmPlanSchema = filmWishSchema.extend({
  format: z.literal(FILM_FORMAT),
  version: z.literal(FILM_VERSION),
  title: z.string(),
  width: z.int().min(2),
  height: z.int().min(2),
  rate: takeFields.frameRate,
  frames: z.int().min(1),
  /** The picture that stands for the film in lists; null for none. */
  stillAt: pictures.nullable(),
  pieces: z.array(pieceSchema).min(1),
  /** What is shown where no piece plays. */
  cards: z.array(z.object({ at: pictures, frames: z.int().min(1), card: cardSchema })),
  brighter: z.boolean(),
  quieter: z.boolean(),
  /** What plays under everything. */
  music: z.object({ mediaId: z.string() }).nullable(),
  voices: z.array(z.object({ mediaId: z.string(), startMs: ms, fromMs: ms, toMs: ms, gainDb: z.number() })),
  /** What is shown of the wide picture; none in a wide film. */
  shots: z.array(z.object({ startMs: ms, endMs: ms, easeMs: ms, centre: z.number(), width: z.number() })),
  style: cueStyleSchema,
  cues: z.array(
    z.object({
      key: z.string(),
      kind: z.enum(CUE_KINDS),
      side: z.string().nullable(),
      startMs: ms,
      endMs: ms,
      text: z.string(),
      value: z.number().nullable(),
      of: z.number().nullable(),
      shows: showsSchema.nullable().default(null),
      box: z.tuple([z.number(), z.number(), z.number(), z.number()]).readonly(),
      lines: z.array(z.string()).readonly(),
      type: z.number(),
      plate: z.number().optional(),
    }),
  ),
  /** What is heard of cues. */
  sounds: z.array(cueSoundSchema).default([]),
  chapters: z.array(z.object({ startMs: ms, endMs: ms, title: z.string() })),
});
export type FilmPlan = z.infer<typeof filmPlanSchema>;
