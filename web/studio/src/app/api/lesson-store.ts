import { computed, inject, Injectable, OnDestroy, signal } from '@angular/core';
import { Subscription } from 'rxjs';
import { applyChange, ChangeError, clash, inverseOf } from '@limber/core/lesson/change';
import { changeSchema, type Change } from '@limber/core/lesson/change.schema';
import { lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { schedule } from '@limber/core/lesson/schedule';
import type { StepLook } from '@limber/core/lesson/passage';
import * as z from 'zod';
import { Api, ApiError } from './http';
import { Stream } from './stream';

type Kind = 'edit' | 'undo' | 'redo';

const pendingSchema = z.object({ id: z.string(), kind: z.enum(['edit', 'undo', 'redo']), change: changeSchema });
type Pending = z.infer<typeof pendingSchema>;
const queueSchema = z.object({ baseRevision: z.number(), edits: z.array(pendingSchema) });

const loadedSchema = z.object({
  revision: z.number(),
  doc: lessonSchema,
  versions: z.number(),
  viewings: z.number(),
  /** A change that an older program wrote and this one does not know: it cannot be undone, and the lesson opens. */
  history: z.array(
    z
      .object({
        change: changeSchema,
        inverse: changeSchema,
        kind: z.enum(['edit', 'undo', 'redo']),
        mine: z.boolean(),
      })
      .nullable()
      .catch(null),
  ),
});

const answerSchema = z.object({
  revision: z.number(),
  changes: z.array(z.object({ id: z.string(), revision: z.number(), change: changeSchema, clientId: z.string() })),
  conflict: z
    .object({ id: z.string(), change: changeSchema, theirs: changeSchema.nullable(), reason: z.string() })
    .nullable(),
});

export interface Conflict {
  readonly edit: Pending;
  readonly theirs: Change | null;
  readonly reason: string;
}

/** One entry of undo: what takes an edit of one's own back. */
interface Undoable {
  readonly back: Change;
  readonly touched: Change;
}

export type Saving = 'saved' | 'saving' | 'offline' | 'signed-out' | 'conflict';

const RETRY_MS = 2500;

/**
 * The open lesson. Every edit is a change: applied here at once, kept in the browser until the server has it, sent in
 * order. Undo, redo, autosave, work without a connection and conflicts all come from this one mechanism.
 */
@Injectable()
export class LessonStore implements OnDestroy {
  private readonly api = inject(Api);
  private readonly stream = inject(Stream);
  private readonly subscriptions = new Subscription();
  /** The same over a reload of this tab, so that one never conflicts with oneself. */
  private readonly clientId = (sessionStorage['limber.client'] ??= crypto.randomUUID()) as string;

  private lessonId = '';
  private confirmed: { revision: number; doc: Lesson } | null = null;
  private pending: Pending[] = [];
  /** The revision that waiting edits from before a reload were made on. */
  private madeOn: number | null = null;
  private sending = false;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private undos: Undoable[] = [];
  private redos: Undoable[] = [];

  private readonly doc = signal<Lesson | null>(null);
  readonly problem = signal<string | null>(null);
  readonly saving = signal<Saving>('saved');
  readonly conflict = signal<Conflict | null>(null);
  readonly waiting = signal(0);
  readonly canUndo = signal(false);
  readonly canRedo = signal(false);
  readonly selectedStepId = signal<string | null>(null);
  /** Versions shared and viewings counted when the lesson was opened, or since. */
  readonly shared = signal({ versions: 0, viewings: 0 });

  readonly loaded = computed(() => this.doc() !== null);
  /** The lesson as it is on screen. Only read where it is known to be loaded. */
  readonly lesson = computed(() => this.doc()!);
  readonly plan = computed(() => schedule(this.lesson()));
  /** Every step with when it happens, lesson ms. */
  readonly placed = computed(() => {
    const steps = new Map(this.lesson().steps.map((step) => [step.id, step]));
    return new Map(
      this.plan().steps.map(({ stepId, startMs, endMs }) => [stepId, { step: steps.get(stepId)!, startMs, endMs }]),
    );
  });
  readonly looks = computed<StepLook[]>(() =>
    this.lesson().steps.map(({ id, move }) => ({ id, name: move.name, region: move.region, pressure: move.pressure })),
  );
  readonly selectedStep = computed(() => this.lesson().steps.find((step) => step.id === this.selectedStepId()) ?? null);

  ngOnDestroy(): void {
    this.subscriptions.unsubscribe();
    clearTimeout(this.retry);
    removeEventListener('online', this.flush);
  }

  async open(lessonId: string): Promise<void> {
    this.lessonId = lessonId;
    try {
      const { revision, doc, history, versions, viewings } = await this.api.get(
        `lessons/${encodeURIComponent(lessonId)}`,
        loadedSchema,
      );
      this.confirmed = { revision, doc };
      this.shared.set({ versions, viewings });
      for (const one of history) if (one?.mine) this.remember(one.kind, one.change, one.inverse);
      this.restoreQueue();
      this.show();
      if (!this.lesson().steps.some((step) => step.id === this.selectedStepId()))
        this.selectedStepId.set(this.lesson().steps[0]?.id ?? null);
      addEventListener('online', this.flush);
      this.subscriptions.add(
        this.stream.lessons.subscribe((one) => {
          if (one.id === this.lessonId && one.clientId !== this.clientId && one.revision > this.confirmed!.revision)
            this.flush();
        }),
      );
      this.subscriptions.add(this.stream.opened.subscribe(() => this.flush()));
    } catch (error) {
      this.problem.set(error instanceof ApiError ? error.message : 'The lesson could not be opened.');
      if (!(error instanceof ApiError)) throw error;
    }
  }

  /** Edits the lesson. @throws ChangeError when the change does not fit (a mistake of the screen, not of the person). */
  edit(change: Change, kind: Kind = 'edit'): void {
    const before = this.lesson();
    const inverse = inverseOf(before, change);
    this.doc.set(applyChange(before, change));
    this.remember(kind, change, inverse);
    this.pending.push({ id: crypto.randomUUID(), kind, change });
    this.keepQueue();
    void this.send();
  }

  /** Moves a step to a place in the order, counted from 0; a place that is none is let be. */
  placeStep(stepId: string, index: number): void {
    const { steps } = this.lesson();
    if (index < 0 || index >= steps.length || steps[index]!.id === stepId) return;
    const others = steps.filter((step) => step.id !== stepId);
    this.edit({ kind: 'place_step', stepId, afterStepId: others[index - 1]?.id ?? null });
  }

  undo(): void {
    const entry = this.undos[this.undos.length - 1];
    if (entry) this.tryBack(entry, 'undo');
  }

  redo(): void {
    const entry = this.redos[this.redos.length - 1];
    if (entry) this.tryBack(entry, 'redo');
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
    this.undos = this.undos.filter((entry) => entry.touched !== change);
    if (keep === 'mine' && conflict.theirs !== null)
      this.undos.push({ back: inverseOf(this.confirmed!.doc, change), touched: change });
    else {
      this.pending = this.pending.filter((one) => one.id !== id);
      this.redos.push({ back: change, touched: change });
    }
    this.countUndo();
    this.keepQueue();
    this.show();
    this.saving.set(this.pending.length > 0 ? 'saving' : 'saved');
    void this.send();
  }

  readonly flush = (): void => void this.send();

  private tryBack(entry: Undoable, kind: 'undo' | 'redo'): void {
    try {
      this.edit(entry.back, kind);
    } catch (error) {
      if (!(error instanceof ChangeError)) throw error;
      (kind === 'undo' ? this.undos : this.redos).pop();
      this.countUndo();
    }
  }

  private remember(kind: Kind, change: Change, inverse: Change): void {
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
    this.countUndo();
  }

  private countUndo(): void {
    this.canUndo.set(this.undos.length > 0);
    this.canRedo.set(this.redos.length > 0);
  }

  private async send(): Promise<void> {
    if (this.sending || !this.confirmed || this.conflict()) return;
    this.sending = true;
    clearTimeout(this.retry);
    if (this.pending.length > 0) this.saving.set('saving');
    const sent = this.pending.slice(0, 200);
    try {
      const body = { clientId: this.clientId, baseRevision: this.base, edits: sent };
      this.take(await this.api.post(`lessons/${encodeURIComponent(this.lessonId)}/edits`, body, answerSchema), sent);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      const answer = error.status === 409 ? answerSchema.safeParse(error.body) : null;
      if (answer?.success) this.take(answer.data, sent);
      else if (error.status === 401) this.saving.set('signed-out');
      else {
        this.saving.set('offline');
        this.retry = setTimeout(this.flush, RETRY_MS);
      }
      return;
    } finally {
      this.sending = false;
    }
    if (this.pending.length > 0 && !this.conflict()) await this.send();
  }

  private take(answer: z.infer<typeof answerSchema>, sent: readonly Pending[]): void {
    let { doc } = this.confirmed!;
    const newer = answer.changes.filter((one) => one.revision > this.confirmed!.revision);
    for (const one of newer) doc = applyChange(doc, one.change);
    this.confirmed = { revision: answer.revision, doc };
    this.madeOn = null;
    // Everything sent before a conflict is there now, also what had arrived earlier without our hearing of it.
    const until = answer.conflict ? sent.findIndex((one) => one.id === answer.conflict!.id) : sent.length;
    const done = new Set(sent.slice(0, until).map((one) => one.id));
    this.pending = this.pending.filter((one) => !done.has(one.id));
    // What somebody else changed since is no longer one's own to take back.
    for (const one of newer.filter((each) => each.clientId !== this.clientId)) {
      this.undos = this.undos.filter((entry) => !clash(entry.touched, one.change));
      this.redos = this.redos.filter((entry) => !clash(entry.touched, one.change));
    }
    this.countUndo();
    if (answer.conflict) {
      const edit = this.pending.find((one) => one.id === answer.conflict!.id);
      if (edit) this.conflict.set({ edit, theirs: answer.conflict.theirs, reason: answer.conflict.reason });
    }
    this.keepQueue();
    // An answer that only takes up what was sent leaves the screen as it is.
    if (answer.conflict || newer.some((one) => !done.has(one.id))) this.show();
    this.saving.set(this.conflict() ? 'conflict' : this.pending.length > 0 ? 'saving' : 'saved');
  }

  /** Rebuilds what is on screen: what the server has, and on it what it has not yet. */
  private show(): void {
    let doc = this.confirmed!.doc;
    for (const { change } of this.pending) {
      try {
        doc = applyChange(doc, change);
      } catch (error) {
        // It will come back as a conflict; until then the screen shows the rest.
        if (!(error instanceof ChangeError)) throw error;
      }
    }
    this.doc.set(doc);
  }

  private get base(): number {
    return this.madeOn ?? this.confirmed!.revision;
  }

  private get queueKey(): string {
    return `limber.edits.${this.lessonId}`;
  }

  private keepQueue(): void {
    this.waiting.set(this.pending.length);
    if (this.pending.length === 0) localStorage.removeItem(this.queueKey);
    else localStorage.setItem(this.queueKey, JSON.stringify({ baseRevision: this.base, edits: this.pending }));
  }

  private restoreQueue(): void {
    const kept = localStorage.getItem(this.queueKey);
    if (!kept) return;
    const parsed = queueSchema.safeParse(JSON.parse(kept));
    if (!parsed.success) return;
    this.pending = parsed.data.edits;
    this.madeOn = parsed.data.baseRevision;
    this.waiting.set(this.pending.length);
    if (this.pending.length > 0) void Promise.resolve().then(this.flush);
  }
}
