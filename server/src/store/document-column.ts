import type { ValueTransformer } from 'typeorm';
import { checkDocument, parseDocument, type DocumentKind } from '@limber/core/document/document';

/**
 * A column that holds a document. What an older program wrote is brought forward on the way out, so that everything
 * behind here meets documents of today only; on the way in it is checked, by whatever path it comes: a document that
 * does not pass its own schema is never stored.
 */
export function documentColumn<T>(kind: DocumentKind<T>): ValueTransformer {
  return {
    from: (stored: unknown) => (stored === null || stored === undefined ? stored : parseDocument(kind, stored)),
    to: (doc: T) => (doc === undefined ? undefined : writeDocument(kind, doc)),
  };
}

/** A document as it is stored: checked, and saying what it is. @throws DocumentError */
export function writeDocument<T>(kind: DocumentKind<T>, doc: T): object {
  checkDocument(kind, doc);
  return { format: kind.format, version: kind.version, ...(doc as object) };
}
