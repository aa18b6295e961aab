import * as z from 'zod';
import { moveSchema, type Move } from './move.schema';

const ids = z.array(z.string().min(1).max(80)).min(1).max(5000);

/** A change of the library. Lessons keep their own copies whatever happens here. */
export const libraryChangeSchema = z.discriminatedUnion('kind', [
  /** Moves made, or brought in; those that are there already, by id or by name, are left alone. */
  z.object({ kind: z.literal('add_moves'), moves: z.array(moveSchema).min(1).max(5000) }),
  /** Takes back what was added. */
  z.object({ kind: z.literal('remove_moves'), ids }),
  /** A move changed, archived or offered again: its revision is the one that was changed. */
  z.object({ kind: z.literal('set_move'), move: moveSchema }),
]);
export type LibraryChange = z.infer<typeof libraryChangeSchema>;

/** A change that does not fit the library as it is now; the message says what to do. */
export class LibraryChangeError extends Error {
  override readonly name = 'LibraryChangeError';
}

export interface LibraryEdit {
  /** Moves to write, as they are from now on. */
  readonly put: readonly Move[];
  readonly removed: readonly string[];
  /** Names of moves that were to be added and are there already. */
  readonly there: readonly string[];
  /** What takes the change back; null when nothing was changed. */
  readonly inverse: LibraryChange | null;
}

/**
 * What a change does to the library.
 *
 * @throws LibraryChangeError when a move is gone or was changed in another place.
 */
export function editLibrary(library: readonly Move[], change: LibraryChange): LibraryEdit {
  const nothing: LibraryEdit = { put: [], removed: [], there: [], inverse: null };
  switch (change.kind) {
    case 'add_moves': {
      const known = new Set(library.flatMap((move) => [move.id, named(move)]));
      const put: Move[] = [];
      const there: string[] = [];
      for (const move of change.moves)
        if (known.has(move.id) || known.has(named(move))) there.push(move.name);
        else {
          put.push(move);
          known.add(move.id).add(named(move));
        }
      if (put.length === 0) return { ...nothing, there };
      return { ...nothing, put, there, inverse: { kind: 'remove_moves', ids: put.map((move) => move.id) } };
    }
    case 'remove_moves': {
      const moves = library.filter((move) => change.ids.includes(move.id));
      if (moves.length === 0) return nothing;
      return { ...nothing, removed: moves.map((move) => move.id), inverse: { kind: 'add_moves', moves } };
    }
    case 'set_move': {
      const before = library.find((move) => move.id === change.move.id);
      if (!before) throw new LibraryChangeError('This move is no longer in the library.');
      if (before.revision !== change.move.revision)
        throw new LibraryChangeError('This move was changed in another place. Close it and open it again.');
      const revision = before.revision + 1;
      return {
        ...nothing,
        put: [{ ...change.move, revision }],
        inverse: { kind: 'set_move', move: { ...before, revision } },
      };
    }
  }
}

/** Names are told apart from ids. */
function named(move: Move): string {
  return `name ${move.name.toLowerCase()}`;
}
