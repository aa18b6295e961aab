import type { DocumentKind } from '../document/document';
import { ROLLUP_FORMAT, ROLLUP_VERSION, rollupSchema, type Rollup } from './rollup';

/** The sums of a version's viewings, as they are stored. The first ones did not say what they are. */
export const sumsDocument: DocumentKind<Rollup> = {
  format: ROLLUP_FORMAT,
  version: ROLLUP_VERSION,
  noun: 'document of sums',
  schema: rollupSchema,
  lists: {},
  references: [],
  migrations: { 0: (older) => older },
};
