import { inject, Injectable } from '@angular/core';
import type { Freed, Room, Trashed } from '@limber/core/api/keeping';
import type { ListedLesson, UnreadableLesson } from '@limber/core/api/lessons';
import { ROUTES } from '@limber/core/api/routes';
import { parseDocument } from '@limber/core/document/document';
import { lessonDocument } from '@limber/core/format/lesson.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { keptPace } from './kept-pace';
import { Api } from './http';

/** The desk's and the trash's lists. */
@Injectable({ providedIn: 'root' })
export class Lessons {
  private readonly api = inject(Api);

  async list(): Promise<{ lessons: ListedLesson[]; unreadable: UnreadableLesson[] }> {
    const all = await this.api.ask(ROUTES.lessons, {});
    return {
      lessons: all.flatMap((one) => ('unreadable' in one ? [] : [one])),
      unreadable: all.flatMap((one) => ('unreadable' in one ? [one] : [])),
    };
  }

  /** A new lesson, at the pace that was found last. */
  async create(title: string): Promise<string> {
    return (await this.api.ask(ROUTES.newLesson, { body: { title, pace: keptPace() ?? undefined } })).id;
  }

  async document(id: string): Promise<Lesson> {
    return parseDocument(lessonDocument, await this.api.ask(ROUTES.lessonBundle, { params: { id } }));
  }

  async bringIn(bundle: unknown): Promise<string> {
    return (await this.api.ask(ROUTES.bringIn, { body: bundle })).id;
  }

  /** @returns the copy's id. */
  async copy(id: string): Promise<string> {
    return (await this.api.ask(ROUTES.copyLesson, { params: { id }, body: {} })).id;
  }

  trash(id: string): Promise<void> {
    return this.api.ask(ROUTES.trashLesson, { params: { id } });
  }

  async restore(id: string): Promise<void> {
    await this.api.ask(ROUTES.restore, { params: { id }, body: {} });
  }

  trashed(): Promise<Trashed[]> {
    return this.api.ask(ROUTES.trash, {});
  }

  closeLinks(id: string): Promise<void> {
    return this.api.ask(ROUTES.closeLinks, { params: { id }, body: {} });
  }

  deleteForGood(id: string): Promise<Freed> {
    return this.api.ask(ROUTES.deleteForGood, { params: { id } });
  }

  emptyTrash(): Promise<Freed> {
    return this.api.ask(ROUTES.emptyTrash, {});
  }

  room(): Promise<Room> {
    return this.api.ask(ROUTES.room, {});
  }
}
