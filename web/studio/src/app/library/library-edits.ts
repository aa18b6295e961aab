import { inject, Injectable, signal } from '@angular/core';
import type { LibraryChange } from '@limber/core/move/library-change';
import { ApiError } from '../api/http';
import { Lessons, type LibraryAnswer } from '../api/lessons';

/** Changes of the library, with undo and redo of one's own for as long as the page is open. */
@Injectable({ providedIn: 'root' })
export class LibraryEdits {
  private readonly lessons = inject(Lessons);
  private undos: LibraryChange[] = [];
  private redos: LibraryChange[] = [];
  /** The revision that one's own change left a move at: a change on top of that is still one's own to take back. */
  private readonly left = new Map<string, number>();
  readonly canUndo = signal(false);
  readonly canRedo = signal(false);

  async make(change: LibraryChange): Promise<LibraryAnswer> {
    const answer = await this.send(change);
    if (answer.inverse) {
      this.undos.push(answer.inverse);
      this.redos = [];
    }
    this.count();
    return answer;
  }

  /** Takes the last change back, or does it again; false when there is none. */
  async back(way: 'undo' | 'redo'): Promise<boolean> {
    const [from, to] = way === 'undo' ? [this.undos, this.redos] : [this.redos, this.undos];
    const change = from.pop();
    if (!change) return false;
    try {
      const { inverse } = await this.send(change);
      if (inverse) to.push(inverse);
    } catch (error) {
      // What somebody else changed since is no longer one's own to take back; what could not be sent is.
      if (error instanceof ApiError && error.offline) from.push(change);
      throw error;
    } finally {
      this.count();
    }
    return true;
  }

  private async send(change: LibraryChange): Promise<LibraryAnswer> {
    const answer = await this.lessons.changeLibrary(this.onMine(change));
    for (const { id, revision } of answer.put) this.left.set(id, revision);
    return answer;
  }

  /** An undo was noted when its move stood at an older revision: one's own later changes do not stand in its way. */
  private onMine(change: LibraryChange): LibraryChange {
    if (change.kind !== 'set_move') return change;
    const revision = Math.max(change.move.revision, this.left.get(change.move.id) ?? 0);
    return { ...change, move: { ...change.move, revision } };
  }

  private count(): void {
    this.canUndo.set(this.undos.length > 0);
    this.canRedo.set(this.redos.length > 0);
  }
}
