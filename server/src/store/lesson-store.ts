import type { EntityManager } from 'typeorm';
import { lessonEditing } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { summaryOf } from '@limber/core/schedule/summary';
import type { DocumentStore } from './edit-document';
import { Lessons } from './entities';

/** Lessons that are not in the trash. */
export const lessonStore: DocumentStore<Lesson, Change> = storeOf('lesson.trashedAt IS NULL');

/** All lessons: a take that arrives for one in the trash waits there with it. */
export const lessonStoreWithTrash: DocumentStore<Lesson, Change> = storeOf('TRUE');

/** Puts a new lesson on the desk. @throws DocumentError when it does not pass its own schema */
export async function insertLesson(database: Pick<EntityManager, 'getRepository'>, doc: Lesson): Promise<void> {
  await database
    .getRepository(Lessons)
    .insert({ id: doc.id, revision: 1, doc: doc as never, summary: summaryOf(doc, 1) as never, updatedAt: new Date() });
}

function storeOf(condition: string): DocumentStore<Lesson, Change> {
  return {
    name: 'lesson',
    editing: lessonEditing,
    lock: (manager: EntityManager, id) =>
      manager
        .getRepository(Lessons)
        .createQueryBuilder('lesson')
        .setLock('pessimistic_write')
        .where(`lesson.id = :id AND ${condition}`, { id })
        .getOne(),
    save: async (manager, id, _before, doc, revision) => {
      await manager
        .getRepository(Lessons)
        .update({ id }, { doc, revision, summary: summaryOf(doc, revision), updatedAt: new Date() });
    },
  };
}
