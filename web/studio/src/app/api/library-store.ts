import { computed, inject, Injectable, signal } from '@angular/core';
import * as z from 'zod';
import { libraryEditing, newMoves, type LibraryChange } from '@limber/core/library/library-change';
import type { Library } from '@limber/core/library/library.document';
import type { Move } from '@limber/core/move/move.schema';
import { Api, ApiError } from './http';
import { Stream } from './stream';
import { SyncedDocument } from './synced-document';
import { Tab } from './tab';

const usedSchema = z.array(z.object({ moveId: z.string(), id: z.string(), title: z.string(), revision: z.number() }));
const unreadableSchema = z.object({ unreadable: z.array(z.object({ id: z.string(), reason: z.string() })) });

/** A move with the lessons that hold a copy of it; `older` when theirs is another than the library's. */
export interface LibraryMove extends Move {
  readonly usedIn: readonly { readonly id: string; readonly title: string; readonly older: boolean }[];
}

/** The library: one document for the whole page, with undo and redo of one's own. */
@Injectable({ providedIn: 'root' })
export class LibraryStore {
  private readonly api = inject(Api);
  private readonly used = signal<z.infer<typeof usedSchema>>([]);
  private opening: Promise<void> | null = null;
  readonly document: SyncedDocument<Library, LibraryChange>;
  /** Stored moves that this program cannot read. */
  readonly unreadable = signal<readonly { id: string; reason: string }[]>([]);
  readonly problem = signal('');

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
    this.document = new SyncedDocument(this.api, inject(Tab), {
      editing: libraryEditing,
      path: 'library',
      key: 'library:library',
      edits: stream.library,
      opened: stream.opened,
      onLoaded: (answer) => this.unreadable.set(unreadableSchema.safeParse(answer).data?.unreadable ?? []),
    });
  }

  /** Opens the library once, and asks anew where its moves are used. */
  async open(): Promise<void> {
    this.opening ??= this.document.open();
    await this.opening;
    if (this.document.problem()) this.opening = null;
    this.problem.set(this.document.problem() ?? '');
    try {
      this.used.set(await this.api.get('library/used', usedSchema));
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
