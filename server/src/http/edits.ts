import type { Request, RequestHandler } from 'express';
import type { EntityManager } from 'typeorm';
import { editsSchema, type Edited } from '@limber/core/api/edits';
import { signal, type Signal } from '../jobs/signals';
import { editDocument, type DocumentStore } from '../store/edit-document';
import { Changes } from '../store/entities';
import type { Context } from './context';
import { notFound, parse, type Problem } from './problem';

/** Takes edits of a document; the same for every kind. 409 when one meets somebody else's newer change. */
export function editsRoute<T, C>(
  { database }: Context,
  store: DocumentStore<T, C>,
  idOf: (request: Request) => string,
  told: (edited: Edited, id: string) => Signal,
  missing: (id: string) => Promise<Problem> = async () => notFound(`This ${store.editing.kind.noun}`),
): RequestHandler {
  return async (request, response) => {
    const { clientId, baseRevision, edits } = parse(editsSchema, request.body);
    const id = idOf(request);
    const authorId = request.user!.id;
    const answer = await database.transaction((manager) =>
      editDocument(manager, store, id, { baseRevision, clientId, authorId }, edits),
    );
    if (!answer) throw await missing(id);
    const sent = new Set(edits.map((edit) => edit.id));
    const changes = answer.changes.filter((one) => sent.has(one.id));
    if (changes.length > 0) await signal(database, told({ revision: answer.revision, clientId, changes }, id));
    response.status(answer.conflict ? 409 : 200).json(answer);
  };
}

/** The last edits of a document, oldest first, for undo. */
export async function historyOf(
  manager: EntityManager,
  documentKind: string,
  documentId: string,
  request: Request,
): Promise<object[]> {
  const rows = await manager
    .getRepository(Changes)
    .find({ where: { documentKind, documentId }, order: { revision: 'DESC' }, take: 100 });
  const me = request.user!.id;
  return rows
    .reverse()
    .map(({ change, inverse, kind, authorId }) => ({ change, inverse, kind, mine: authorId === me }));
}
