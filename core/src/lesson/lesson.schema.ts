import * as z from 'zod';
import { doseSchema, sidePlanSchema } from '../dose/dose.schema';
import { levelSchema, moveSchema } from '../move/move.schema';
import { SCHOOL_IDS } from '../school/schools';
import { pieceSchema, segmentSchema, takeSchema } from '../segment/segment.schema';
import { overrideSchema } from '../cue/override.schema';

export const LESSON_FORMAT = 'limber-cheek/lesson';
export const LESSON_VERSION = 1;

const text = z.string().max(6000);

/** What is said at a step: before its dose, over it, and after it. */
export const narrationSchema = z.object({ before: text, during: text, after: text });
export type Narration = z.infer<typeof narrationSchema>;

/** The speaking rate and the pauses between the parts of a lesson. */
export const paceSchema = z.object({
  /** Syllables a minute while speaking, pauses not counted. */
  syllablesPerMinute: z.number().min(60).max(480),
  commaPauseMs: z.int().min(0).max(10_000),
  sentencePauseMs: z.int().min(0).max(10_000),
  /** Getting into position before a step's dose, ms. */
  settleMs: z.int().min(0).max(60_000),
  /** Changing from one side to the other, ms. */
  swapMs: z.int().min(0).max(60_000),
});
export type Pace = z.infer<typeof paceSchema>;

/** A move placed in a lesson: its own copy of the move, so that a changed library changes no lesson silently. */
export const stepFields = {
  move: moveSchema,
  dose: doseSchema,
  /** Another dose for the right side; null gives both sides the same. */
  rightDose: doseSchema.nullable(),
  sidePlan: sidePlanSchema,
  narration: narrationSchema,
};
export const stepSchema = z.object({
  id: z.string().min(1).max(80),
  ...stepFields,
  rightDose: stepFields.rightDose.default(null),
});
export type Step = z.infer<typeof stepSchema>;

export const lessonFields = {
  title: z.string().trim().min(1, 'A lesson needs a title.').max(160),
  concern: z.string().max(300),
  promise: z.string().max(600),
  level: levelSchema,
  school: z.enum(SCHOOL_IDS),
  targetMs: z.int().min(30_000).max(7_200_000).nullable(),
  pace: paceSchema,
  opening: text,
  closing: text,
};

/**
 * A lesson: one JSON document, and at once the **lesson bundle**, the open format in which a lesson leaves and enters
 * the studio with everything but its media. All times are integer milliseconds.
 */
export const lessonSchema = z.object({
  format: z.literal(LESSON_FORMAT),
  version: z.literal(LESSON_VERSION),
  id: z.string().min(1).max(80),
  language: z.literal('en').default('en'),
  ...lessonFields,
  concern: lessonFields.concern.default(''),
  promise: lessonFields.promise.default(''),
  level: lessonFields.level.default('standard'),
  school: lessonFields.school.default('open_drains_first'),
  targetMs: lessonFields.targetMs.default(null),
  pace: lessonFields.pace.default({
    syllablesPerMinute: 220,
    commaPauseMs: 200,
    sentencePauseMs: 450,
    settleMs: 1500,
    swapMs: 2500,
  }),
  opening: lessonFields.opening.default(''),
  closing: lessonFields.closing.default(''),
  steps: z.array(stepSchema).max(1000).default([]),
  takes: z.array(takeSchema).max(200).default([]),
  assembly: z.array(pieceSchema).max(1000).default([]),
  segments: z.array(segmentSchema).max(5000).default([]),
  overrides: z.array(overrideSchema).max(5000).default([]),
});
export type Lesson = z.infer<typeof lessonSchema>;
