import { checkDocument, DocumentError, type DocumentShape } from './document';
import type { Keys } from './clash';
import { ChangeError } from './edit';

/** How one kind of document is edited: what server and browser need to know, and all they need to know. */
export interface Editing<T, C> {
  readonly kind: DocumentShape<T>;
  /** Reads a change, of an older program too. @throws ChangeError in words. */
  readonly parseChange: (value: unknown) => C;
  /** Pure. @throws ChangeError when the change does not fit the document. */
  readonly apply: (doc: T, change: C) => T;
  /** What takes the change back, from the document before it. @throws ChangeError as `apply` does. */
  readonly inverse: (doc: T, change: C) => C;
  readonly keys: (change: C) => Keys;
}

/**
 * The document after a change, checked: a document that does not pass its own schema is never shown, sent or stored.
 *
 * @throws ChangeError in words.
 * @example edited(lessonEditing, lesson, { kind: 'set_lesson', field: 'title', value: '' }) // throws: A lesson needs a title.
 */
export function edited<T, C>(editing: Editing<T, C>, doc: T, change: C): T {
  const after = editing.apply(doc, change);
  try {
    checkDocument(editing.kind, after, doc);
  } catch (error) {
    if (error instanceof DocumentError) throw new ChangeError(error.message);
    throw error;
  }
  return after;
}

/**
 * The keys of an edit with everything that went along with it: its inverse names what that was.
 *
 * @example keysWith(lessonEditing, change, lessonEditing.inverse(lesson, change)).touches // ['steps/a', 'segments/s']
 */
export function keysWith<T, C>(editing: Editing<T, C>, change: C, inverse: C): Keys {
  const [there, back] = [editing.keys(change), editing.keys(inverse)];
  return { touches: [...new Set([...there.touches, ...back.touches])], needs: there.needs };
}
