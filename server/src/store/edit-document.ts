import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import type { EditAnswer, EditKind } from '@limber/core/api/edits';
import { clashOf, type Keys } from '@limber/core/document/clash';
import { ChangeError } from '@limber/core/document/edit';
import { edited, keysWith, type Editing } from '@limber/core/document/editing';
import { Changes, type ChangeRow } from './entities';

/** Where documents of one kind lie. */
export interface DocumentStore<T, C> {
  /** As its changes are filed under. */
  readonly name: string;
  readonly editing: Editing<T, C>;
  /** The newest revision, locked until the transaction ends; null when there is none to edit. */
  lock(manager: EntityManager, id: string): Promise<{ revision: number; doc: T } | null>;
  save(manager: EntityManager, id: string, before: T, after: T, revision: number): Promise<void>;
}

export interface Edit {
  readonly id: string;
  readonly kind: EditKind;
  /** As it was sent: it is read here, so that one that cannot be read refuses no other. */
  readonly change: unknown;
}

/**
 * Applies edits to a document within a transaction: each is brought onto the newest revision unless it meets somebody
 * else's newer change and would have it otherwise. Edits before a conflict are kept; the one that meets it and those after it are not. One that can
 * never be taken is handed back with the reason, and the later ones go on without it. An edit whose id is known already
 * counts as done.
 */
export async function editDocument<T, C>(
  manager: EntityManager,
  store: DocumentStore<T, C>,
  documentId: string,
  from: { baseRevision: number; clientId: string; authorId: string | null },
  edits: readonly Edit[],
): Promise<EditAnswer | null> {
  const row = await store.lock(manager, documentId);
  if (!row) return null;
  const { editing } = store;
  const key = { documentKind: store.name, documentId };
  const repository = manager.getRepository(Changes);
  const since = await repository
    .createQueryBuilder('change')
    .where('change.documentKind = :documentKind AND change.documentId = :documentId AND change.revision > :base', {
      ...key,
      base: from.baseRevision,
    })
    .orderBy('change.revision')
    .getMany();
  const known = await knownIds(manager, key, edits);
  const others = since
    .filter((one) => one.clientId !== from.clientId)
    .map((one) => ({ ...one, keys: keysIn(editing, one) }));
  const met = (keys: Keys): (typeof others)[number] | undefined =>
    others.find((other) => other.keys && clashOf(keys, other.keys));

  let { doc, revision } = row;
  let conflict: EditAnswer['conflict'] = null;
  const refused: EditAnswer['refused'] = [];
  const made: ChangeRow[] = [];
  for (const edit of edits) {
    if (known.has(edit.id)) continue;
    known.add(edit.id);
    let plain: Keys | null = null;
    try {
      const change = editing.parseChange(edit.change);
      plain = editing.keys(change);
      const inverse = editing.inverse(doc, change);
      const after = edited(editing, doc, change);
      const theirs = met(keysWith(editing, change, inverse));
      // Who wants what somebody else has made already is not asked which of the two it shall be.
      if (theirs && JSON.stringify(after) !== JSON.stringify(doc)) {
        conflict = meeting(edit.id, theirs, true);
        break;
      }
      doc = after;
      revision += 1;
      made.push({
        ...key,
        ...edit,
        change,
        inverse,
        revision,
        clientId: from.clientId,
        authorId: from.authorId,
        madeAt: new Date(),
      });
    } catch (error) {
      if (!(error instanceof ChangeError)) throw error;
      const theirs = plain && met(plain);
      if (theirs) {
        conflict = meeting(edit.id, theirs, false);
        break;
      }
      refused.push({ id: edit.id, reason: error.message });
    }
  }
  if (made.length > 0) {
    await repository.insert(made as never);
    await store.save(manager, documentId, row.doc, doc, revision);
  }
  const told = ({ id, revision: at, change, clientId }: ChangeRow) => ({ id, revision: at, change, clientId });
  return { revision, changes: [...since, ...made].map(told), refused, conflict };
}

function meeting(id: string, theirs: ChangeRow, fits: boolean): EditAnswer['conflict'] {
  return { id, theirs: theirs.change, fits, reason: $localize`This was changed somewhere else in the meantime.` };
}

/** Ids that this document knows already. The same id in another document is another edit. */
async function knownIds(
  manager: EntityManager,
  { documentKind, documentId }: { documentKind: string; documentId: string },
  edits: readonly Edit[],
): Promise<Set<string>> {
  if (edits.length === 0) return new Set();
  const rows = await manager.query<{ id: string }[]>(
    'SELECT id FROM document_changes WHERE document_kind = $1 AND document_id = $2 AND id = ANY($3)',
    [documentKind, documentId, edits.map((edit) => edit.id)],
  );
  return new Set(rows.map((one) => one.id));
}

/** What a stored edit touched; null for one of an older program that cannot be read any more. */
function keysIn<T, C>(editing: Editing<T, C>, { change, inverse }: ChangeRow): Keys | null {
  try {
    return keysWith(editing, editing.parseChange(change), editing.parseChange(inverse));
  } catch (error) {
    if (error instanceof ChangeError) return null;
    throw error;
  }
}
