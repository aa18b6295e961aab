import { deepStrictEqual as same } from 'node:assert';
import fc from 'fast-check';
import { clashOf } from '../document/clash';
import { ChangeError } from '../document/edit';
import { edited } from '../document/editing';
import { exactly } from '../dose/dose';
import { libraryEditing, newMoves, type LibraryChange } from './library-change';
import { libraryOf, type Library } from './library.document';
import { moveSchema, type Move } from '../move/move.schema';

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

/** The moves but for their revision, which only goes up. */
const plain = (library: Library): object[] => library.moves.map((one) => ({ ...one, revision: 0 }));

describe('a change of the library', () => {
  const library = libraryOf([move('a'), move('b', { how: 'Slowly.' })]);

  it('is undone by its inverse, and redone by the inverse of that, over any history', () => {
    const id = fc.constantFrom('a', 'b', 'c', 'd');
    const how = fc.constantFrom('', 'Slower.', 'Softer.');
    const change: fc.Arbitrary<LibraryChange> = fc.oneof(
      fc
        .uniqueArray(id, { minLength: 1 })
        .map((ids): LibraryChange => ({ kind: 'add_moves', moves: ids.map((one) => move(one)) })),
      fc.uniqueArray(id, { minLength: 1 }).map((ids): LibraryChange => ({ kind: 'remove_moves', ids })),
      fc.tuple(id, how).map(([one, words]): LibraryChange => ({ kind: 'set_move', move: move(one, { how: words }) })),
    );
    fc.assert(
      fc.property(fc.array(change, { maxLength: 20 }), (history) => {
        let state = library;
        for (const one of history) {
          if (one.kind === 'set_move' && !state.moves.some((each) => each.id === one.move.id)) continue;
          const done = edited(libraryEditing, state, one);
          const back = libraryEditing.inverse(state, one);
          const undone = edited(libraryEditing, done, back);
          same(plain(undone), plain(state));
          const again = libraryEditing.inverse(done, back);
          same(plain(edited(libraryEditing, undone, again)), plain(done));
          state = done;
        }
      }),
    );
  });

  it('leaves what is there by id or by name alone and names it', () => {
    const moves = [
      move('a', { name: 'Another' }),
      move('x', { name: 'MOVE B' }),
      move('c'),
      move('e', { name: 'move c' }),
    ];
    expect(newMoves(library, moves).fresh.map((one) => one.id)).toEqual(['c']);
    expect(newMoves(library, moves).there).toEqual(['Another', 'MOVE B', 'move c']);
    expect(edited(libraryEditing, library, { kind: 'add_moves', moves }).moves.map((one) => one.id)).toEqual([
      'a',
      'b',
      'c',
    ]);
  });

  it('raises the revision, also when it is taken back, and is refused for a move that is gone', () => {
    const change: LibraryChange = { kind: 'set_move', move: move('a', { how: 'New.' }) };
    const done = edited(libraryEditing, library, change);
    expect(done.moves[0]!.revision).toBe(2);
    expect(edited(libraryEditing, done, libraryEditing.inverse(library, change)).moves[0]!).toEqual(
      jasmine.objectContaining({ how: '', revision: 3 }),
    );
    expect(() => edited(libraryEditing, library, { kind: 'set_move', move: move('z') })).toThrowMatching(
      (error: Error) => error instanceof ChangeError && error.message.includes('no longer in the library'),
    );
  });

  it('meets another one of the same move, and goes together with one of another', () => {
    const keys = (id: string) => libraryEditing.keys({ kind: 'set_move', move: move(id) });
    expect(clashOf(keys('a'), keys('a'))).toBe('moves/a');
    expect(clashOf(keys('a'), libraryEditing.keys({ kind: 'remove_moves', ids: ['b', 'a'] }))).toBe('moves/a');
    expect(clashOf(keys('a'), keys('b'))).toBeNull();
  });
});
