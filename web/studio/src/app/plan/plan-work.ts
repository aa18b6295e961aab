import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { Finding } from '@limber/core/check/finding';
import type { Fit } from '@limber/core/solve/fit';
import type { Suggestion } from '@limber/core/solve/order';
import type { Narrated } from '@limber/core/narration/read';
import type { Asked, Question, Told } from './plan-questions';

interface Answers {
  check: Finding[];
  'other-schools': string[];
  fit: Fit;
  order: Suggestion;
  read: Narrated;
}

export interface Working<T> {
  /** 0 to 1. */
  readonly progress: number;
  readonly done: T | null;
}

/** Asks the planning worker. Whoever stops listening cancels the work. */
@Injectable({ providedIn: 'root' })
export class PlanWork {
  run<K extends Question['kind']>(question: Extract<Question, { kind: K }>): Observable<Working<Answers[K]>> {
    return new Observable((listener) => {
      const worker = openWorker();
      worker.onmessage = ({ data }: MessageEvent<Told>) => {
        if ('progress' in data) listener.next({ progress: data.progress, done: null });
        else if ('failed' in data) listener.error(new Error(data.failed));
        else {
          listener.next({ progress: 1, done: data.done as Answers[K] });
          listener.complete();
        }
      };
      worker.onerror = () => listener.error(new Error('That could not be computed. Reload the page and try again.'));
      worker.postMessage({ ...question, id: 0 } satisfies Asked);
      return () => worker.terminate();
    });
  }
}

export function openWorker(): Worker {
  return new Worker(new URL('./plan.worker', import.meta.url), { type: 'module' });
}
