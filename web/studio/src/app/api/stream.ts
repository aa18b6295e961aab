import { Injectable } from '@angular/core';
import { filter, map, Observable, share } from 'rxjs';
import * as z from 'zod';

export const jobSchema = z.object({
  id: z.string(),
  mediaId: z.string(),
  lessonId: z.string().nullable(),
  state: z.enum(['queued', 'running', 'done', 'failed', 'cancelled']),
  progress: z.number(),
  doing: z.string(),
  error: z.string().nullable(),
  leftMs: z.number().nullable(),
});
export type Job = z.infer<typeof jobSchema>;

const lessonSignalSchema = z.object({ id: z.string(), revision: z.number(), clientId: z.string() });

/** What the server tells by itself: jobs that move on, lessons edited elsewhere. One connection for the whole page. */
@Injectable({ providedIn: 'root' })
export class Stream {
  private readonly messages = new Observable<{ on: 'job' | 'lesson' | 'open'; data: unknown }>((subscriber) => {
    const source = new EventSource('/api/jobs/stream');
    for (const on of ['job', 'lesson'] as const)
      source.addEventListener(on, (event) =>
        subscriber.next({ on, data: JSON.parse((event as MessageEvent<string>).data) }),
      );
    source.addEventListener('open', () => subscriber.next({ on: 'open', data: null }));
    return () => source.close();
  }).pipe(share());

  /** The connection is there (again): what was missed meanwhile has to be asked for. */
  readonly opened = this.messages.pipe(filter((one) => one.on === 'open'));
  readonly jobs = this.messages.pipe(
    filter((one) => one.on === 'job'),
    map((one) => jobSchema.parse(one.data)),
  );
  readonly lessons = this.messages.pipe(
    filter((one) => one.on === 'lesson'),
    map((one) => lessonSignalSchema.parse(one.data)),
  );
}
