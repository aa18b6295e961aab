import { inject, Injectable, signal } from '@angular/core';
import type { UploadRecord } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import { LOG_FORMAT, LOG_VERSION, type LogEntry } from '@limber/core/take/log.document';
import { Api, ApiError } from '../../api/http';
import { Uploads } from '../../progress/uploads';
import { parseJson } from '../../shell/kept';
import { lineSchema, type KeptLine } from './keep-messages';
import { lockOf } from './recording';

/** A recording that lies in this browser. */
export interface KeptRecording {
  readonly id: string;
  readonly lessonId: string;
  readonly name: string;
  readonly records: 'camera' | 'room';
  readonly beganMs: number;
  readonly bytes: number;
  readonly type: string;
  /** How long it runs, by its log and the clock of its file, ms. */
  readonly lastsMs: number;
  /** What was pressed. */
  readonly entries: readonly LogEntry[];
  /** The upload that it became; null while it was not sent. */
  readonly uploadId: string | null;
  /** Somebody is recording it just now, maybe in another window. */
  readonly underWay: boolean;
}

/** How often the server is asked what became of a recording that has arrived, ms. */
const ASK_MS = 2000;

/**
 * Recordings in this browser's own storage: they stay until the server has them with their log, or until somebody throws
 * them away. What a crash left is there at the next visit.
 */
@Injectable({ providedIn: 'root' })
export class KeptRecordings {
  private readonly api = inject(Api);
  private readonly uploads = inject(Uploads);
  readonly all = signal<readonly KeptRecording[]>([]);
  /** What could not be sent, in words, by recording. */
  readonly troubles = signal<ReadonlyMap<string, string>>(new Map());

  /** Looks what there is, and goes on with what was being sent. */
  async look(): Promise<void> {
    const all = await readAll();
    this.all.set(all);
    for (const one of all) if (one.uploadId !== null && !one.underWay) void this.follow(one);
  }

  /**
   * Sends one to its lesson; it is gone from here once the server has it and its log.
   *
   * @param takeId the take that the room was recorded beside; without it the recording becomes a take of its own.
   */
  async send(one: KeptRecording, takeId?: string): Promise<void> {
    await this.alone(one, async () => {
      const file = await mediaOf(one);
      const purpose = { lessonId: one.lessonId, ...(takeId === undefined ? {} : { takeId, role: 'log' as const }) };
      // A small one arrives before it is noted as what.
      let noted = Promise.resolve();
      await this.uploads.start(purpose, file, {
        begun: (uploadId) => void (noted = note(one.id, { uploadId })),
        arrived: () => void noted.then(() => this.look()),
      });
    });
  }

  async throwAway(one: Pick<KeptRecording, 'id'>): Promise<void> {
    await remove(one.id);
    await this.look();
  }

  /** Keeps the log beside what the server made of the recording, and lets go of it here. */
  private async follow(one: KeptRecording): Promise<void> {
    // What is under way in this page, or paused there, tells of itself.
    if (this.uploads.all().some((upload) => upload.lessonId === one.lessonId && upload.name === one.name)) return;
    await this.alone(one, async () => {
      const [id, entries] = [one.uploadId!, [...one.entries]];
      let arrival = await this.arrivalOf(id);
      while (arrival?.state === 'arrived') {
        await new Promise((later) => setTimeout(later, ASK_MS));
        arrival = await this.arrivalOf(id);
      }
      if (arrival?.state === 'refused') return this.tell(one, arrival.words);
      if (arrival?.state === 'taken') {
        // The same log again is fine; where there is another one, this one is not let go of.
        await this.api.ask(ROUTES.keepLog, {
          params: { id },
          body: { format: LOG_FORMAT, version: LOG_VERSION, entries },
        });
        await remove(one.id);
      } else if (arrival === null) await note(one.id, { uploadId: null });
      // Gone, or as it lay here: stopped, or broken off before it was whole, it can be sent again or go on.
      this.all.set(await readAll());
    });
  }

  /** What became of an upload; null when the server knows of none. */
  private async arrivalOf(id: string): Promise<UploadRecord | null> {
    try {
      return await this.api.ask(ROUTES.arrival, { params: { id } });
    } catch (error) {
      if (error instanceof ApiError && error.status === 404) return null;
      throw error;
    }
  }
  /** One window at a time; what goes wrong is told, and nothing is thrown away for it. */
  private async alone(one: KeptRecording, work: () => Promise<void>): Promise<void> {
    await navigator.locks.request(`limber.sending.${one.id}`, { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      try {
        await work();
      } catch (error) {
        this.tell(one, error instanceof Error ? error.message : String(error));
      }
    });
  }

  private tell(one: KeptRecording, words: string): void {
    this.troubles.update((all) => new Map(all).set(one.id, words));
  }
}

async function folder(): Promise<FileSystemDirectoryHandle | null> {
  try {
    const root = await navigator.storage.getDirectory();
    return await root.getDirectoryHandle('recordings', { create: true });
  } catch {
    // This browser has no storage of its own, or it was switched off.
    return null;
  }
}

async function readAll(): Promise<KeptRecording[]> {
  const kept = await folder();
  if (!kept) return [];
  const held = new Set((await navigator.locks.query()).held?.map((one) => one.name));
  const all: KeptRecording[] = [];
  for await (const name of kept.keys()) {
    const id = /^(.+)\.lines$/.exec(name)?.[1];
    const one = id === undefined ? null : await read(kept, id, held.has(lockOf(id)));
    if (one) all.push(one);
  }
  return all.sort((a, b) => a.beganMs - b.beganMs);
}

/** One that cannot be read leaves the others alone. */
async function read(kept: FileSystemDirectoryHandle, id: string, underWay: boolean): Promise<KeptRecording | null> {
  try {
    const text = await (await (await kept.getFileHandle(`${id}.lines`)).getFile()).text();
    const lines = text.split('\n').flatMap((line) => lineSchema.safeParse(parseJson(line)).data ?? []);
    const about = lines.find((line) => 'lessonId' in line);
    if (!about) return null;
    const media = await (await kept.getFileHandle(`${id}.media`)).getFile().catch(() => null);
    const entries = lines.findLast((line) => 'entries' in line)?.entries ?? [];
    const uploadId = lines.findLast((line) => 'uploadId' in line)?.uploadId ?? null;
    const lastMs = entries[entries.length - 1]?.atMs ?? 0;
    const lastsMs = Math.max(lastMs, media ? media.lastModified - about.beganMs : 0);
    return { ...about, id, entries, uploadId, underWay, bytes: media?.size ?? 0, lastsMs };
  } catch {
    return null;
  }
}

async function mediaOf({ id, name, type }: KeptRecording): Promise<File> {
  const kept = (await folder())!;
  const file = await (await kept.getFileHandle(`${id}.media`)).getFile();
  return new File([file], name, { type, lastModified: file.lastModified });
}

async function note(id: string, line: KeptLine): Promise<void> {
  const handle = await (await folder())!.getFileHandle(`${id}.lines`);
  const end = (await handle.getFile()).size;
  const writing = await handle.createWritable({ keepExistingData: true });
  await writing.write({ type: 'write', position: end, data: `${JSON.stringify(line)}\n` });
  await writing.close();
}

async function remove(id: string): Promise<void> {
  const kept = await folder();
  // What is known of it goes last: what is left of one that was being removed can be removed again.
  for (const end of ['media', 'lines']) await kept?.removeEntry(`${id}.${end}`).catch(() => undefined);
}
