import { effect, inject, Injectable, OnDestroy, signal } from '@angular/core';
import type { Finding } from '@limber/core/check/finding';
import { LessonStore } from '../api/lesson-store';
import type { Told } from './plan-questions';
import { openWorker } from './plan-work';

/** The lesson is checked when nothing was edited for so long, ms. */
const QUIET_MS = 250;

/** What the checks find in the open lesson, kept up to date in a worker while it is edited. */
@Injectable()
export class Findings implements OnDestroy {
  private readonly store = inject(LessonStore);
  private readonly worker = openWorker();
  private asked = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly found = signal<readonly Finding[]>([]);
  /** False until the first check has come back. */
  readonly checked = signal(false);
  readonly all = this.found.asReadonly();

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<Told>) => {
      if (!('done' in data) || data.id !== this.asked) return;
      this.found.set(data.done as Finding[]);
      this.checked.set(true);
    };
    effect(() => {
      const lesson = this.store.lesson();
      clearTimeout(this.timer);
      this.timer = setTimeout(
        () => this.worker.postMessage({ kind: 'check', lesson, id: ++this.asked }),
        this.checked() ? QUIET_MS : 0,
      );
    });
  }

  ngOnDestroy(): void {
    clearTimeout(this.timer);
    this.worker.terminate();
  }
}
