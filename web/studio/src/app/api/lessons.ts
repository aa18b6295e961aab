import { inject, Injectable } from '@angular/core';
import * as z from 'zod';
import { libraryChangeSchema, type LibraryChange } from '@limber/core/move/library-change';
import { regionSchema, moveSchema } from '@limber/core/move/move.schema';
import { lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { STAGES } from '@limber/core/lesson/stage';
import { SCHOOL_IDS } from '@limber/core/school/schools';
import { keptPace } from './kept-pace';
import { Api } from './http';

const summarySchema = z.object({
  id: z.string(),
  title: z.string(),
  concern: z.string(),
  school: z.enum(SCHOOL_IDS),
  /** Name of the instructor's own copy of it. */
  ownSchool: z.string().nullable(),
  steps: z.number(),
  plannedMs: z.number(),
  filmedMs: z.number(),
  targetMs: z.number().nullable(),
  stage: z.enum(STAGES),
  next: z.string(),
  versions: z.number(),
  viewings: z.number(),
  serious: z.number(),
  updatedAt: z.coerce.date(),
  regions: z.array(
    z.object({ region: regionSchema, side: z.string().nullable(), startMs: z.number(), endMs: z.number() }),
  ),
});
export type LessonSummary = z.infer<typeof summarySchema>;

const libraryMoveSchema = moveSchema.extend({
  /** Lessons that hold a copy of it; `older` when theirs is of an earlier revision. */
  usedIn: z.array(z.object({ id: z.string(), title: z.string(), older: z.boolean() })),
});
export type LibraryMove = z.infer<typeof libraryMoveSchema>;

const libraryAnswerSchema = z.object({
  put: z.array(z.object({ id: z.string(), revision: z.number() })),
  /** Names of moves that were there already. */
  there: z.array(z.string()),
  inverse: libraryChangeSchema.nullable(),
});
export type LibraryAnswer = z.infer<typeof libraryAnswerSchema>;

const createdSchema = z.object({ id: z.string() });

/** The desk's and the library's lists. */
@Injectable({ providedIn: 'root' })
export class Lessons {
  private readonly api = inject(Api);
  private moves: Promise<LibraryMove[]> | null = null;

  list(): Promise<LessonSummary[]> {
    return this.api.get('lessons', z.array(summarySchema));
  }

  /** A new lesson, at the pace that was found last. */
  async create(title: string): Promise<string> {
    return (await this.api.post('lessons', { title, pace: keptPace() ?? undefined }, createdSchema)).id;
  }

  document(id: string): Promise<Lesson> {
    return this.api.get(`lessons/${encodeURIComponent(id)}/bundle`, lessonSchema);
  }

  async bringIn(bundle: unknown): Promise<string> {
    return (await this.api.post('lessons/import', bundle, createdSchema)).id;
  }

  async trash(id: string): Promise<void> {
    await this.api.delete(`lessons/${id}`);
  }

  async restore(id: string): Promise<void> {
    await this.api.post(`lessons/${id}/restore`, {}, createdSchema);
  }

  /** The library; `fresh` after it was changed. */
  library(fresh = false): Promise<LibraryMove[]> {
    if (fresh) this.moves = null;
    this.moves ??= this.api.get('moves', z.array(libraryMoveSchema)).catch((error: unknown) => {
      this.moves = null;
      throw error;
    });
    return this.moves;
  }

  changeLibrary(change: LibraryChange): Promise<LibraryAnswer> {
    return this.api.post('moves/changes', change, libraryAnswerSchema);
  }
}
