import type { EntityManager } from 'typeorm';
import { parseDocument, type DocumentKind } from '@limber/core/document/document';
import type { Editing } from '@limber/core/document/editing';
import type { DocumentStore } from './edit-document';

interface Kept<T> {
  readonly revision: number;
  readonly doc: T;
}

/** A kind of document of which the studio has exactly one, made with its table. */
export interface OneDocument<T, C> extends DocumentStore<T, C> {
  /** Under which id it is kept. */
  readonly id: string;
  /** The document with its revision. @throws DocumentError when a newer program wrote it. */
  read(manager: Pick<EntityManager, 'query'>): Promise<Kept<T>>;
}

/**
 * The store of such a kind.
 *
 * @param name of the kind, of its table, and of the one row in it.
 * @example oneDocument('ideas', ideasDocument, ideasEditing).id // 'ideas'
 */
export function oneDocument<T, C>(
  name: 'ideas' | 'rules',
  kind: DocumentKind<T>,
  editing: Editing<T, C>,
): OneDocument<T, C> {
  const select = `SELECT revision, doc FROM ${name} WHERE id = $1`;
  const kept = ({ revision, doc }: Kept<unknown>): Kept<T> => ({ revision, doc: parseDocument(kind, doc) });
  return {
    name,
    id: name,
    editing,
    read: async (manager) => {
      const [row] = await manager.query<[Kept<unknown>]>(select, [name]);
      return kept(row);
    },
    lock: async (manager, id) => {
      const [row] = await manager.query<Kept<unknown>[]>(`${select} FOR UPDATE`, [id]);
      return row ? kept(row) : null;
    },
    save: async (manager, id, _before, after, revision) => {
      await manager.query(`UPDATE ${name} SET revision = $2, doc = $3 WHERE id = $1`, [
        id,
        revision,
        JSON.stringify(after),
      ]);
    },
  };
}
