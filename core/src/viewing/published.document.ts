import type { DocumentKind } from '../document/document';
import { FOLLOW_FORMAT, FOLLOW_VERSION, followSchema, type Follow } from './published.schema';

/** What viewers get of a version, as it is stored: never changed, brought forward when it is read. */
export const publishedDocument: DocumentKind<Follow> = {
  format: FOLLOW_FORMAT,
  version: FOLLOW_VERSION,
  noun: 'published lesson',
  schema: followSchema,
  lists: {},
  references: [],
  migrations: { 0: publishedFrom0 },
};

/** The first ones did not say what they are, and told whether the picture was mirrored. */
function publishedFrom0({ mirrored, ...rest }: Record<string, unknown>): Record<string, unknown> {
  return { ...rest, pictureLeft: mirrored === false ? 'right' : 'left' };
}
