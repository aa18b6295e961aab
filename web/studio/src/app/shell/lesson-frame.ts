import { ChangeDetectionStrategy, Component, computed, effect, inject, input, OnDestroy } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import type { Stage } from '@limber/core/lesson/stage';
import { LessonStore } from '../api/lesson-store';
import { Keys } from '../keys/keys';
import { Findings } from '../plan/findings';
import { describeChange } from './describe-change';
import { OpenLesson } from './open-lesson';

/** What every bench of a lesson shares: the document, undo, and the question that a conflict asks. */
@Component({
  selector: 'lc-lesson-frame',
  imports: [RouterOutlet, Dialog, Button],
  providers: [LessonStore, Findings],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.problem(); as problem) {
      <p class="problem" role="alert">{{ problem }}</p>
    } @else if (store.loaded()) {
      <router-outlet />
    } @else {
      <p class="loading soft" role="status">Opening the lesson …</p>
    }
    <p-dialog
      header="This was changed in two places"
      [visible]="store.conflict() !== null"
      [modal]="true"
      [closable]="false"
      [closeOnEscape]="false"
      [style]="{ width: 'min(560px, 94vw)' }"
    >
      @if (store.conflict(); as conflict) {
        <p>
          {{ conflict.reason }} Choose which one stays. Keep yours, and Undo brings theirs back; keep theirs, and Redo
          brings yours back.
        </p>
        <div class="both">
          <div class="card">
            <h3>Yours</h3>
            <p>{{ describe(conflict.edit.change) }}</p>
          </div>
          <div class="card">
            <h3>Theirs</h3>
            <p>{{ conflict.theirs ? describe(conflict.theirs) : 'It was taken out of the lesson.' }}</p>
          </div>
        </div>
        <div class="choose">
          @if (conflict.theirs) {
            <p-button label="Keep mine" (onClick)="store.resolve('mine')" />
          }
          <p-button label="Keep theirs" severity="secondary" (onClick)="store.resolve('theirs')" />
        </div>
      }
    </p-dialog>
  `,
  styles: `
    .loading,
    .problem {
      padding: 60px 28px;
    }
    .problem {
      color: var(--clay);
      font-weight: 650;
    }
    .both {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
      margin: 16px 0;
    }
    .both .card {
      padding: 12px 14px;
      overflow-wrap: anywhere;
    }
    .choose {
      display: flex;
      gap: 10px;
      justify-content: flex-end;
    }
  `,
})
export class LessonFrame implements OnDestroy {
  readonly lessonId = input.required<string>();
  protected readonly store = inject(LessonStore);
  protected readonly describe = describeChange;
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
      { key: 'mod+z', does: 'Undo', run: () => this.store.undo() },
      { key: 'mod+shift+z', does: 'Redo', run: () => this.store.redo() },
      { key: 'mod+y', does: 'Redo', run: () => this.store.redo() },
    ]);
  }

  ngOnDestroy(): void {
    this.open.current.set(null);
  }
}
