import * as z from 'zod';
import { STILL_STEP_MS } from '../cue/sheet';
import { viewerSideSchema } from '../lesson/take.schema';

export const JOB_STATES = ['queued', 'running', 'done', 'failed', 'cancelled'] as const;
export const jobStateSchema = z.enum(JOB_STATES);
export type JobState = z.infer<typeof jobStateSchema>;

/** Long work as a page shows it. */
export const jobSchema = z.object({
  id: z.string(),
  kind: z.string(),
  /** What it works for: a medium or an upload. */
  ownerId: z.string(),
  lessonId: z.string().nullable(),
  state: jobStateSchema,
  /** 0 to 1. */
  progress: z.number(),
  /** What is being done, in words. */
  doing: z.string(),
  /** Why it failed, or why it is tried again, in words. */
  error: z.string().nullable(),
  /** Estimated time left, ms; null when it cannot be told. */
  leftMs: z.number().nullable(),
});
export type Job = z.infer<typeof jobSchema>;

/** What a job makes of a medium. */
export const ARTEFACTS = ['poster.jpg', 'sound.json', 'proxy.mp4', 'proxy.m4a', 'analysis.json', 'words.json'] as const;
export const artefactSchema = z.enum(ARTEFACTS);
export type MediumArtefact = z.infer<typeof artefactSchema>;
/** What it makes of a lesson: the film, and what it is put together from. */
export type FilmArtefact = `${'film' | 'part'}.${'mp4' | 'webm'}` | 'film.jpg' | 'heard.m4a' | 'heard.webm';
export type ArtefactName = MediumArtefact | FilmArtefact | ReturnType<typeof stillName>;
/** The still of an instant of a film, ms. @example stillName(1200) // 'still-1200.jpg' */
export const stillName = (atMs: number) => `still-${atMs}.jpg` as const;

export const mediumSchema = z.object({
  id: z.string(),
  name: z.string(),
  bytes: z.number(),
  durationMs: z.number(),
  width: z.number(),
  height: z.number(),
  hasSound: z.boolean(),
  warning: z.string().nullable(),
  /** What is made of it and can be had. */
  artefacts: z.array(artefactSchema),
  /** What these weigh. */
  madeBytes: z.number(),
  /** Shared versions that need it, in words: “version 2 of Tide”. */
  neededBy: z.array(z.string()),
  job: jobSchema.nullable(),
});
export type Medium = z.infer<typeof mediumSchema>;

/** The longest captions that are taken, characters: some twenty hours of talk. */
export const MOST_CAPTIONS = 1_000_000;

/** Captions of a recording, as they were written; null where nobody brought any. */
export const captionsSchema = z.object({ text: z.string().nullable() });
/** `instead`: they take the place of others, which are let go of. */
export const keepCaptionsSchema = z.object({
  text: z.string().max(MOST_CAPTIONS),
  instead: z.boolean().default(false),
});

/** So many stills are asked for at once. */
export const MOST_STILLS = 96;
/** Instants of a film of which stills are wanted, ms. */
export const wantedStillsSchema = z.object({
  atMs: z.array(z.int().min(0).max(86_400_000).multipleOf(STILL_STEP_MS)).min(1).max(MOST_STILLS),
});
/** Which of them there are, and the work that takes the others. */
export const stillsSchema = z.object({ atMs: z.array(z.number()), job: jobSchema.nullable() });

export const UPLOAD_STATES = ['sending', 'arrived', 'taken', 'refused'] as const;

/** What became of an upload: kept until the person has seen it. */
export const uploadSchema = z.object({
  id: z.string(),
  lessonId: z.string(),
  name: z.string(),
  bytes: z.number(),
  state: z.enum(UPLOAD_STATES),
  /** Why it was refused, or why it is not looked at yet. */
  words: z.string(),
  takeId: z.string().nullable(),
  job: jobSchema.nullable(),
});
export type UploadRecord = z.infer<typeof uploadSchema>;

/** What a page says of a file before it sends it. Upload metadata are texts. */
export const uploadMetadataSchema = z.object({
  lessonId: z.string().min(1).max(80),
  filename: z.string().default(''),
  /** A take that lacks its footage, or that gets a second source; without it the file becomes a take of its own. */
  takeId: z.string().min(1).max(80).optional(),
  /** A lesson bundle with media gives its lesson what its takes lack. */
  role: z.enum(['picture', 'sound', 'log', 'music', 'bundle']).default('picture'),
  /** Where the file's own start lies on the take's time, ms; of a sound that does not say, it is found by listening. */
  offsetMs: z.coerce.number().int().min(-86_400_000).max(86_400_000).optional(),
  /** Which side viewers do when the hand is at the left of the picture, where that was answered already. */
  pictureLeft: viewerSideSchema.optional(),
  /** Where it comes from another place than the studio's page. */
  from: z.enum(['phone']).optional(),
});
export type UploadMetadata = z.infer<typeof uploadMetadataSchema>;
