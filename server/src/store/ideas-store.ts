import type { EntityManager } from 'typeorm';
import { parseDocument } from '@limber/core/document/document';
import { ideasEditing, type IdeasChange } from '@limber/core/ideas/ideas-change';
import { ideasDocument, type Ideas } from '@limber/core/ideas/ideas.document';
import type { DocumentStore } from './edit-document';

export const IDEAS_ID = 'ideas';

const read = (doc: unknown): Ideas => parseDocument(ideasDocument, doc);

/** The ideas of the studio with their revision. @throws DocumentError when a newer program wrote them. */
export async function readIdeas(manager: Pick<EntityManager, 'query'>): Promise<{ revision: number; doc: Ideas }> {
  const [row] = await manager.query<[{ revision: number; doc: unknown }]>(
    'SELECT revision, doc FROM ideas WHERE id = $1',
    [IDEAS_ID],
  );
  return { revision: row.revision, doc: read(row.doc) };
}

/** The ideas of the studio: one document. */
export const ideasStore: DocumentStore<Ideas, IdeasChange> = {
  name: 'ideas',
  editing: ideasEditing,
  lock: async (manager, id) => {
    const [row] = await manager.query<{ revision: number; doc: unknown }[]>(
      'SELECT revision, doc FROM ideas WHERE id = $1 FOR UPDATE',
      [id],
    );
    return row ? { revision: row.revision, doc: read(row.doc) } : null;
  },
  save: async (manager, id, _before, after, revision) => {
    await manager.query('UPDATE ideas SET revision = $2, doc = $3 WHERE id = $1', [
      id,
      revision,
      JSON.stringify(after),
    ]);
  },
};
