import '../words/localize';
import * as z from 'zod';
import { keysOf, type Keys } from '../document/clash';
import { apply, ChangeError, type Primitive } from '../document/edit';
import type { Editing } from '../document/editing';
import { libraryDocument, type Library } from './library.document';
import { MOST_MOVES, moveSchema, type Move } from '../move/move.schema';

const ids = z.array(z.string().min(1).max(80)).min(1).max(MOST_MOVES);

/** A change of the library. Lessons keep their own copies whatever happens here. */
const libraryChangeSchema = z.discriminatedUnion('kind', [
  /** Moves made, or brought in; those that are there already, by id or by name, are left alone. */
  z.object({ kind: z.literal('add_moves'), moves: z.array(moveSchema).min(1).max(MOST_MOVES) }),
  /** Takes back what was added. */
  z.object({ kind: z.literal('remove_moves'), ids }),
  /** A move changed, archived or offered again. */
  z.object({ kind: z.literal('set_move'), move: moveSchema }),
]);
export type LibraryChange = z.infer<typeof libraryChangeSchema>;

/**
 * The moves of `moves` that the library does not have yet, by id or by name, and the names of those that it has.
 *
 * @example newMoves(library, [kelpWave]).there // ['Kelp wave'] when there is one of that name
 */
export function newMoves(library: Library, moves: readonly Move[]): { fresh: Move[]; there: string[] } {
  const known = new Set(library.moves.flatMap((move) => [move.id, named(move)]));
  const fresh: Move[] = [];
  const there: string[] = [];
  for (const move of moves)
    if (known.has(move.id) || known.has(named(move))) there.push(move.name);
    else {
      fresh.push(move);
      known.add(move.id).add(named(move));
    }
  return { fresh, there };
}

/** Names are told apart from ids. */
function named(move: Move): string {
  return $localize`name ${move.name.toLowerCase()}`;
}

/**
 * How the library is edited. A change that is taken back restores every move as it was but for its revision, which only
 * goes up: a lesson's copy of a move is told from every other state that the move was ever in.
 */
export const libraryEditing: Editing<Library, LibraryChange> = {
  kind: libraryDocument,
  parseChange,
  apply: (library, change) =>
    primitivesOf(library, change).reduce((doc, one) => apply(libraryDocument, doc, one), library),
  inverse,
  keys,
};

function parseChange(value: unknown): LibraryChange {
  const parsed = libraryChangeSchema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new ChangeError(parsed.error.issues[0]!.message);
}

function primitivesOf(library: Library, change: LibraryChange): Primitive[] {
  switch (change.kind) {
    case 'add_moves':
      return newMoves(library, change.moves).fresh.map((entity) => ({ do: 'add', list: 'moves', entity }));
    case 'remove_moves':
      return change.ids
        .filter((id) => library.moves.some((move) => move.id === id))
        .map((id) => ({ do: 'remove', list: 'moves', id }));
    case 'set_move': {
      const revision = find(library, change.move.id).revision + 1;
      return [{ do: 'put', list: 'moves', entity: { ...change.move, revision } }];
    }
  }
}

function inverse(library: Library, change: LibraryChange): LibraryChange {
  switch (change.kind) {
    case 'add_moves': {
      const fresh = newMoves(library, change.moves).fresh.map((move) => move.id);
      // Taking back what added nothing takes nothing out: the ids are known, and none of them is new.
      return { kind: 'remove_moves', ids: fresh.length > 0 ? fresh : [NOTHING] };
    }
    case 'remove_moves': {
      const moves = library.moves.filter((move) => change.ids.includes(move.id));
      return moves.length > 0 ? { kind: 'add_moves', moves } : change;
    }
    case 'set_move':
      return { kind: 'set_move', move: find(library, change.move.id) };
  }
}

/** No move has it: ids are made of letters, digits and hyphens. */
const NOTHING = '(nothing)';

function keys(change: LibraryChange): Keys {
  const all: string[] =
    change.kind === 'set_move'
      ? [change.move.id]
      : change.kind === 'add_moves'
        ? change.moves.map((move) => move.id)
        : change.ids;
  return keysOf(
    libraryDocument,
    all.map((id) => ({ do: 'remove', list: 'moves', id })),
  );
}

function find(library: Library, id: string): Move {
  const move = library.moves.find((one) => one.id === id);
  if (!move) throw new ChangeError($localize`This move is no longer in the library.`);
  return move;
}
