import { ChangeDetectionStrategy, Component, computed, effect, inject, input, OnDestroy } from '@angular/core';
import { RouterLink, RouterOutlet } from '@angular/router';
import type { Stage } from '@limber/core/lesson/stage';
import { LessonStore } from '../api/lesson-store';
import { Keys } from '../keys/keys';
import { Findings } from '../findings/findings';
import { LessonSensed } from '../progress/lesson-sensed';
import { DocumentCare } from './document-care';
import { OpenLesson } from './open-lesson';

/** What every bench of a lesson shares: the document, undo, and what is asked and told of its edits. One a lesson. */
@Component({
  selector: 'lc-lesson-frame',
  imports: [RouterOutlet, RouterLink, DocumentCare],
  providers: [LessonStore, LessonSensed, Findings],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.problem(); as problem) {
      <div class="problem">
        <p role="alert">{{ problem }}</p>
        <p><a class="text-button" routerLink="/desk" i18n>Back to the desk</a></p>
      </div>
    } @else if (store.loaded()) {
      <lc-document-care [document]="store.document()" />
      <router-outlet />
    } @else {
      <p class="loading soft" role="status" i18n>Opening the lesson …</p>
    }
  `,
  styles: `
    .loading,
    .problem {
      padding: 60px 28px;
    }
    .problem [role='alert'] {
      margin-bottom: 12px;
      color: var(--clay);
      font-weight: 650;
    }
  `,
})
export class LessonFrame implements OnDestroy {
  readonly lessonId = input.required<string>();
  protected readonly store = inject(LessonStore);
  private readonly open = inject(OpenLesson);

  private readonly done = computed<ReadonlySet<Stage>>(() => {
    const done = new Set<Stage>();
    if (!this.store.loaded()) return done;
    const { steps, takes, segments } = this.store.lesson();
    if (steps.length > 0) done.add('plan');
    if (takes.length > 0) done.add('film');
    if (steps.length > 0 && steps.every((step) => segments.some((segment) => segment.stepId === step.id)))
      done.add('mark');
    if (this.store.shared().versions > 0) done.add('share');
    if (this.store.shared().viewings > 0) done.add('learn');
    return done;
  });

  constructor() {
    effect(() => void this.store.open(this.lessonId()));
    effect(() => {
      if (this.store.loaded())
        this.open.current.set({ id: this.lessonId(), title: this.store.lesson().title, done: this.done() });
    });
    inject(Keys).use([
      { key: 'mod+z', does: $localize`Undo`, run: () => this.store.undo() },
      { key: 'mod+shift+z', does: $localize`Redo`, run: () => this.store.redo() },
      { key: 'mod+y', does: $localize`Redo`, run: () => this.store.redo() },
    ]);
  }

  ngOnDestroy(): void {
    this.open.current.set(null);
  }
}
