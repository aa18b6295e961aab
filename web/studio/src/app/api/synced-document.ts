import { signal } from '@angular/core';
import { Observable, Subscription } from 'rxjs';
import type * as z from 'zod';
import {
  editAnswerSchema,
  type EditAnswer,
  type Edited,
  type EditKind,
  type editsSchema,
} from '@limber/core/api/edits';
import type { openedSchema } from '@limber/core/api/lessons';
import { ChangeError } from '@limber/core/document/edit';
import { parseDocument, DocumentError, type DocumentKind } from '@limber/core/document/document';
import { edited, type Editing } from '@limber/core/document/editing';
import { ApiError } from './http';
import { KeptEdits, type Pending } from './kept-edits';
import { Outbox } from './outbox';
import type { Tab } from './tab';
import { UndoStack } from './undo-stack';

export interface Conflict<C> {
  readonly edit: Pending<C>;
  /** Their change, as it came: it is told, and stays. */
  readonly theirs: unknown;
  readonly reason: string;
}

/** `waiting`: it could not be sent, and is tried again; `gone`: the document is not there to take it. */
export type Saving = 'saved' | 'saving' | 'waiting' | 'signed-out' | 'conflict' | 'gone';

/** Where a document of one kind is had and edited. */
export interface Place<T, C> {
  /** How it is read as it comes from the server, and how it is edited. */
  readonly kind: DocumentKind<T>;
  readonly editing: Editing<T, C>;
  /** Asks for the document as the server has it. @throws ApiError */
  readonly open: () => Promise<z.output<typeof openedSchema>>;
  /** Sends edits, and waits for the answer no longer than {@link ANSWER_MS}. @throws ApiError */
  readonly send: (edits: z.input<typeof editsSchema>) => Promise<EditAnswer>;
  /** What is kept in this browser is kept under it. */
  readonly key: string;
  /** Told when the document was edited: by whom, and up to which revision. */
  readonly edits: Observable<Edited>;
  /** The connection to the server is there, or there again. */
  readonly opened: Observable<unknown>;
}

/** An answer that takes longer is one that may never come: it is asked for again, and the person is told. */
export const ANSWER_MS = 8000;
const RETRY_MS = [2000, 4000, 8000, 15_000];

/**
 * A document of the server's, edited here. Every edit is shown at once, kept in the browser until the server has it, and
 * sent in order. Undo, redo, autosave, work without a connection, conflicts and edits that can never be taken all come
 * from this one mechanism, for every kind of document.
 */
export class SyncedDocument<T, C> {
  private confirmed: { revision: number; doc: T } | null = null;
  private sending = false;
  private closed = false;
  private opening: Promise<void> | null = null;
  private failures = 0;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private tabId = '';
  private readonly subscriptions = new Subscription();
  private readonly outbox: Outbox<C>;
  private readonly undoing: UndoStack<C>;

  /** The document as it is on screen; null until it is there. */
  readonly doc = signal<T | null>(null);
  /** Why it could not be opened. */
  readonly problem = signal<string | null>(null);
  readonly saving = signal<Saving>('saved');
  /** Why edits wait, in words; empty when they do not. */
  readonly why = signal('');
  readonly conflict = signal<Conflict<C> | null>(null);
  readonly waiting;
  readonly aside;
  readonly canUndo;
  readonly canRedo;

  constructor(
    private readonly tab: Tab,
    private readonly place: Place<T, C>,
  ) {
    this.outbox = new Outbox(new KeptEdits(place.key, place.editing.parseChange));
    this.waiting = this.outbox.waiting.asReadonly();
    this.aside = this.outbox.aside.asReadonly();
    this.undoing = new UndoStack(place.editing.keys);
    this.canUndo = this.undoing.canUndo.asReadonly();
    this.canRedo = this.undoing.canRedo.asReadonly();
  }

  /** Opens the document the first time; once more where that did not work. */
  async openOnce(): Promise<void> {
    this.opening ??= this.open();
    await this.opening;
    if (this.problem()) this.opening = null;
  }

  /** Fetches the document and everything that this browser kept for it. */
  async open(): Promise<void> {
    this.problem.set(null);
    try {
      this.tabId = await this.tab.id;
      await this.load();
      await this.outbox.restore(this.tabId, (tab) => this.tab.hold(tab), this.confirmed!.revision);
      this.show();
      addEventListener('online', this.flush);
      this.subscriptions.add(
        this.place.edits.subscribe((one) => {
          if (one.clientId !== this.tabId && one.revision > this.confirmed!.revision) this.hear(one);
        }),
      );
      this.subscriptions.add(this.place.opened.subscribe(() => this.flush()));
      if (!this.outbox.empty) this.flush();
    } catch (error) {
      this.problem.set(wordsOf(error, $localize`This could not be opened. Reload the page.`));
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
    this.outbox.add(kind, change);
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
      this.outbox.remove(id);
      this.undoing.pushRedo({ back: change, touched: change });
    }
    this.keep();
    this.show();
    this.settle();
    void this.send();
  }

  /** Lets go of an edit that was set aside. */
  letGo(id: string): void {
    this.outbox.letGo(id);
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
    const { revision, doc, history } = await this.place.open();
    const { kind, editing } = this.place;
    this.confirmed = { revision, doc: parseDocument(kind, doc) };
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

  private async send(): Promise<void> {
    if (this.sending || !this.confirmed || this.conflict() || this.closed) return;
    this.sending = true;
    clearTimeout(this.retry);
    if (!this.outbox.empty && this.saving() === 'saved') this.saving.set('saving');
    const sent = this.outbox.nextRun();
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
      return await this.place.send(body);
    } catch (error) {
      // An edit that meets a newer one is an answer like others.
      const answer = error instanceof ApiError && error.status === 409 ? editAnswerSchema.safeParse(error.body) : null;
      if (answer?.success) return answer.data;
      throw error;
    }
  }

  /** What is done about an answer that is none. @returns whether the next can be sent at once. */
  private failed(error: unknown, sent: readonly Pending<C>[]): boolean {
    if (!(error instanceof ApiError || error instanceof DocumentError)) {
      this.wait('waiting', $localize`Something went wrong on this page. Reload it; what waits is kept.`);
      throw error;
    }
    const verdict = verdictOf(error);
    if (verdict !== 'refused') {
      this.wait(verdict, verdict === 'signed-out' ? '' : error.message);
      return false;
    }
    if (sent.length > 1) {
      this.outbox.sendOneByOne();
      return true;
    }
    this.refuse(sent.map(({ id }) => ({ id, reason: error.message })));
    this.show();
    this.settle();
    return !this.outbox.empty;
  }

  private wait(state: Saving, why: string): void {
    const told = !this.outbox.empty || state === 'gone';
    this.saving.set(told ? state : 'saved');
    this.why.set(told ? why : '');
    if (state !== 'waiting') return;
    const after = RETRY_MS[Math.min(this.failures, RETRY_MS.length - 1)];
    this.failures += 1;
    clearTimeout(this.retry);
    if (!this.closed) this.retry = setTimeout(this.flush, after);
  }

  /** Takes in what others did, as it was told; what was not told whole, or meets what waits here, is asked for. */
  private hear({ revision, changes }: Edited): void {
    const idle = this.outbox.empty && !this.sending && !this.conflict();
    const newer = (changes ?? []).filter((one) => one.revision > this.confirmed!.revision);
    if (idle && newer.length > 0 && this.catchUp(revision, newer)) this.show();
    else this.flush();
  }

  /** Takes an answer in. @returns whether there is more to send. */
  private async take(answer: EditAnswer, sent: readonly Pending<C>[]): Promise<boolean> {
    this.failures = 0;
    const { conflict } = answer;
    // Everything sent before a conflict is there now, also what had arrived earlier without our hearing of it.
    const until = conflict ? sent.findIndex((one) => one.id === conflict.id) : sent.length;
    const done = new Set(sent.slice(0, until).map((one) => one.id));
    const newer = answer.changes.filter((one) => one.revision > this.confirmed!.revision);
    const caught = this.catchUp(answer.revision, newer);
    if (!caught) await this.load();
    const refused = new Set(answer.refused.map((one) => one.id));
    this.refuse(answer.refused);
    this.outbox.arrived(done, sent[0]?.by);
    const meets = conflict && this.outbox.find(conflict.id);
    if (meets && conflict.fits) this.conflict.set({ edit: meets, theirs: conflict.theirs, reason: conflict.reason });
    else if (meets)
      this.refuse([{ id: meets.id, reason: $localize`What it was about was taken out somewhere else meanwhile.` }]);
    this.keep();
    // An answer that only takes up what was sent leaves the screen as it is.
    if (conflict || refused.size > 0 || !caught || newer.some((one) => !done.has(one.id))) this.show();
    this.settle();
    return !this.outbox.empty && !this.conflict();
  }

  /** Brings what the server has up to its newest revision; false when the changes told do not lead there. */
  private catchUp(newest: number, newer: EditAnswer['changes']): boolean {
    const { revision, doc } = this.confirmed!;
    if (newest - revision !== newer.length) return newest === revision && newer.length === 0;
    try {
      const changes = newer.map((one) => ({ by: one.clientId, change: this.place.editing.parseChange(one.change) }));
      const after = changes.reduce((state, { change }) => this.place.editing.apply(state, change), doc);
      this.confirmed = { revision: newest, doc: after };
      for (const { by, change } of changes) if (by !== this.tabId) this.undoing.forgetClashing(change);
      return true;
    } catch (error) {
      if (error instanceof ChangeError) return false;
      throw error;
    }
  }

  private refuse(refused: readonly { id: string; reason: string }[]): void {
    for (const change of this.outbox.refuse(refused)) this.undoing.forget(change);
    if (refused.length > 0) this.keep();
  }

  /** Rebuilds what is on screen: what the server has, and on it what it has not yet. */
  private show(): void {
    let { doc } = this.confirmed!;
    for (const { change } of this.outbox.all) {
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
    this.saving.set(this.conflict() ? 'conflict' : this.outbox.empty ? 'saved' : 'saving');
    if (this.saving() !== 'saving') this.why.set('');
  }

  private keep(): void {
    if (!this.outbox.keep(this.confirmed!.revision))
      this.why.set($localize`This browser has no room to keep it: leave the page open until it is saved.`);
  }
}

/** What an answer that is none means for what was sent. */
function verdictOf(error: ApiError | DocumentError): 'signed-out' | 'gone' | 'refused' | 'waiting' {
  if (error instanceof DocumentError) return 'waiting';
  if (error.status === 401) return 'signed-out';
  if (error.status === 404) return 'gone';
  // A page of another origin is not refused for good: it is behind another address for now.
  return [400, 403, 413, 422].includes(error.status) && error.type !== 'other-origin' ? 'refused' : 'waiting';
}

function wordsOf(error: unknown, otherwise: string): string {
  return error instanceof ApiError || error instanceof DocumentError ? error.message : otherwise;
}
