import { Observable } from 'rxjs';

/** What a worker is told about a question: how far it is, the answer, or why there is none. */
export type Told =
  | { readonly id: number; readonly progress: number }
  | { readonly id: number; readonly done: unknown }
  | { readonly id: number; readonly failed: string };

export interface Working<T> {
  /** 0 to 1. */
  readonly progress: number;
  readonly done: T | null;
}

interface Waiting<Q> {
  readonly question: Q;
  readonly told: (told: Told) => void;
  readonly failed: (words: string) => void;
}

/**
 * Asks a worker, one question after another. There is one worker, kept for as long as the page is open; whoever stops
 * listening takes the question back. What may take so long that it is broken off when nobody waits for it any more is
 * long; the rest ends by itself.
 */
export class WorkQueue<Q extends object> {
  private worker: Worker | null = null;
  private readonly queue: Waiting<Q>[] = [];
  private running: Waiting<Q> | null = null;
  private id = 0;

  constructor(
    private readonly open: () => Worker,
    private readonly isLong: (question: Q) => boolean,
  ) {}

  run<T>(question: Q): Observable<Working<T>> {
    return new Observable((listener) => {
      const one: Waiting<Q> = {
        question,
        told: (told) => {
          if ('progress' in told) listener.next({ progress: told.progress, done: null });
          else if ('failed' in told) listener.error(new Error(told.failed));
          else {
            listener.next({ progress: 1, done: told.done as T });
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

  /** Ends the worker with what it does; what waits is taken up by another. */
  end(): void {
    this.worker?.terminate();
    this.worker = null;
    this.running = null;
    this.next();
  }

  private takeBack(one: Waiting<Q>): void {
    const at = this.queue.indexOf(one);
    if (at >= 0) this.queue.splice(at, 1);
    else if (this.running === one && this.isLong(one.question)) this.end();
  }

  private next(): void {
    if (this.running) return;
    this.running = this.queue.shift() ?? null;
    if (!this.running) return;
    this.worker ??= this.opened();
    this.worker.postMessage({ ...this.running.question, id: ++this.id });
  }

  private opened(): Worker {
    const worker = this.open();
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
}
