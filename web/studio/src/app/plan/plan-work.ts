import { Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import type { Finding } from '@limber/core/check/finding';
import type { Change } from '@limber/core/lesson/change.schema';
import type { FitWithWords } from '@limber/core/check/fit-with-words';
import type { Suggestion } from '@limber/core/solve/order';
import type { Narrated } from '@limber/core/narration/read';
import { WorkQueue, type Working } from '../shell/work-queue';
import type { Question } from './plan-questions';

interface Answers {
  check: Finding[];
  'mend-all': Change | null;
  'other-schools': string[];
  fit: FitWithWords;
  order: Suggestion;
  read: Narrated;
}

/** What may take so long that it is broken off when nobody waits for it any more; the rest ends by itself. */
const LONG: ReadonlySet<Question['kind']> = new Set(['fit', 'order']);

/** Asks the planning worker, which knows what it has read of the lesson already. */
@Injectable({ providedIn: 'root' })
export class PlanWork {
  private readonly queue = new WorkQueue<Question>(
    () => new Worker(new URL('./plan.worker', import.meta.url), { type: 'module' }),
    ({ kind }) => LONG.has(kind),
  );

  run<K extends Question['kind']>(question: Extract<Question, { kind: K }>): Observable<Working<Answers[K]>> {
    return this.queue.run(question);
  }
}
