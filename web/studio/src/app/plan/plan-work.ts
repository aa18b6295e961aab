import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { Finding } from '@limber/core/check/finding';
import type { Change } from '@limber/core/lesson/change.schema';
import type { FitWithWords } from '@limber/core/check/fit-with-words';
import type { Suggestion } from '@limber/core/solve/order';
import type { Narrated } from '@limber/core/narration/read';
import type { Asked, Question, Told } from './plan-questions';

interface Answers {
  check: Finding[];
  'mend-all': Change | null;
  'other-schools': string[];
  fit: FitWithWords;
  order: Suggestion;
  read: Narrated;
}

export interface Working<T> {
  /** 0 to 1. */
  readonly progress: number;
  readonly done: T | null;
}

/** What may take so long that it is broken off when nobody waits for it any more; the rest ends by itself. */
const LONG: ReadonlySet<Question['kind']> = new Set(['fit', 'order']);

interface Waiting {
  readonly question: Question;
  readonly told: (told: Told) => void;
  readonly failed: (words: string) => void;
}

/**
 * Asks the planning worker. There is one, kept for as long as the page is open: it knows what it has read of the lesson
 * already. Questions are answered one after the other; whoever stops listening takes theirs back.
 */
@Injectable({ providedIn: 'root' })
export class PlanWork {
  private worker: Worker | null = null;
  private readonly queue: Waiting[] = [];
  private running: Waiting | null = null;
  private id = 0;

  run<K extends Question['kind']>(question: Extract<Question, { kind: K }>): Observable<Working<Answers[K]>> {
    return new Observable((listener) => {
      const one: Waiting = {
        question,
        told: (told) => {
          if ('progress' in told) listener.next({ progress: told.progress, done: null });
          else if ('failed' in told) listener.error(new Error(told.failed));
          else {
            listener.next({ progress: 1, done: told.done as Answers[K] });
            listener.complete();
          }
        },
        failed: (words) => listener.error(new Error(words)),
      };
      this.queue.push(one);
      this.next();
      return () => this.takeBack(one);
    });
  }

  private takeBack(one: Waiting): void {
    const at = this.queue.indexOf(one);
    if (at >= 0) this.queue.splice(at, 1);
    else if (this.running === one && LONG.has(one.question.kind)) this.end();
  }

  private next(): void {
    if (this.running) return;
    this.running = this.queue.shift() ?? null;
    if (!this.running) return;
    this.worker ??= this.open();
    this.worker.postMessage({ ...this.running.question, id: ++this.id } satisfies Asked);
  }

  private open(): Worker {
    const worker = new Worker(new URL('./plan.worker', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Told>) => {
      const one = this.running;
      if (!one || data.id !== this.id) return;
      // The next is asked before anybody hears of this one: an answer may ask anew.
      if (!('progress' in data)) {
        this.running = null;
        this.next();
      }
      one.told(data);
    };
    worker.onerror = () => {
      const one = this.running;
      this.end();
      one?.failed($localize`That could not be computed. Reload the page and try again.`);
    };
    return worker;
  }

  /** Breaks off what runs; a new worker takes up what waits. */
  private end(): void {
    this.worker?.terminate();
    this.worker = null;
    this.running = null;
    this.next();
  }
}
