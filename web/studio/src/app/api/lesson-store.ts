import { computed, inject, Injectable, OnDestroy, signal } from '@angular/core';
import { MessageService } from 'primeng/api';
import { filter } from 'rxjs';
import { ChangeError } from '@limber/core/document/edit';
import type { EditKind } from '@limber/core/api/edits';
import { ROUTES } from '@limber/core/api/routes';
import { lessonDocument } from '@limber/core/format/lesson.document';
import { lessonEditing } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import { isMove, type Lesson } from '@limber/core/lesson/lesson.schema';
import { looksOf } from '@limber/core/assembly/looks';
import { schedule } from '@limber/core/schedule/schedule';
import { Api } from './http';
import { RulesStore } from './rules-store';
import { Stream } from './stream';
import { ANSWER_MS, SyncedDocument } from './synced-document';
import { Tab } from './tab';

/** The open lesson: its document, what is computed of it, and which step is chosen. One for each opening of a lesson. */
@Injectable()
export class LessonStore implements OnDestroy {
  private readonly api = inject(Api);
  private readonly tab = inject(Tab);
  private readonly stream = inject(Stream);
  private readonly messages = inject(MessageService, { optional: true });
  private readonly rules = inject(RulesStore);
  private readonly opened = signal<SyncedDocument<Lesson, Change> | null>(null);

  /** The lesson as a document: saving, conflict, undo, what was set aside. Only read after {@link open}. */
  readonly document = computed(() => this.opened()!);
  readonly problem = computed(() => this.opened()?.problem() ?? null);
  readonly canUndo = computed(() => this.document().canUndo());
  readonly canRedo = computed(() => this.document().canRedo());
  readonly selectedStepId = signal<string | null>(null);
  /** Versions shared and viewings counted when the lesson was opened, or since. */
  readonly shared = signal({ versions: 0, viewings: 0 });

  readonly loaded = computed(() => (this.opened()?.doc() ?? null) !== null);
  /** The lesson as it is on screen. Only read where it is known to be loaded. */
  readonly lesson = computed(() => this.document().doc()!);
  /** The same with the studio's own rules: what is checked, ordered and shared goes by them. */
  readonly judged = computed((): Lesson => ({ ...this.lesson(), rules: this.rules.own() }));
  readonly plan = computed(() => schedule(this.lesson()));
  /** Every step with when it happens, lesson ms. */
  readonly placed = computed(() => {
    const steps = new Map(this.lesson().steps.map((step) => [step.id, step]));
    return new Map(
      this.plan().steps.map(({ stepId, startMs, endMs }) => [stepId, { step: steps.get(stepId)!, startMs, endMs }]),
    );
  });
  readonly looks = computed(() => looksOf(this.lesson().steps));
  readonly selectedStep = computed(() => this.lesson().steps.find((step) => step.id === this.selectedStepId()) ?? null);
  /** The same where it is a move. */
  readonly selectedMove = computed(() => {
    const step = this.selectedStep();
    return step && isMove(step) ? step : null;
  });

  ngOnDestroy(): void {
    this.opened()?.close();
  }

  async open(lessonId: string): Promise<void> {
    const params = { id: lessonId };
    const document = new SyncedDocument(this.tab, {
      kind: lessonDocument,
      editing: lessonEditing,
      open: async () => {
        const answer = await this.api.ask(ROUTES.lesson, { params });
        this.shared.set({ versions: answer.versions, viewings: answer.viewings });
        return answer;
      },
      send: (body) => this.api.ask(ROUTES.editLesson, { params, body }, ANSWER_MS),
      key: `lesson:${lessonId}`,
      edits: this.stream.lessons.pipe(filter((one) => one.id === lessonId)),
      opened: this.stream.opened,
    });
    this.opened.set(document);
    await document.open();
    if (document.doc() !== null && this.selectedStep() === null)
      this.selectedStepId.set(this.lesson().steps[0]?.id ?? null);
  }

  /** Edits the lesson; what does not fit it changes nothing, and is told. */
  edit(change: Change, kind?: EditKind): void {
    try {
      this.document().edit(change, kind);
    } catch (error) {
      if (!(error instanceof ChangeError)) throw error;
      this.messages?.add({ severity: 'error', summary: error.message, life: 8000 });
    }
  }

  /** Places a step at a position in the order, counted from 0; one that is none is let be. */
  placeStep(stepId: string, index: number): void {
    const { steps } = this.lesson();
    if (index < 0 || index >= steps.length || steps[index]!.id === stepId) return;
    const others = steps.filter((step) => step.id !== stepId);
    this.edit({ kind: 'place_step', stepId, afterStepId: others[index - 1]?.id ?? null });
  }

  undo(): void {
    this.document().undo();
  }

  redo(): void {
    this.document().redo();
  }
}
