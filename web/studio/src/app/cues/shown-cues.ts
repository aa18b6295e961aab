import { computed, inject, Injectable, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of, switchMap, takeLast } from 'rxjs';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { WorkQueue } from '../shell/work-queue';
import { cuesShown, type CueAnswer, type CueQuestion } from './cue-question';

/** Asks the worker that places cues. */
@Injectable({ providedIn: 'root' })
export class CueWork extends WorkQueue<CueQuestion> {
  constructor() {
    super(
      () => new Worker(new URL('./cues.worker', import.meta.url), { type: 'module' }),
      () => false,
    );
  }
}

/** Cues as they stand, and which state of the lesson they are of. */
export interface ShownCues extends CueAnswer {
  readonly lesson: Lesson | null;
}

const NONE: ShownCues = { cues: [], sounds: [], plain: [], shots: [], areas: [], lesson: null };

/**
 * The cues of a lesson as they stand in a picture, a moment after what they are asked of has changed; called where a
 * component is made. None before the first answer.
 */
export function shownCues(question: () => CueQuestion): Signal<ShownCues> {
  const work = inject(CueWork);
  const answers = toObservable(computed(question)).pipe(
    switchMap((asked) =>
      work.run<CueAnswer>(asked).pipe(
        takeLast(1),
        map(({ done }) => done!),
        // Without a worker the page waits for them, rather than have none.
        catchError(() => of(cuesShown(asked))),
        map((answer): ShownCues => ({ ...answer, lesson: asked.lesson })),
      ),
    ),
  );
  return toSignal(answers, { initialValue: NONE });
}
