import { inject, Injectable } from '@angular/core';
import * as z from 'zod';
import { freedSchema, roomSchema, trashedSchema, type Freed, type Room, type Trashed } from '@limber/core/api/keeping';
import { regionSchema } from '@limber/core/move/move.schema';
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
  /** Names of its moves. */
  moves: z.array(z.string()),
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

/** A stored lesson that this program cannot read: it can be taken out as a file and put in the trash. */
const unreadableSchema = z.object({
  id: z.string(),
  title: z.string(),
  unreadable: z.string(),
  updatedAt: z.coerce.date(),
});
export type UnreadableLesson = z.infer<typeof unreadableSchema>;

const createdSchema = z.object({ id: z.string() });

/** The desk's and the library's lists. */
@Injectable({ providedIn: 'root' })
export class Lessons {
  private readonly api = inject(Api);

  async list(): Promise<{ lessons: LessonSummary[]; unreadable: UnreadableLesson[] }> {
    const all = await this.api.get('lessons', z.array(z.union([unreadableSchema, summarySchema])));
    return {
      lessons: all.flatMap((one) => ('unreadable' in one ? [] : [one])),
      unreadable: all.flatMap((one) => ('unreadable' in one ? [one] : [])),
    };
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

  /** @returns the copy's id. */
  async copy(id: string): Promise<string> {
    return (await this.api.post(`lessons/${encodeURIComponent(id)}/copy`, {}, createdSchema)).id;
  }

  async trash(id: string): Promise<void> {
    await this.api.delete(`lessons/${encodeURIComponent(id)}`);
  }

  async restore(id: string): Promise<void> {
    await this.api.post(`trash/${encodeURIComponent(id)}/restore`, {}, createdSchema);
  }

  trashed(): Promise<Trashed[]> {
    return this.api.get('trash', z.array(trashedSchema));
  }

  async closeLinks(id: string): Promise<void> {
    await this.api.post(`trash/${encodeURIComponent(id)}/close-links`, {}, z.unknown());
  }

  deleteForGood(id: string): Promise<Freed> {
    return this.api.delete(`trash/${encodeURIComponent(id)}`, freedSchema);
  }

  emptyTrash(): Promise<Freed> {
    return this.api.delete('trash', freedSchema);
  }

  room(): Promise<Room> {
    return this.api.get('room', roomSchema);
  }
}
