import { signal } from '@angular/core';
import type { EditKind } from '@limber/core/api/edits';
import { clashOf, type Keys } from '@limber/core/document/clash';

/** One entry: what takes an edit of one's own back, and what that edit was. */
export interface Undoable<C> {
  readonly back: C;
  readonly touched: C;
}

/** One's own edits of a document, to take back and do again. What somebody else changed since is no longer one's own. */
export class UndoStack<C> {
  private undos: Undoable<C>[] = [];
  private redos: Undoable<C>[] = [];
  readonly canUndo = signal(false);
  readonly canRedo = signal(false);

  constructor(private readonly keys: (change: C) => Keys) {}

  get nextUndo(): Undoable<C> | undefined {
    return this.undos[this.undos.length - 1];
  }
  get nextRedo(): Undoable<C> | undefined {
    return this.redos[this.redos.length - 1];
  }

  remember(kind: EditKind, change: C, inverse: C): void {
    const entry = { back: inverse, touched: change };
    if (kind === 'edit') {
      this.undos.push(entry);
      this.redos = [];
    } else if (kind === 'undo') {
      this.undos.pop();
      this.redos.push(entry);
    } else {
      this.redos.pop();
      this.undos.push(entry);
    }
    this.count();
  }

  /** Lets go of an entry that does not fit any more. */
  drop(kind: 'undo' | 'redo'): void {
    (kind === 'undo' ? this.undos : this.redos).pop();
    this.count();
  }

  /** Lets go of an edit that never came to be. */
  forget(change: C): void {
    this.undos = this.undos.filter((entry) => entry.touched !== change);
    this.redos = this.redos.filter((entry) => entry.touched !== change);
    this.count();
  }

  forgetClashing(change: C): void {
    const keys = this.keys(change);
    const free = ({ touched, back }: Undoable<C>): boolean =>
      clashOf(this.keys(touched), keys) === null && clashOf(this.keys(back), keys) === null;
    this.undos = this.undos.filter(free);
    this.redos = this.redos.filter(free);
    this.count();
  }

  pushUndo(entry: Undoable<C>): void {
    this.undos.push(entry);
    this.count();
  }

  pushRedo(entry: Undoable<C>): void {
    this.redos.push(entry);
    this.count();
  }

  clear(): void {
    this.undos = [];
    this.redos = [];
    this.count();
  }

  private count(): void {
    this.canUndo.set(this.undos.length > 0);
    this.canRedo.set(this.redos.length > 0);
  }
}
