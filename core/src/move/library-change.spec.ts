import { exactly } from '../dose/dose';
import { editLibrary, LibraryChangeError, type LibraryChange } from './library-change';
import { moveSchema, type Move } from './move.schema';

const move = (id: string, change: Partial<Move> = {}): Move =>
  moveSchema.parse({
    id,
    revision: 1,
    name: `Move ${id}`,
    region: 'jaw',
    action: 'knead',
    dose: { form: 'reps', reps: exactly(8), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 },
    sidePlan: 'left_right',
    ...change,
  });

function applied(library: readonly Move[], change: LibraryChange): { library: Move[]; inverse: LibraryChange | null } {
  const { put, removed, inverse } = editLibrary(library, change);
  const kept = library.filter((one) => !removed.includes(one.id) && !put.some((other) => other.id === one.id));
  return { library: [...kept, ...put].sort((a, b) => a.id.localeCompare(b.id)), inverse };
}

describe('a change of the library', () => {
  const library = [move('a'), move('b', { how: 'Slowly.' })];
  const changes: Record<string, LibraryChange> = {
    'of a move': { kind: 'set_move', move: move('b', { how: 'Slower.' }) },
    'that archives one': { kind: 'set_move', move: move('a', { archived: true }) },
    'that adds moves': { kind: 'add_moves', moves: [move('c'), move('d')] },
    'that takes moves back': { kind: 'remove_moves', ids: ['a', 'b'] },
  };
  const plain = (moves: readonly Move[]): object[] => moves.map((one) => ({ ...one, revision: 0 }));

  for (const [what, change] of Object.entries(changes))
    it(`${what} is undone by its inverse, and redone by the inverse of that`, () => {
      const done = applied(library, change);
      const undone = applied(done.library, done.inverse!);
      expect(plain(undone.library)).toEqual(plain(library));
      expect(plain(applied(undone.library, undone.inverse!).library)).toEqual(plain(done.library));
    });

  it('leaves what is there by id or by name alone and names it', () => {
    const { put, there } = editLibrary(library, {
      kind: 'add_moves',
      moves: [move('a', { name: 'Another' }), move('x', { name: 'MOVE B' }), move('c'), move('e', { name: 'move c' })],
    });
    expect(put.map((one) => one.id)).toEqual(['c']);
    expect(there).toEqual(['Another', 'MOVE B', 'move c']);
    expect(editLibrary(library, { kind: 'add_moves', moves: [move('a')] }).inverse).toBeNull();
  });

  it('raises the revision, and refuses one made on an older revision or of a move that is gone', () => {
    expect(editLibrary(library, { kind: 'set_move', move: move('a') }).put[0]!.revision).toBe(2);
    for (const [stale, words] of [
      [move('a', { revision: 3 }), /changed in another place/],
      [move('z'), /no longer in the library/],
    ] as const)
      expect(() => editLibrary(library, { kind: 'set_move', move: stale })).toThrowMatching(
        (error: Error) => error instanceof LibraryChangeError && words.test(error.message),
      );
  });
});
