import { TestBed } from '@angular/core/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { defaultDose } from '@limber/core/dose/dose';
import { editLibrary, type LibraryChange } from '@limber/core/move/library-change';
import { moveSchema, type Move } from '@limber/core/move/move.schema';
import { ApiError } from '../api/http';
import { Lessons } from '../api/lessons';
import { LibraryEdits } from './library-edits';

const move = (how: string, revision = 1): Move =>
  moveSchema.parse({
    id: 'a',
    revision,
    name: 'Kelp wave',
    region: 'jaw',
    action: 'knead',
    dose: defaultDose('reps'),
    sidePlan: 'left_right',
    how,
  });

describe('changes of the library', () => {
  let library: Move[];
  let failing: ApiError | null;
  let edits: LibraryEdits;

  /** Answers as the server does. */
  function change(asked: LibraryChange): object {
    if (failing) throw failing;
    try {
      const { put, removed, there, inverse } = editLibrary(library, asked);
      library = [...library.filter((one) => !removed.includes(one.id) && !put.some((it) => it.id === one.id)), ...put];
      return { put: put.map(({ id, revision }) => ({ id, revision })), there, inverse };
    } catch (error) {
      throw new ApiError('changed-meanwhile', (error as Error).message, 409, null);
    }
  }

  beforeEach(() => {
    library = [move('One.')];
    failing = null;
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: Lessons,
          useValue: { changeLibrary: (asked: LibraryChange) => Promise.resolve().then(() => change(asked)) },
        },
      ],
    });
    edits = TestBed.inject(LibraryEdits);
  });

  it('are taken back one after another, although each raised the revision, and done again', async () => {
    await edits.make({ kind: 'set_move', move: move('Two.', 1) });
    await edits.make({ kind: 'set_move', move: move('Three.', 2) });
    const hows: string[] = [];
    for (const way of ['undo', 'undo', 'redo', 'redo', 'undo'] as const) {
      expect(await edits.back(way)).toBeTrue();
      hows.push(library[0]!.how);
    }
    expect(hows).toEqual(['Two.', 'One.', 'Two.', 'Three.', 'Two.']);
  });

  it('are left alone when somebody else changed the move since', async () => {
    await edits.make({ kind: 'set_move', move: move('Mine.', 1) });
    library = [{ ...library[0]!, how: 'Theirs.', revision: 3 }];
    await expectAsync(edits.back('undo')).toBeRejectedWithError(ApiError);
    expect(library[0]!.how).toBe('Theirs.');
    expect(edits.canUndo()).toBeFalse();
  });

  it('can still be taken back when the server could not be reached', async () => {
    await edits.make({ kind: 'set_move', move: move('Mine.', 1) });
    failing = new ApiError('unreachable', 'Away.', 0, null);
    await expectAsync(edits.back('undo')).toBeRejected();
    failing = null;
    expect(await edits.back('undo')).toBeTrue();
    expect(library[0]!.how).toBe('One.');
  });

  it('that change nothing leave nothing to take back', async () => {
    await edits.make({ kind: 'add_moves', moves: [move('Again.')] });
    expect(edits.canUndo()).toBeFalse();
    expect(await edits.back('undo')).toBeFalse();
  });
});
