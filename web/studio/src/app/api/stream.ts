import { Injectable } from '@angular/core';
import { filter, map, Observable, share } from 'rxjs';
import { editedSchema } from '@limber/core/api/edits';
import { jobSchema } from '@limber/core/api/media';

/** How long after a refusal it is tried again, ms. */
const AGAIN_MS = 3000;

/** What the server tells by itself: jobs that move on, lessons edited elsewhere. One connection for the whole page. */
@Injectable({ providedIn: 'root' })
export class Stream {
  private readonly messages = new Observable<{
    on: 'job' | 'lesson' | 'library' | 'rules' | 'ideas' | 'open' | 'refused';
    data: unknown;
  }>((subscriber) => {
    let source: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    const open = (): void => {
      source = new EventSource('/api/jobs/stream');
      for (const on of ['job', 'lesson', 'library', 'rules', 'ideas'] as const)
        source.addEventListener(on, (event) =>
          subscriber.next({ on, data: JSON.parse((event as MessageEvent<string>).data) }),
        );
      source.addEventListener('open', () => subscriber.next({ on: 'open', data: null }));
      // A line that broke is taken up again by the browser itself; one that was refused it gives up.
      source.addEventListener('error', () => {
        if (source.readyState !== EventSource.CLOSED) return;
        subscriber.next({ on: 'refused', data: null });
        again = setTimeout(open, AGAIN_MS);
      });
    };
    open();
    return () => {
      clearTimeout(again);
      source.close();
    };
  }).pipe(share());

  /** The connection is there (again): what was missed meanwhile has to be asked for. */
  readonly opened = this.messages.pipe(filter((one) => one.on === 'open'));
  /** The server would not have it: the session may have ended. */
  readonly refused = this.messages.pipe(filter((one) => one.on === 'refused'));
  readonly jobs = this.messages.pipe(
    filter((one) => one.on === 'job'),
    map((one) => jobSchema.parse(one.data)),
  );
  readonly lessons = this.messages.pipe(
    filter((one) => one.on === 'lesson'),
    map((one) => editedSchema.parse(one.data)),
  );
  readonly rules = this.messages.pipe(
    filter((one) => one.on === 'rules'),
    map((one) => editedSchema.parse(one.data)),
  );
  readonly ideas = this.messages.pipe(
    filter((one) => one.on === 'ideas'),
    map((one) => editedSchema.parse(one.data)),
  );
  readonly library = this.messages.pipe(
    filter((one) => one.on === 'library'),
    map((one) => editedSchema.parse(one.data)),
  );
}
