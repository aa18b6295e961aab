import { effect, inject, Injectable, OnDestroy, signal } from '@angular/core';
import { Subscription } from 'rxjs';
import type { Finding } from '@limber/core/check/finding';
import { LessonStore } from '../api/lesson-store';
import { PlanWork } from './plan-work';

/** The lesson is checked when nothing was edited for so long, ms. */
const QUIET_MS = 250;

/** What the checks find in the open lesson, kept up to date in the worker while it is edited. */
@Injectable()
export class Findings implements OnDestroy {
  private readonly store = inject(LessonStore);
  private readonly work = inject(PlanWork);
  private asked: Subscription | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly found = signal<readonly Finding[]>([]);
  /** False until the first check has come back. */
  readonly checked = signal(false);
  readonly all = this.found.asReadonly();

  constructor() {
    effect(() => {
      const lesson = this.store.lesson();
      clearTimeout(this.timer);
      this.timer = setTimeout(
        () => {
          this.asked?.unsubscribe();
          this.asked = this.work.run({ kind: 'check', lesson }).subscribe(({ done }) => {
            if (!done) return;
            this.found.set(done);
            this.checked.set(true);
          });
        },
        this.checked() ? QUIET_MS : 0,
      );
    });
  }

  ngOnDestroy(): void {
    clearTimeout(this.timer);
    this.asked?.unsubscribe();
  }
}
