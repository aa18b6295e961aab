import * as z from 'zod';
import { cueStyleSchema } from '../lesson/cue-style.schema';
import { HALVES } from '../lesson/lesson.schema';
import { cueSoundSchema } from '../cue/cue-sounds';
import { showsSchema } from '../cue/shows';
import { CUE_KINDS, ownPlaceSchema } from '../lesson/override.schema';
import { pieceSchema } from '../lesson/piece.schema';
import { segmentKindSchema, workedSideSchema } from '../lesson/segment.schema';
import { sourceSchema, viewerSideSchema } from '../lesson/take.schema';
import { pressureSchema, regionSchema } from '../move/move.schema';

const ms = z.int().min(0);

export const PUBLISHED_FORMAT = 'limber-cheek/published-lesson';
export const PUBLISHED_VERSION = 4;

const share = z.number().min(0).max(1);
const boxSchema = z.tuple([share, share, share, share]).readonly();
/** Where a cue stands in one shape of picture: its box as shares of the picture, its lines, its size of type. */
const placeSchema = z.object({
  box: boxSchema,
  lines: z.array(z.string()).readonly(),
  type: share,
  /** How dense its plate is, where that of the style lets too much through. */
  plate: share.optional(),
});

const cueSchema = z.object({
  key: z.string(),
  kind: z.enum(CUE_KINDS),
  stepId: z.string().nullable(),
  side: z.string().nullable(),
  startMs: ms,
  endMs: ms,
  text: z.string(),
  value: z.number().nullable(),
  of: z.number().nullable(),
  shows: showsSchema.nullable().default(null),
  edited: z.boolean(),
  /** Where the instructor wants it, in shapes of picture that are placed later. */
  place: ownPlaceSchema.optional(),
  /** Over the film as it is, and on the page of an upright screen, which has the cues under it. */
  wide: placeSchema,
  page: placeSchema,
});

const cutIdSchema = z.union([
  z.literal('full'),
  z.literal('practice'),
  z.templateLiteral(['half:', z.enum(HALVES)]),
  z.templateLiteral(['step:', z.string().min(1)]),
]);

/** One way through the lesson: what plays, and what is shown when. Times are times of this cut. */
const publishedCutSchema = z.object({
  id: cutIdSchema,
  durationMs: ms,
  /** What is read before it, strongest first: of what it shows, and of nothing else. */
  cautions: z.array(z.string()),
  pieces: z.array(pieceSchema),
  /** Each time that a step runs. */
  steps: z.array(z.object({ stepId: z.string(), startMs: ms, endMs: ms })),
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
  /** Where she was seen to work in the wide picture: shapes of picture that are made later keep it free too. */
  areas: z
    .array(z.object({ startMs: ms, endMs: ms, boxes: z.array(boxSchema).readonly(), seen: boxSchema.nullable() }))
    .optional(),
  /** What is heard of cues. */
  sounds: z.array(cueSoundSchema).default([]),
  /** Recordings heard beside the footage, from `startMs` of the cut on: `fromMs` to `toMs` of the medium. */
  voices: z.array(z.object({ mediaId: z.string(), startMs: ms, fromMs: ms, toMs: ms, gainDb: z.number() })),
});
export type PublishedCut = z.infer<typeof publishedCutSchema>;
export type PublishedCue = z.infer<typeof cueSchema>;

/** What a viewer's page needs of a version: nothing of the instructor's notes or findings. Frozen when it is made. */
export const publishedSchema = z.object({
  format: z.literal(PUBLISHED_FORMAT),
  version: z.literal(PUBLISHED_VERSION),
  versionId: z.string(),
  title: z.string(),
  promise: z.string(),
  /** The rules that the lesson states for itself, in its own words. */
  rules: z.array(z.string()),
  /** How its cues look. */
  cueStyle: cueStyleSchema,
  takes: z.array(
    z.object({
      id: z.string(),
      /** Which side viewers do when the working hand is at the left of the picture. */
      pictureLeft: viewerSideSchema,
      sources: z.array(sourceSchema),
    }),
  ),
  steps: z.array(
    z.object({ id: z.string(), name: z.string(), region: regionSchema, pressure: pressureSchema, dose: z.string() }),
  ),
  /** The full one first. */
  cuts: z.array(publishedCutSchema).min(1),
});
export type PublishedLesson = z.infer<typeof publishedSchema>;
