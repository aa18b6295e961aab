import { inject, Injectable, signal } from '@angular/core';
import { DetailedError, Upload } from 'tus-js-client';
import * as z from 'zod';
import { problemSchema } from '@limber/core/api/problem';
import { kept, parseJson } from '../shell/kept';
import { Progress } from './jobs';

export interface TakeUpload {
  readonly key: string;
  readonly lessonId: string;
  readonly name: string;
  readonly bytes: number;
  readonly sent: number;
  readonly state: 'sending' | 'paused' | 'broken' | 'refused';
  /** What the server says, when it has something to say. */
  readonly words: string;
}

const interruptedSchema = z.array(
  z.object({ lessonId: z.string(), name: z.string(), bytes: z.number(), sent: z.number() }),
);
export type Interrupted = z.infer<typeof interruptedSchema>[number];

const KEPT = 'limber.uploads';

/** What a file is for: a take of its own, or the footage that a take lacks. */
export interface Purpose {
  readonly lessonId: string;
  readonly takeId?: string;
  /** Where it is no picture: what plays under films instead of a take, or what gives its take a log. */
  readonly role?: 'music' | 'log';
}

/** Who wants to know how an upload comes along. */
interface Told {
  /** The server has a place for it, under this id. */
  readonly begun?: (uploadId: string) => void;
  readonly arrived?: () => void;
}

/**
 * Takes on their way to the server (tus). They go on while other pages are open, pause, come back after a broken
 * connection by themselves, and after a reload when the same file is chosen again. What becomes of a film that has
 * arrived is the server's to tell.
 */
@Injectable({ providedIn: 'root' })
export class Uploads {
  private readonly progress = inject(Progress);
  readonly all = signal<readonly TakeUpload[]>([]);
  readonly interrupted = signal<readonly Interrupted[]>(readInterrupted());
  private readonly running = new Map<string, Upload>();

  constructor() {
    addEventListener('beforeunload', (event) => {
      if (this.all().some((one) => one.state === 'sending')) event.preventDefault();
    });
  }

  async start({ lessonId, takeId, role }: Purpose, file: File, told: Told = {}): Promise<void> {
    const key = `${lessonId}/${file.name}/${file.size}`;
    this.forget(key);
    this.all.update((all) => [
      ...all,
      { key, lessonId, name: file.name, bytes: file.size, sent: 0, state: 'sending', words: '' },
    ]);
    const upload = new Upload(file, {
      endpoint: '/api/uploads',
      chunkSize: 8 * 1024 * 1024,
      retryDelays: [0, 1000, 2000, 4000, 8000, 15_000, 30_000, 30_000],
      metadata: {
        filename: file.name,
        filetype: file.type,
        lessonId,
        ...(takeId ? { takeId } : {}),
        ...(role ? { role } : {}),
      },
      fingerprint: (chosen) =>
        Promise.resolve(
          ['limber', lessonId, takeId ?? role ?? '', chosen.name, chosen.size, chosen.lastModified].join('/'),
        ),
      removeFingerprintOnSuccess: true,
      onUploadUrlAvailable: () => told.begun?.(upload.url!.split('/').at(-1)!),
      onProgress: (sent) => {
        this.set(key, { sent, state: 'sending', words: '' });
        this.remember(lessonId, file, sent);
      },
      onShouldRetry: (error) => {
        const status = error.originalResponse?.getStatus() ?? 0;
        if (status >= 400 && status < 500 && status !== 409 && status !== 423 && status !== 429) return false;
        // A full disk is not mended by asking again at once.
        if (status === 507) return false;
        this.set(key, { state: 'broken', words: $localize`The connection broke. Trying again …` });
        return true;
      },
      onError: (error) => {
        const words = error instanceof DetailedError ? problemWords(error) : null;
        if (words) this.remember(lessonId, file, null);
        this.set(
          key,
          words
            ? { state: 'refused', words }
            : {
                state: 'paused',
                words: $localize`The server could not be reached. What was sent is kept: go on when it is back.`,
              },
        );
        if (words) void this.dropFingerprint(upload);
      },
      onSuccess: () => {
        this.forget(key);
        this.remember(lessonId, file, null);
        void this.progress.loadArrivals(lessonId);
        told.arrived?.();
      },
    });
    this.running.set(key, upload);
    const [before] = await upload.findPreviousUploads();
    if (before) upload.resumeFromPreviousUpload(before);
    upload.start();
  }

  pause(one: TakeUpload): void {
    void this.running.get(one.key)?.abort();
    this.set(one.key, { state: 'paused', words: '' });
  }

  goOn(one: TakeUpload): void {
    this.set(one.key, { state: 'sending', words: '' });
    this.running.get(one.key)?.start();
  }

  cancel(one: TakeUpload): void {
    void this.running
      .get(one.key)
      ?.abort(true)
      .catch(() => undefined);
    this.forget(one.key);
    this.interrupted.update((all) => all.filter((each) => !(each.lessonId === one.lessonId && each.name === one.name)));
    this.keepInterrupted();
  }

  forget(key: string): void {
    this.running.delete(key);
    this.all.update((all) => all.filter((one) => one.key !== key));
  }

  dismiss(one: Interrupted): void {
    this.interrupted.update((all) => all.filter((each) => each !== one));
    this.keepInterrupted();
  }

  private set(key: string, change: Partial<TakeUpload>): void {
    this.all.update((all) => all.map((one) => (one.key === key ? { ...one, ...change } : one)));
  }

  private async dropFingerprint(upload: Upload): Promise<void> {
    for (const before of await upload.findPreviousUploads()) localStorage.removeItem(before.urlStorageKey);
  }

  /** Notes how far a file has come, for the case that the page goes away; null when it is through. */
  private remember(lessonId: string, file: File, sent: number | null): void {
    const others = this.interrupted().filter((one) => !(one.lessonId === lessonId && one.name === file.name));
    this.interrupted.set(sent === null ? others : [...others, { lessonId, name: file.name, bytes: file.size, sent }]);
    this.keepInterrupted();
  }

  private keepInterrupted(): void {
    localStorage.setItem(KEPT, JSON.stringify(this.interrupted()));
  }
}

function readInterrupted(): readonly Interrupted[] {
  return kept(KEPT, interruptedSchema) ?? [];
}

function problemWords(error: DetailedError): string | null {
  return problemSchema.safeParse(parseJson(error.originalResponse?.getBody() ?? '')).data?.detail ?? null;
}
