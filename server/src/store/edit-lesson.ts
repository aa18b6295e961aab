import type { EntityManager } from 'typeorm';
import type { EditAnswer } from '@limber/core/api/edits';
import type { Change } from '@limber/core/lesson/change.schema';
import { signal } from '../jobs/signals';
import { editDocument } from './edit-document';
import { lessonStoreWithTrash } from './lesson-store';

/**
 * An edit of a lesson that the program makes by itself, and tells pages of. It is under an id of its own: however often it
 * is tried, it is made once, and it can be undone like any other.
 *
 * @param row the lesson, locked in this transaction.
 * @param by what makes it, as pages are told.
 */
export async function editLesson(
  manager: EntityManager,
  row: { readonly id: string; readonly revision: number },
  edit: { readonly id: string; readonly change: Change; readonly by: string; readonly authorId?: string | null },
): Promise<Pick<EditAnswer, 'refused'>> {
  const { id, change, by: clientId, authorId = null } = edit;
  const from = { baseRevision: row.revision, clientId, authorId };
  const answer = await editDocument(manager, lessonStoreWithTrash, row.id, from, [{ id, kind: 'edit', change }]);
  const { revision, refused } = answer!;
  const changes = answer!.changes.filter((one) => one.id === id);
  if (refused.length === 0) await signal(manager, { on: 'lesson', id: row.id, revision, clientId, changes });
  return { refused };
}
