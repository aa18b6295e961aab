import { Injectable, signal } from '@angular/core';
import type { Stage } from '@limber/core/lesson/stage';

export interface OpenLessonState {
  readonly id: string;
  readonly title: string;
  /** Stages that hold something already. */
  readonly done: ReadonlySet<Stage>;
}

/** The lesson that the rail leads through, while one is open. */
@Injectable({ providedIn: 'root' })
export class OpenLesson {
  readonly current = signal<OpenLessonState | null>(null);
}
