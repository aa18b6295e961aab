import { signal } from '@angular/core';
import type { EditKind } from '@limber/core/api/edits';
import type { KeptEdits, Pending, SetAside } from './kept-edits';

const MOST_AT_ONCE = 200;

/** A document's edits on their way to the server, in order, kept in this browser until they are there. */
export class Outbox<C> {
  private pending: readonly Pending<C>[] = [];
  private tab = '';
  /** After a refusal of many at once, edits go one by one until the bad one is found. */
  private oneByOne = false;
  readonly waiting = signal(0);
  /** Edits that can never be taken. */
  readonly aside = signal<readonly SetAside[]>([]);

  constructor(private readonly kept: KeptEdits<C>) {
    this.aside.set(kept.aside);
  }

  get all(): readonly Pending<C>[] {
    return this.pending;
  }

  get empty(): boolean {
    return this.pending.length === 0;
  }

  find(id: string): Pending<C> | undefined {
    return this.pending.find((one) => one.id === id);
  }

  /** Takes up what this tab left before a reload, and what tabs left that are gone. */
  async restore(tab: string, hold: (tab: string) => Promise<boolean>, revision: number): Promise<void> {
    this.tab = tab;
    const { edits, unreadable, gone } = await this.kept.takeUp(tab, hold);
    this.pending = [...this.pending, ...edits];
    if (unreadable.length > 0) this.putAside([...this.aside(), ...unreadable]);
    // Under one's own name first: between the two steps they are kept twice, and the server knows them by their ids.
    if (this.keep(revision)) for (const one of gone) this.kept.drop(one);
  }

  add(kind: EditKind, change: C): void {
    this.pending = [...this.pending, { id: crypto.randomUUID(), kind, change, by: this.tab, madeOn: null }];
  }

  remove(id: string): void {
    this.pending = this.pending.filter((one) => one.id !== id);
  }

  /** Neighbouring edits of one tab, as many as go at once. */
  nextRun(): readonly Pending<C>[] {
    const [first] = this.pending;
    const end = this.pending.findIndex(
      (one) => one.by !== first!.by || (one.madeOn === null) !== (first!.madeOn === null),
    );
    return this.pending.slice(0, Math.min(this.oneByOne ? 1 : MOST_AT_ONCE, end < 0 ? Infinity : end));
  }

  sendOneByOne(): void {
    this.oneByOne = true;
  }

  /** These are with the server; what the same tab made stands on the newest revision from now on. */
  arrived(ids: ReadonlySet<string>, by: string | undefined): void {
    this.pending = this.pending
      .filter((one) => !ids.has(one.id))
      .map((one) => (one.by === by ? { ...one, madeOn: null } : one));
    if (this.empty) this.oneByOne = false;
  }

  /** Sets edits aside that can never be taken; the others go on without them. @returns what they would have changed. */
  refuse(refused: readonly { id: string; reason: string }[]): C[] {
    const out = refused.flatMap(({ id, reason }) => {
      const edit = this.find(id);
      return edit ? [{ id, reason, change: edit.change }] : [];
    });
    for (const { id } of out) this.remove(id);
    if (out.length > 0) this.putAside([...this.aside(), ...out]);
    return out.map((one) => one.change);
  }

  letGo(id: string): void {
    this.putAside(this.aside().filter((one) => one.id !== id));
  }

  /** Keeps what waits. @returns whether this browser has room for it. */
  keep(revision: number): boolean {
    this.waiting.set(this.pending.length);
    return this.kept.keep(this.tab, revision, this.pending);
  }

  private putAside(all: readonly SetAside[]): void {
    this.aside.set(all);
    this.kept.setAside(all);
  }
}
