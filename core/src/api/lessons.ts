import * as z from 'zod';
import { lessonFields } from '../lesson/lesson.schema';
import { STAGES } from '../lesson/stage';
import { regionSchema } from '../move/move.schema';
import { SCHOOL_IDS } from '../school/schools';
import { historySchema } from './edits';

/** What the desk shows of a lesson. */
export const listedLessonSchema = z.object({
  id: z.string(),
  title: z.string(),
  concern: z.string(),
  school: z.enum(SCHOOL_IDS),
  /** Name of the instructor's own copy of it. */
  ownSchool: z.string().nullable(),
  steps: z.number(),
  /** Names of its moves. */
  moves: z.array(z.string()).readonly(),
  plannedMs: z.number(),
  filmedMs: z.number(),
  targetMs: z.number().nullable(),
  stage: z.enum(STAGES),
  next: z.string(),
  versions: z.number(),
  viewings: z.number(),
  serious: z.number(),
  updatedAt: z.coerce.date(),
  regions: z
    .array(z.object({ region: regionSchema, side: z.string().nullable(), startMs: z.number(), endMs: z.number() }))
    .readonly(),
});
export type ListedLesson = z.infer<typeof listedLessonSchema>;

/** A stored lesson that this program cannot read: it can be taken out as a file and put in the trash. */
export const unreadableLessonSchema = z.object({
  id: z.string(),
  title: z.string(),
  /** Why, in words. */
  unreadable: z.string(),
  updatedAt: z.coerce.date(),
});
export type UnreadableLesson = z.infer<typeof unreadableLessonSchema>;

export const lessonListSchema = z.array(z.union([unreadableLessonSchema, listedLessonSchema]));

export const newLessonSchema = z.object({ title: lessonFields.title, pace: lessonFields.pace.optional() });
export const createdSchema = z.object({ id: z.string() });

/** A document as it is opened: read by its own kind, and each entry of its history by itself, so that a bad one spoils no other. */
export const openedSchema = z.object({
  revision: z.number(),
  doc: z.unknown(),
  history: z.array(historySchema.nullable().catch(null)),
});
/** The same of a lesson, with how often it was shared and watched. */
export const openedLessonSchema = openedSchema.extend({ id: z.string(), versions: z.number(), viewings: z.number() });

/** The same of the library, with stored moves that this program cannot read. */
export const openedLibrarySchema = openedSchema.extend({
  unreadable: z.array(z.object({ id: z.string(), reason: z.string() })),
});
export const openedRulesSchema = openedSchema.extend({
  /** Whether whoever asks may change them. */
  mayEdit: z.boolean(),
});
/** A lesson that holds a copy of a move, and of which revision. */
export const usedSchema = z.object({ moveId: z.string(), id: z.string(), title: z.string(), revision: z.number() });
