import * as z from 'zod';
import { filmWishSchema } from '../render/film.schema';
import { jobSchema } from './media';

/** What film is asked for: of the lesson as it is, or of one of its versions. */
export const newFilmSchema = filmWishSchema.extend({ versionId: z.uuid().optional() });
export type NewFilm = z.input<typeof newFilmSchema>;

/** A finished film that was asked for, made or not. */
export const filmSchema = filmWishSchema.required().extend({
  id: z.string(),
  lessonId: z.string(),
  /** The number of the version that it is of; null for the lesson as it was. */
  version: z.number().nullable(),
  style: z.string(),
  durationMs: z.number(),
  width: z.number(),
  height: z.number(),
  createdAt: z.coerce.date(),
  /** What it weighs; null while it is not there. */
  bytes: z.number().nullable(),
  /** Whether the same wish would make another film of the lesson today. */
  changed: z.boolean(),
  /** Pictures in words that no film can show, as they were written. */
  leftOut: z.array(z.string()),
  job: jobSchema.nullable(),
});
export type Film = z.infer<typeof filmSchema>;

/** What is tried out of the film of a lesson as it is, before it is made. Texts, as queries are. */
export const filmTrialSchema = filmWishSchema.pick({ cut: true, frame: true, captions: true }).extend({
  /** The instant of the cut; a card stands before and behind it. */
  atMs: z.coerce.number().int().min(0).max(86_400_000).default(0),
  /** What is put right in it: nothing, its picture, its sound, or what the lesson says. */
  as: z.enum(['filmed', 'brighter', 'quieter', 'it-will-be']).default('it-will-be'),
  /** Whether what is drawn into it is seen. */
  cues: z.enum(['shown', 'left-out']).default('shown'),
});

/** The films of a lesson, the newest first. */
export const filmsSchema = z.array(filmSchema);
