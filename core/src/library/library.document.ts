import * as z from 'zod';
import type { DocumentKind } from '../document/document';
import { moveFrom1 } from '../move/older';
import {
  LIBRARY_FORMAT,
  LIBRARY_VERSION,
  MOVE_FORMAT,
  MOVE_VERSION,
  moveSchema,
  MOST_MOVES,
  type Move,
} from '../move/move.schema';

/** A move as it is stored. The first ones did not say what they are. */
export const moveDocument: DocumentKind<Move> = {
  format: MOVE_FORMAT,
  version: MOVE_VERSION,
  noun: 'move',
  schema: moveSchema,
  lists: {},
  references: [],
  migrations: { 0: (older) => older, 1: moveFrom1 },
};

const librarySchema = z.object({
  format: z.literal(LIBRARY_FORMAT),
  version: z.literal(LIBRARY_VERSION),
  moves: z.array(moveSchema).max(MOST_MOVES),
});
export type Library = z.infer<typeof librarySchema>;

/** The library: what is edited, and the file in which moves leave and come in. */
export const libraryDocument: DocumentKind<Library> = {
  format: LIBRARY_FORMAT,
  version: LIBRARY_VERSION,
  noun: 'library',
  schema: librarySchema,
  lists: {
    moves: {
      one: 'move',
      schema: moveSchema,
      most: MOST_MOVES,
      key: 'id',
      order: (a, b) => ((a['id'] as string) < (b['id'] as string) ? -1 : a['id'] === b['id'] ? 0 : 1),
    },
  },
  references: [],
  migrations: { 1: libraryFrom1 },
};

function libraryFrom1(library: Record<string, unknown>): Record<string, unknown> {
  const moves = library['moves'];
  return Array.isArray(moves) ? { ...library, moves: moves.map((one) => moveFrom1(one as typeof library)) } : library;
}

/**
 * A library of these moves.
 *
 * @example libraryOf([move]).moves.length // 1
 */
export function libraryOf(moves: readonly Move[]): Library {
  return { format: LIBRARY_FORMAT, version: LIBRARY_VERSION, moves: [...moves] };
}
