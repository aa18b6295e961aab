import type { EntityManager } from 'typeorm';
import { DocumentError, parseDocument } from '@limber/core/document/document';
import { libraryEditing, type LibraryChange } from '@limber/core/library/library-change';
import { libraryOf, moveDocument, type Library } from '@limber/core/library/library.document';
import type { Move } from '@limber/core/move/move.schema';
import type { DocumentStore } from './edit-document';
import { Moves } from './entities';

export const LIBRARY_ID = 'library';

/** A stored move that cannot be read: it is shown as such, and leaves the rest alone. */
export interface UnreadableMove {
  readonly id: string;
  readonly reason: string;
}

/** The library as it is, a row a move. */
export async function readLibrary(
  manager: Pick<EntityManager, 'query'>,
): Promise<{ doc: Library; unreadable: UnreadableMove[] }> {
  const rows = await manager.query<{ id: string; doc: unknown }[]>('SELECT id, doc FROM moves ORDER BY id COLLATE "C"');
  const moves: Move[] = [];
  const unreadable: UnreadableMove[] = [];
  for (const { id, doc } of rows)
    try {
      moves.push(parseDocument(moveDocument, doc));
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      unreadable.push({ id, reason: error.message });
    }
  return { doc: libraryOf(moves), unreadable };
}

/** The library: one document to whoever edits it, a row a move in the database. */
export const libraryStore: DocumentStore<Library, LibraryChange> = {
  name: 'library',
  editing: libraryEditing,
  lock: async (manager, id) => {
    const [row] = await manager.query<{ revision: number }[]>('SELECT revision FROM library WHERE id = $1 FOR UPDATE', [
      id,
    ]);
    return row ? { revision: row.revision, doc: (await readLibrary(manager)).doc } : null;
  },
  save: async (manager, id, before, after, revision) => {
    const known = new Set(before.moves);
    const put = after.moves.filter((move) => !known.has(move));
    const left = new Set(after.moves.map((move) => move.id));
    const removed = before.moves.filter((move) => !left.has(move.id)).map((move) => move.id);
    const moves = manager.getRepository(Moves);
    if (put.length > 0) await moves.save(put.map((doc) => ({ id: doc.id, doc })));
    if (removed.length > 0) await moves.delete(removed);
    await manager.query('UPDATE library SET revision = $2 WHERE id = $1', [id, revision]);
  },
};
