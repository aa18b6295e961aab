import { inject, Injectable, signal } from '@angular/core';
import type { UploadRecord } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import { LOG_FORMAT, LOG_VERSION } from '@limber/core/take/log.document';
import { wordsOf } from '@shared/words-of';
import { Api, ApiError } from '../../api/http';
import { Uploads, type Growing, type Purpose, type TakeUpload } from '../../progress/uploads';
import { bytesOf, lockOf, note, readAll, readOne, remove, type KeptRecording } from './kept-files';
import type { Recording } from './recording';

/** How often the server is asked what became of a recording that has arrived, ms. */
const ASK_MS = 2000;

/**
 * Recordings in this browser's own storage: they are sent while they grow, and stay until the server has them with their
 * log, or until somebody throws them away. What a crash left is there at the next visit.
 */
@Injectable({ providedIn: 'root' })
export class KeptRecordings {
  private readonly api = inject(Api);
  private readonly uploads = inject(Uploads);
  readonly all = signal<readonly KeptRecording[]>([]);
  /** What could not be sent, in words, by recording. */
  readonly troubles = signal<ReadonlyMap<string, string>>(new Map());
  /** By this, windows tell each other that something of what lies here changed. */
  private readonly windows = new BroadcastChannel('limber.recordings');

  constructor() {
    this.windows.addEventListener('message', () => void this.show());
  }

  /** Looks what there is, and goes on with what had arrived. */
  async look(): Promise<void> {
    await this.sweep();
    for (const one of await this.show())
      if (one.uploadId !== null && one.underWay === null) void this.alone(one.id, () => this.follow(one.id));
  }

  /** Of what was left before the first press there is nothing to keep: only how somebody sat down. */
  private async sweep(): Promise<void> {
    for (const one of await readAll())
      if (!one.begun)
        await navigator.locks.request(lockOf(one.id, 'recording'), { ifAvailable: true }, async (lock) => {
          if (lock) await remove(one.id);
        });
  }

  /** Sends one while it is recorded: what lies here alone are seconds of it. Of what holds nothing, nothing is sent. */
  async sendAlong(recording: Recording): Promise<void> {
    if (!(await recording.holds())) return;
    await this.alone(recording.id, () =>
      this.sent(recording.id, purposeOf(recording.about), recording.growing(), (uploadId) =>
        recording.sentAs(uploadId),
      ),
    );
  }

  /** Sends one to its lesson, or what is left of it; it is gone from here once the server has it and its log. */
  async send(one: KeptRecording): Promise<void> {
    const { id, name, type, bytes } = one;
    const lying = { id, name, type, bytes: () => bytes, read: (from: number, to: number) => bytesOf(id, from, to) };
    await this.alone(id, () => this.sent(id, purposeOf(one), lying, (uploadId) => note(id, { uploadId })));
  }

  /** Gives one to another lesson, and sends it there; what was sent to the old one is let go of. */
  async moveTo(one: KeptRecording, lessonId: string): Promise<void> {
    const { name, type, records, beganMs, uploadId } = one;
    await note(one.id, { lessonId, name, type, records, beganMs });
    await note(one.id, { uploadId: null });
    if (uploadId) await this.uploads.drop(uploadId);
    void this.send({ ...one, lessonId, uploadId: null });
  }

  async throwAway(one: Pick<KeptRecording, 'id'>): Promise<void> {
    const uploadId = (await readOne(one.id))?.uploadId;
    await remove(one.id);
    // It may be being sent from here, or be tried to.
    const sending = this.sending(one.id);
    if (sending) this.uploads.cancel(sending);
    else if (uploadId) await this.uploads.drop(uploadId);
    await this.changed();
  }

  /** Whether this window sends it. */
  sendsHere(id: string): boolean {
    return this.sending(id) !== undefined;
  }

  private sending(id: string): TakeUpload | undefined {
    return this.uploads.all().find(({ key }) => key === id);
  }

  private async sent(
    id: string,
    purpose: Purpose,
    growing: Growing,
    note: (uploadId: string) => Promise<void>,
  ): Promise<void> {
    // A small one arrives before it is noted as what.
    let noted = Promise.resolve();
    let as: string | null = null;
    await this.uploads.start(purpose, growing, (uploadId) => {
      if (as !== uploadId) noted = noted.then(() => note(uploadId));
      as = uploadId;
    });
    await noted;
    if (as !== null) await this.follow(id);
  }

  /** Keeps the log beside what the server made of a recording, and lets go of it here. */
  private async follow(id: string): Promise<void> {
    await this.show();
    const one = await readOne(id);
    if (!one?.uploadId) return;
    let arrival = await this.arrivalOf(one.uploadId);
    while (arrival?.state === 'arrived') {
      await new Promise((later) => setTimeout(later, ASK_MS));
      arrival = await this.arrivalOf(one.uploadId);
    }
    if (arrival?.state === 'refused') return this.tell(id, arrival.words);
    if (arrival?.state === 'taken') {
      // The same log again is fine; where there is another one, this one is not let go of.
      await this.api.ask(ROUTES.keepLog, {
        params: { id: one.uploadId },
        body: { format: LOG_FORMAT, version: LOG_VERSION, entries: [...one.entries] },
      });
      await remove(id);
    } else if (arrival === null) await note(id, { uploadId: null });
    // What broke off before it was whole lies here, and can go on.
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
  private async alone(id: string, work: () => Promise<void>): Promise<void> {
    await navigator.locks.request(lockOf(id, 'sending'), { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      this.tell(id, null);
      try {
        await work();
      } catch (error) {
        this.tell(id, wordsOf(error));
      }
    });
    await this.changed();
  }

  private async show(): Promise<readonly KeptRecording[]> {
    const all = await readAll();
    this.all.set(all);
    return all;
  }

  /** Here, and in other windows. */
  private async changed(): Promise<void> {
    await this.show();
    this.windows.postMessage(null);
  }

  private tell(id: string, words: string | null): void {
    this.troubles.update((all) => {
      const told = new Map(all);
      if (words === null) told.delete(id);
      else told.set(id, words);
      return told;
    });
  }
}

/** A picture becomes a take; the room with its log waits for the film that another camera made. */
function purposeOf({ lessonId, records }: Pick<KeptRecording, 'lessonId' | 'records'>): Purpose {
  return records === 'room' ? { lessonId, role: 'log' } : { lessonId };
}
