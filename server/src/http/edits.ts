import '@limber/core/words/localize';
import type { Request } from 'express';
import type { EntityManager } from 'typeorm';
import type * as z from 'zod';
import type { EditAnswer, Edited, historySchema } from '@limber/core/api/edits';
import type { ROUTES } from '@limber/core/api/routes';
import { signal, type Signal } from '../jobs/signals';
import { editDocument, type DocumentStore } from '../store/edit-document';
import { Changes } from '../store/entities';
import type { Context } from './context';
import { SENT, type Asked, type Sent } from './on';
import { notFound, type Problem } from './problem';

/** Takes edits of a document; the same for every kind. 409 when one meets somebody else's newer change. */
export function editsRoute<T, C>(
  { database, log }: Context,
  store: DocumentStore<T, C>,
  idOf: (params: { id: string } | undefined) => string,
  told: (edited: Edited, id: string) => Signal,
  missing: (id: string) => Promise<Problem> = async () => notFound($localize`This ${store.editing.kind.noun}`),
): (asked: Asked<typeof ROUTES.editLesson | typeof ROUTES.editLibrary>) => Promise<EditAnswer | Sent> {
  return async ({ params, body: { clientId, baseRevision, edits }, request, response }) => {
    const id = idOf(params);
    const authorId = request.user!.id;
    const answer = await database.transaction((manager) =>
      editDocument(manager, store, id, { baseRevision, clientId, authorId }, edits),
    );
    if (!answer) throw await missing(id);
    const sent = new Set(edits.map((edit) => edit.id));
    const changes = answer.changes.filter((one) => sent.has(one.id));
    // What is stored is stored, also where nobody can be told of it just now: other pages ask anew by themselves.
    if (changes.length > 0)
      await signal(database, told({ revision: answer.revision, clientId, changes }, id)).catch((error: unknown) =>
        log.warn({ err: error }, 'edits were not told'),
      );
    if (!answer.conflict) return answer;
    response.status(409).json(answer satisfies EditAnswer);
    return SENT;
  };
}

/** The last edits of a document, oldest first, for undo. */
export async function historyOf(
  manager: EntityManager,
  documentKind: string,
  documentId: string,
  request: Request,
): Promise<z.infer<typeof historySchema>[]> {
  const rows = await manager
    .getRepository(Changes)
    .find({ where: { documentKind, documentId }, order: { revision: 'DESC' }, take: 100 });
  const me = request.user!.id;
  return rows
    .reverse()
    .map(({ change, inverse, kind, authorId }) => ({ change, inverse, kind, mine: authorId === me }));
}
