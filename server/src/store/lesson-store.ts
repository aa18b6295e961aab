import type { EntityManager } from 'typeorm';
import { lessonEditing } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { DocumentStore } from './edit-document';
import { Lessons } from './entities';

/** Lessons that are not in the trash. */
export const lessonStore: DocumentStore<Lesson, Change> = storeOf('lesson.trashedAt IS NULL');

/** All lessons: a take that arrives for one in the trash waits there with it. */
export const lessonStoreWithTrash: DocumentStore<Lesson, Change> = storeOf('TRUE');

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
      await manager.getRepository(Lessons).update({ id }, { doc: doc, revision, updatedAt: new Date() });
    },
  };
}
