import { computed, inject, Injectable, signal } from '@angular/core';
import type { AnswerOf } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import { libraryEditing, newMoves, type LibraryChange } from '@limber/core/library/library-change';
import { libraryDocument, type Library } from '@limber/core/library/library.document';
import type { Move } from '@limber/core/move/move.schema';
import { Api, ApiError } from './http';
import { Stream } from './stream';
import { ANSWER_MS, SyncedDocument } from './synced-document';
import { Tab } from './tab';

/** A move with the lessons that hold a copy of it; `older` when theirs is another than the library's. */
export interface LibraryMove extends Move {
  readonly usedIn: readonly { readonly id: string; readonly title: string; readonly older: boolean }[];
}

/** The library: one document for the whole page, with undo and redo of one's own. */
@Injectable({ providedIn: 'root' })
export class LibraryStore {
  private readonly api = inject(Api);
  private readonly used = signal<AnswerOf<typeof ROUTES.libraryUsed>>([]);
  readonly document: SyncedDocument<Library, LibraryChange>;
  /** Stored moves that this program cannot read. */
  readonly unreadable = signal<readonly { id: string; reason: string }[]>([]);
  readonly problem = computed(() => this.document.problem() ?? '');

  /** The moves in order of their names; null until they are there. */
  readonly moves = computed<readonly LibraryMove[] | null>(() => {
    const library = this.document.doc();
    if (!library) return null;
    const used = new Map<string, { id: string; title: string; revision: number }[]>();
    for (const { moveId, ...lesson } of this.used()) used.set(moveId, [...(used.get(moveId) ?? []), lesson]);
    return library.moves
      .map((move) => ({
        ...move,
        usedIn: (used.get(move.id) ?? []).map(({ id, title, revision }) => ({
          id,
          title,
          older: revision !== move.revision,
        })),
      }))
      .sort((a, b) => a.name.localeCompare(b.name));
  });

  constructor() {
    const stream = inject(Stream);
    this.document = new SyncedDocument(inject(Tab), {
      kind: libraryDocument,
      editing: libraryEditing,
      open: async () => {
        const answer = await this.api.ask(ROUTES.library, {});
        this.unreadable.set(answer.unreadable);
        return answer;
      },
      send: (body) => this.api.ask(ROUTES.editLibrary, { body }, ANSWER_MS),
      key: 'library:library',
      edits: stream.library,
      opened: stream.opened,
    });
  }

  /** Opens the library once, and asks anew where its moves are used. */
  async open(): Promise<void> {
    await this.document.openOnce();
    try {
      this.used.set(await this.api.ask(ROUTES.libraryUsed, {}));
    } catch (error) {
      // The moves are there all the same.
      if (!(error instanceof ApiError)) throw error;
    }
  }

  edit(change: LibraryChange): void {
    this.document.edit(change);
  }

  /** Adds moves. @returns how many were new, and the names of those that were there already. */
  add(moves: readonly Move[]): { added: number; there: string[] } {
    const { fresh, there } = newMoves(this.document.doc()!, moves);
    if (fresh.length > 0) this.edit({ kind: 'add_moves', moves: fresh });
    return { added: fresh.length, there };
  }
}

/** A library's move as it is copied: without where it is used. */
export function plainMove({ usedIn: _usedIn, ...move }: LibraryMove): Move {
  return move;
}
