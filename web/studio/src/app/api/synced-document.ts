import { signal } from '@angular/core';
import { Observable, Subscription } from 'rxjs';
import * as z from 'zod';
import { editAnswerSchema, historySchema, type EditAnswer, type EditKind } from '@limber/core/api/edits';
import { ChangeError } from '@limber/core/document/edit';
import { parseDocument, DocumentError } from '@limber/core/document/document';
import { edited, type Editing } from '@limber/core/document/editing';
import { ApiError, type Api } from './http';
import { KeptEdits, type Pending, type SetAside } from './kept-edits';
import type { Tab } from './tab';
import { UndoStack } from './undo-stack';

export interface Conflict<C> {
  readonly edit: Pending<C>;
  readonly theirs: C;
  readonly reason: string;
}

/** `waiting`: it could not be sent, and is tried again; `gone`: the document is not there to take it. */
export type Saving = 'saved' | 'saving' | 'waiting' | 'signed-out' | 'conflict' | 'gone';

/** Where a document of one kind is had and edited. */
export interface Place<T, C> {
  readonly editing: Editing<T, C>;
  /** Below `/api/`; edits go to `…/edits`. */
  readonly path: string;
  /** What is kept in this browser is kept under it. */
  readonly key: string;
  /** Told when the document was edited: by whom, and up to which revision. */
  readonly edits: Observable<{ revision: number; clientId: string }>;
  /** The connection to the server is there, or there again. */
  readonly opened: Observable<unknown>;
  /** Told what else came with the document. */
  readonly onLoaded?: (answer: unknown) => void;
}

const loadedSchema = z.object({
  revision: z.number(),
  doc: z.unknown(),
  history: z.array(historySchema.nullable().catch(null)),
});

/** An answer that takes longer is one that may never come: it is asked for again, and the person is told. */
export const ANSWER_MS = 8000;
const RETRY_MS = [2000, 4000, 8000, 15_000];
const MOST_AT_ONCE = 200;

/**
 * A document of the server's, edited here. Every edit is shown at once, kept in the browser until the server has it, and
 * sent in order. Undo, redo, autosave, work without a connection, conflicts and edits that can never be taken all come
 * from this one mechanism, for every kind of document.
 */
export class SyncedDocument<T, C> {
  private confirmed: { revision: number; doc: T } | null = null;
  private pending: Pending<C>[] = [];
  private sending = false;
  private closed = false;
  private failures = 0;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private tabId = '';
  /** After a refusal of many at once, edits go one by one until the bad one is found. */
  private oneByOne = false;
  private readonly subscriptions = new Subscription();
  private readonly kept: KeptEdits<C>;
  private readonly undoing: UndoStack<C>;

  /** The document as it is on screen; null until it is there. */
  readonly doc = signal<T | null>(null);
  /** Why it could not be opened. */
  readonly problem = signal<string | null>(null);
  readonly saving = signal<Saving>('saved');
  /** Why edits wait, in words; empty when they do not. */
  readonly why = signal('');
  readonly waiting = signal(0);
  readonly conflict = signal<Conflict<C> | null>(null);
  readonly aside = signal<readonly SetAside[]>([]);
  readonly canUndo;
  readonly canRedo;

  constructor(
    private readonly api: Api,
    private readonly tab: Tab,
    private readonly place: Place<T, C>,
  ) {
    this.kept = new KeptEdits(place.key, place.editing.parseChange);
    this.undoing = new UndoStack(place.editing.keys);
    this.canUndo = this.undoing.canUndo.asReadonly();
    this.canRedo = this.undoing.canRedo.asReadonly();
    this.aside.set(this.kept.aside);
  }

  /** Fetches the document and everything that this browser kept for it. */
  async open(): Promise<void> {
    try {
      this.tabId = await this.tab.id;
      await this.load();
      await this.restore();
      this.show();
      addEventListener('online', this.flush);
      this.subscriptions.add(
        this.place.edits.subscribe((one) => {
          if (one.clientId !== this.tabId && one.revision > this.confirmed!.revision) this.flush();
        }),
      );
      this.subscriptions.add(this.place.opened.subscribe(() => this.flush()));
      if (this.pending.length > 0) this.flush();
    } catch (error) {
      this.problem.set(wordsOf(error, 'This could not be opened. Reload the page.'));
    }
  }

  /** Nothing is sent or heard any more; what waits stays in the browser. */
  close(): void {
    this.closed = true;
    this.subscriptions.unsubscribe();
    clearTimeout(this.retry);
    removeEventListener('online', this.flush);
  }

  /** Edits the document. @throws ChangeError when the change does not fit it: nothing is changed then. */
  edit(change: C, kind: EditKind = 'edit'): void {
    const before = this.doc()!;
    const { editing } = this.place;
    const inverse = editing.inverse(before, change);
    this.doc.set(edited(editing, before, change));
    this.undoing.remember(kind, change, inverse);
    this.pending.push({ id: crypto.randomUUID(), kind, change, by: this.tabId, madeOn: null });
    this.keep();
    void this.send();
  }

  undo(): void {
    this.back('undo');
  }

  redo(): void {
    this.back('redo');
  }

  /**
   * Ends a conflict. One's own becomes the newest change, and undo brings theirs back; or theirs stays, and redo brings
   * one's own back.
   */
  resolve(keep: 'mine' | 'theirs'): void {
    const conflict = this.conflict();
    if (!conflict) return;
    const { change, id } = conflict.edit;
    this.conflict.set(null);
    this.undoing.forget(change);
    if (keep === 'mine') {
      try {
        this.undoing.pushUndo({ back: this.place.editing.inverse(this.confirmed!.doc, change), touched: change });
      } catch (error) {
        // It does not fit any more: the server says so, and it is set aside.
        if (!(error instanceof ChangeError)) throw error;
      }
    } else {
      this.pending = this.pending.filter((one) => one.id !== id);
      this.undoing.pushRedo({ back: change, touched: change });
    }
    this.keep();
    this.show();
    this.settle();
    void this.send();
  }

  /** Lets go of an edit that was set aside. */
  letGo(id: string): void {
    this.putAside(this.aside().filter((one) => one.id !== id));
  }

  readonly flush = (): void => void this.send();

  private back(kind: 'undo' | 'redo'): void {
    const entry = kind === 'undo' ? this.undoing.nextUndo : this.undoing.nextRedo;
    if (!entry) return;
    try {
      this.edit(entry.back, kind);
    } catch (error) {
      if (!(error instanceof ChangeError)) throw error;
      this.undoing.drop(kind);
    }
  }

  private async load(): Promise<void> {
    const answer = await this.api.get(this.place.path, z.unknown());
    const parsed = loadedSchema.safeParse(answer);
    if (!parsed.success) throw new DocumentError('The answer of the server cannot be read. Reload the page.');
    const { revision, doc, history } = parsed.data;
    const { editing, onLoaded } = this.place;
    this.confirmed = { revision, doc: parseDocument(editing.kind, doc) };
    onLoaded?.(answer);
    this.undoing.clear();
    for (const one of history)
      if (one?.mine)
        try {
          this.undoing.remember(one.kind, editing.parseChange(one.change), editing.parseChange(one.inverse));
        } catch (error) {
          // One of an older program alone cannot be undone.
          if (!(error instanceof ChangeError)) throw error;
        }
  }

  /** Takes up what this tab left before a reload, and what tabs left that are gone. */
  private async restore(): Promise<void> {
    const tabs = this.kept.tabs();
    const own = tabs.filter((tab) => tab === this.tabId);
    const gone: string[] = [];
    for (const tab of tabs)
      if (tab !== this.tabId && (await this.tab.hold(tab || 'an earlier program'))) gone.push(tab);
    const unreadable: SetAside[] = [];
    for (const tab of [...own, ...gone]) {
      const left = this.kept.read(tab);
      this.pending.push(...left.edits);
      unreadable.push(...left.unreadable);
    }
    if (unreadable.length > 0) this.putAside([...this.aside(), ...unreadable]);
    // Under one's own name first: between the two steps they are kept twice, and the server knows them by their ids.
    if (this.keep()) for (const tab of gone) this.kept.drop(tab);
  }

  private async send(): Promise<void> {
    if (this.sending || !this.confirmed || this.conflict() || this.closed) return;
    this.sending = true;
    clearTimeout(this.retry);
    if (this.pending.length > 0 && this.saving() === 'saved') this.saving.set('saving');
    const sent = this.nextRun();
    let more = false;
    try {
      more = await this.take(await this.ask(sent), sent);
    } catch (error) {
      more = this.failed(error, sent);
    } finally {
      this.sending = false;
    }
    if (more) await this.send();
  }

  private async ask(sent: readonly Pending<C>[]): Promise<EditAnswer> {
    const body = {
      clientId: sent[0]?.by ?? this.tabId,
      baseRevision: sent[0]?.madeOn ?? this.confirmed!.revision,
      edits: sent.map(({ id, kind, change }) => ({ id, kind, change })),
    };
    try {
      return await this.api.post(`${this.place.path}/edits`, body, editAnswerSchema, ANSWER_MS);
    } catch (error) {
      // An edit that meets a newer one is an answer like others.
      const answer = error instanceof ApiError && error.status === 409 ? editAnswerSchema.safeParse(error.body) : null;
      if (answer?.success) return answer.data;
      throw error;
    }
  }

  /** Neighbouring edits of one tab, as many as go at once. */
  private nextRun(): Pending<C>[] {
    const [first] = this.pending;
    const end = this.pending.findIndex(
      (one) => one.by !== first!.by || (one.madeOn === null) !== (first!.madeOn === null),
    );
    return this.pending.slice(0, Math.min(this.oneByOne ? 1 : MOST_AT_ONCE, end < 0 ? Infinity : end));
  }

  /** What is done about an answer that is none. @returns whether the next can be sent at once. */
  private failed(error: unknown, sent: readonly Pending<C>[]): boolean {
    if (error instanceof DocumentError) {
      this.wait('waiting', error.message);
      return false;
    }
    if (!(error instanceof ApiError)) throw error;
    if (error.status === 401) {
      this.wait('signed-out', '');
      return false;
    }
    if (error.status === 404) {
      this.wait('gone', error.message);
      return false;
    }
    const refused = [400, 403, 413, 422].includes(error.status) && error.type !== 'other-origin';
    if (refused && sent.length > 1) return (this.oneByOne = true);
    if (refused && sent.length === 1) {
      this.refuse([{ id: sent[0]!.id, reason: error.message }]);
      this.show();
      this.settle();
      return this.pending.length > 0;
    }
    this.wait('waiting', error.message);
    return false;
  }

  private wait(state: Saving, why: string): void {
    const told = this.pending.length > 0 || state === 'gone';
    this.saving.set(told ? state : 'saved');
    this.why.set(told ? why : '');
    if (state !== 'waiting') return;
    const after = RETRY_MS[Math.min(this.failures, RETRY_MS.length - 1)];
    this.failures += 1;
    clearTimeout(this.retry);
    if (!this.closed) this.retry = setTimeout(this.flush, after);
  }

  /** Takes an answer in. @returns whether there is more to send. */
  private async take(answer: EditAnswer, sent: readonly Pending<C>[]): Promise<boolean> {
    this.failures = 0;
    const { conflict } = answer;
    // Everything sent before a conflict is there now, also what had arrived earlier without our hearing of it.
    const until = conflict ? sent.findIndex((one) => one.id === conflict.id) : sent.length;
    const done = new Set(sent.slice(0, until).map((one) => one.id));
    const newer = answer.changes.filter((one) => one.revision > this.confirmed!.revision);
    const caught = this.catchUp(answer, newer);
    if (!caught) await this.load();
    const refused = new Set(answer.refused.map((one) => one.id));
    this.refuse(answer.refused);
    this.pending = this.pending
      .filter((one) => !done.has(one.id) || refused.has(one.id))
      .map((one) => (one.by === sent[0]?.by ? { ...one, madeOn: null } : one));
    if (this.pending.length === 0) this.oneByOne = false;
    const meets = conflict && this.pending.find((one) => one.id === conflict.id);
    if (meets && conflict.fits)
      this.conflict.set({
        edit: meets,
        theirs: this.place.editing.parseChange(conflict.theirs),
        reason: conflict.reason,
      });
    else if (meets)
      this.refuse([{ id: meets.id, reason: 'What it was about was taken out somewhere else meanwhile.' }]);
    this.keep();
    // An answer that only takes up what was sent leaves the screen as it is.
    if (conflict || refused.size > 0 || !caught || newer.some((one) => !done.has(one.id))) this.show();
    this.settle();
    return this.pending.length > 0 && !this.conflict();
  }

  /** Brings what the server has up to its newest revision; false when the changes told do not lead there. */
  private catchUp(answer: EditAnswer, newer: EditAnswer['changes']): boolean {
    const { revision, doc } = this.confirmed!;
    if (answer.revision - revision !== newer.length) return answer.revision === revision && newer.length === 0;
    try {
      const changes = newer.map((one) => ({ by: one.clientId, change: this.place.editing.parseChange(one.change) }));
      const after = changes.reduce((state, { change }) => this.place.editing.apply(state, change), doc);
      this.confirmed = { revision: answer.revision, doc: after };
      for (const { by, change } of changes) if (by !== this.tabId) this.undoing.forgetClashing(change);
      return true;
    } catch (error) {
      if (error instanceof ChangeError) return false;
      throw error;
    }
  }

  /** Sets edits aside that can never be taken; the others go on without them. */
  private refuse(refused: readonly { id: string; reason: string }[]): void {
    for (const { id, reason } of refused) {
      const edit = this.pending.find((one) => one.id === id);
      if (!edit) continue;
      this.pending = this.pending.filter((one) => one !== edit);
      this.undoing.forget(edit.change);
      this.putAside([...this.aside(), { id, reason, change: edit.change }]);
    }
    if (refused.length > 0) this.keep();
  }

  private putAside(all: readonly SetAside[]): void {
    this.aside.set(all);
    this.kept.setAside(all);
  }

  /** Rebuilds what is on screen: what the server has, and on it what it has not yet. */
  private show(): void {
    let { doc } = this.confirmed!;
    for (const { change } of this.pending) {
      try {
        doc = edited(this.place.editing, doc, change);
      } catch (error) {
        // The server will say so too; until then the screen shows the rest.
        if (!(error instanceof ChangeError)) throw error;
      }
    }
    this.doc.set(doc);
  }

  private settle(): void {
    this.saving.set(this.conflict() ? 'conflict' : this.pending.length > 0 ? 'saving' : 'saved');
    if (this.saving() !== 'saving') this.why.set('');
  }

  /** Keeps what waits. @returns whether this browser could. */
  private keep(): boolean {
    this.waiting.set(this.pending.length);
    const kept = this.kept.keep(this.tabId, this.confirmed!.revision, this.pending);
    if (!kept) this.why.set('This browser has no room to keep it: leave the page open until it is saved.');
    return kept;
  }
}

function wordsOf(error: unknown, otherwise: string): string {
  return error instanceof ApiError || error instanceof DocumentError ? error.message : otherwise;
}
