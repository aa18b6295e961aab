import { inject, Injectable, signal } from '@angular/core';
import { Upload, type UploadOptions } from 'tus-js-client';
import * as z from 'zod';
import { fingerprint, mayRetry, refusalIn, SOON, startOrGoOn, WHOLE_FILE } from '@shared/resumable';
import { kept } from '../shell/kept';
import { Progress } from './jobs';

/** What is sent while it still grows: a recording. */
export interface Growing {
  /** By this it is found again, and goes on where it stopped. */
  readonly id: string;
  readonly name: string;
  readonly type: string;
  /** Bytes that there are by now. */
  readonly bytes: () => number;
  /** Bytes as soon as they are there; fewer where it ended before `to`, none where it ended at `from`. */
  readonly read: (from: number, to: number) => Promise<Blob>;
}

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
  /**
   * Where it is no picture: what plays under films instead of a take, what is heard of one, what gives it a log, or an
   * archive with all that takes lack.
   */
  readonly role?: 'music' | 'log' | 'sound' | 'bundle';
}

/** Whoever films does not press "go on": for three hours it is tried by itself. */
const LONG = [...SOON, ...Array.from({ length: 360 }, () => 30_000)];

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
  /** What is called once an upload is over. */
  private readonly ends = new Map<string, (arrived: boolean) => void>();

  constructor() {
    addEventListener('beforeunload', (event) => {
      if (this.all().some((one) => one.state === 'sending')) event.preventDefault();
    });
  }

  /**
   * @param begun the server has a place for it, under this id.
   * @returns once it is over: true when it has arrived, false when it was refused or cancelled.
   */
  async start(purpose: Purpose, what: File | Growing, begun?: (uploadId: string) => void): Promise<boolean> {
    const { lessonId, takeId, role } = purpose;
    const { name, type } = what;
    const file = what instanceof File ? what : null;
    const { key, knownBy, bytes, source, options } = what instanceof File ? whole(what, lessonId) : inPieces(what);
    this.forget(key);
    this.all.update((all) => [...all, { key, lessonId, name, bytes: bytes(), sent: 0, state: 'sending', words: '' }]);
    const over = new Promise<boolean>((end) => this.ends.set(key, end));
    const upload = new Upload(source, {
      ...options,
      endpoint: '/api/uploads',
      metadata: { filename: name, filetype: type, lessonId, ...(takeId ? { takeId } : {}), ...(role ? { role } : {}) },
      fingerprint: fingerprint(lessonId, takeId ?? role ?? '', ...knownBy),
      removeFingerprintOnSuccess: true,
      onUploadUrlAvailable: () => begun?.(upload.url!.split('/').at(-1)!),
      onProgress: (sent) => {
        this.set(key, { sent, bytes: bytes(), state: 'sending', words: '' });
        if (file) this.remember(lessonId, file, sent);
      },
      onShouldRetry: (error) => {
        if (!mayRetry(error)) return false;
        this.set(key, { state: 'broken', words: $localize`The connection broke. Trying again …` });
        return true;
      },
      onError: (error) => {
        const words = refusalIn(error);
        if (words && file) this.remember(lessonId, file, null);
        this.set(
          key,
          words
            ? { state: 'refused', words }
            : {
                state: 'paused',
                words: $localize`The server could not be reached. What was sent is kept: go on when it is back.`,
              },
        );
        if (!words) return;
        void this.dropFingerprint(upload);
        this.ends.get(key)?.(false);
      },
      onSuccess: () => {
        this.ends.get(key)?.(true);
        this.forget(key);
        if (file) this.remember(lessonId, file, null);
        void this.progress.loadArrivals(lessonId);
      },
    });
    this.running.set(key, upload);
    await startOrGoOn(upload);
    return over;
  }

  /** What was sent of something that nobody wants any more goes from the server too; what cannot be reached expires. */
  async drop(uploadId: string): Promise<void> {
    await Upload.terminate(`/api/uploads/${uploadId}`, { retryDelays: [] }).catch(() => undefined);
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
    this.ends.get(key)?.(false);
    this.ends.delete(key);
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

/** How something is sent: by what it is known here and when it is chosen again, and how it is read. */
interface Sending {
  readonly key: string;
  readonly knownBy: readonly (string | number)[];
  readonly bytes: () => number;
  readonly source: Blob;
  readonly options: UploadOptions;
}

function whole(file: File, lessonId: string): Sending {
  return {
    key: `${lessonId}/${file.name}/${file.size}`,
    knownBy: [file.name, file.size, file.lastModified],
    bytes: () => file.size,
    source: file,
    options: WHOLE_FILE,
  };
}

/**
 * What grows is read as it comes. That it is over is said by itself, without bytes: where the answer to the last ones is
 * lost, what is sent again says nothing of its length a second time, which would be refused.
 */
function inPieces({ id, bytes, read }: Growing): Sending {
  const source = {
    size: 0,
    slice: async (from: number, to: number) => {
      const value = await read(from, to);
      return { value, done: value.size === 0 };
    },
    close: () => undefined,
  };
  return {
    key: id,
    knownBy: [id],
    bytes,
    // The reader knows where to read.
    source: new Blob(),
    options: {
      uploadLengthDeferred: true,
      // Little at once: so little of it lies in one place only.
      chunkSize: 2 * 1024 * 1024,
      retryDelays: LONG,
      fileReader: { openFile: () => Promise.resolve(source) },
    },
  };
}
