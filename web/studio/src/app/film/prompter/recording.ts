import { signal } from '@angular/core';
import type { LogEntry } from '@limber/core/take/log.document';
import type { Growing } from '../../progress/uploads';
import { Glances } from './glances';
import type { Opened } from './open-stream';
import { bytesOf, lockOf, note } from './kept-files';
import type { KeepAnswer, KeepRequest } from './keep-messages';
import type { ListenAnswer, ListenRequest } from './listen-messages';

/** A piece is on the disk this often: no more than two of them are lost when everything stops, ms. */
const PIECE_MS = 1000;
/** Recorded as the first of these that the browser can. */
const TYPES = {
  camera: ['video/webm;codecs=h264,opus', 'video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm'],
  room: ['audio/webm;codecs=opus', 'audio/webm', 'audio/mp4'],
};
/** So often it is listened to how a voice comes in, ms, and to so much of it, for what hums behind it, samples. */
const LISTEN_MS = 100;
const LATELY = 32_768;

function heardWords({ heard, hum }: ListenAnswer): string {
  switch (heard) {
    case 'listening':
      return '';
    case 'too-loud':
      return $localize`too loud`;
    case 'nothing':
      return $localize`nothing is heard`;
    case 'too-quiet':
      return $localize`too quiet`;
    case 'hum':
      return $localize`a hum of ${hum} Hz: unplug chargers and lamps`;
    case 'noisy':
      return $localize`the room is loud`;
    case 'good':
      return $localize`good`;
  }
}

/** Why a recording came to its end by itself. */
export type Stopped = 'full' | 'gone' | 'broken';

/** What a camera or a microphone gives, written to the browser's own storage while it comes in. */
export class Recording {
  readonly id = crypto.randomUUID();
  /** What is seen in its picture; null where it has none. */
  readonly glances: Glances | null;
  readonly level = signal(0);
  readonly voice = signal('');
  readonly stopped = signal<Stopped | null>(null);
  private readonly worker = new Worker(new URL('./keep.worker', import.meta.url), { type: 'module' });
  private readonly ear = new Worker(new URL('./listen.worker', import.meta.url), { type: 'module' });
  private readonly recorder: MediaRecorder;
  private readonly sound = new AudioContext();
  private levels: ReturnType<typeof setInterval> | undefined;
  private beganAt = 0;
  private free: () => void = () => undefined;
  private closed: () => void = () => undefined;
  private ending: Promise<void> | null = null;
  /** Bytes that are on the disk, and who waits for more of them or for the end. */
  private bytes = 0;
  private readonly more: (() => void)[] = [];
  private readonly reads: ((bytes: ArrayBuffer | null) => void)[] = [];

  constructor(
    private readonly opened: Opened,
    readonly about: { readonly lessonId: string; readonly records: 'camera' | 'room'; readonly name: string },
  ) {
    const { stream } = opened;
    const [picture] = stream.getVideoTracks();
    this.glances = picture ? new Glances(picture) : null;
    const type = TYPES[about.records].find((one) => MediaRecorder.isTypeSupported(one));
    this.recorder = new MediaRecorder(stream, {
      ...(type ? { mimeType: type } : {}),
      videoBitsPerSecond: 5_000_000,
      audioBitsPerSecond: 128_000,
    });
    this.worker.addEventListener('message', ({ data }: MessageEvent<KeepAnswer>) => this.heard(data));
    for (const track of stream.getTracks()) track.addEventListener('ended', () => void this.end('gone'));
  }

  get stream(): MediaStream {
    return this.opened.stream;
  }

  /** Begins; what is known of it is on the disk before its first piece. */
  async begin(): Promise<void> {
    // Other windows see by this that somebody is at it.
    await new Promise<void>((held) => {
      void navigator.locks.request(lockOf(this.id, 'recording'), () => {
        held();
        return new Promise<void>((free) => (this.free = free));
      });
    });
    const { lessonId, records, name } = this.about;
    const line = { lessonId, records, name, type: this.recorder.mimeType, beganMs: Date.now() };
    this.ask({ kind: 'line', id: this.id, line });
    this.recorder.addEventListener('dataavailable', ({ data }) => {
      if (data.size > 0) this.ask({ kind: 'piece', id: this.id, piece: data });
    });
    this.recorder.addEventListener('error', () => void this.end('broken'));
    await new Promise<void>((started) => {
      this.recorder.addEventListener('start', () => started(), { once: true });
      this.recorder.start(PIECE_MS);
    });
    this.beganAt = performance.now();
    this.listen();
  }

  /** Ms since it began. */
  readonly clock = (): number => Math.round(performance.now() - this.beganAt);

  log(entries: readonly LogEntry[]): void {
    this.ask({ kind: 'line', id: this.id, line: { entries: [...entries] } });
  }

  /** Notes what it is sent as. */
  async sentAs(uploadId: string): Promise<void> {
    if (!this.ending) return this.ask({ kind: 'line', id: this.id, line: { uploadId } });
    await this.ending;
    await note(this.id, { uploadId });
  }

  /** It, to be sent while it grows. */
  growing(): Growing {
    return {
      ...{ id: this.id, name: this.about.name, type: this.recorder.mimeType },
      bytes: () => this.bytes,
      read: async (from, to) => {
        while (this.bytes < to && !this.ending) await this.grown();
        await this.ending;
        return this.ending ? bytesOf(this.id, from, to) : this.readNow(from, to);
      },
    };
  }

  /** Once a piece of it is on the disk: true; false where it ended without any. */
  async holds(): Promise<boolean> {
    while (this.bytes === 0 && !this.ending) await this.grown();
    await this.ending;
    return this.bytes > 0;
  }

  private async readNow(from: number, to: number): Promise<Blob> {
    const bytes = await new Promise<ArrayBuffer | null>((read) => {
      this.reads.push(read);
      this.ask({ kind: 'read', id: this.id, from, to });
    });
    if (!bytes) throw new Error($localize`What was recorded could not be read.`);
    return new Blob([bytes]);
  }

  /** Ends it; done when everything is on the disk. */
  end(why: Stopped | null = null): Promise<void> {
    this.ending ??= this.endNow(why);
    this.wake();
    return this.ending;
  }

  private async endNow(why: Stopped | null): Promise<void> {
    if (why) this.stopped.set(why);
    clearInterval(this.levels);
    this.glances?.end();
    const closed = new Promise<void>((done) => (this.closed = done));
    if (this.recorder.state !== 'inactive') {
      const last = new Promise<void>((done) => this.recorder.addEventListener('stop', () => done(), { once: true }));
      this.recorder.stop();
      await last;
    }
    this.ask({ kind: 'close' });
    await closed;
    this.opened.close();
    void this.sound.close();
    this.worker.terminate();
    this.ear.terminate();
    this.free();
  }

  private ask(request: KeepRequest): void {
    this.worker.postMessage(request);
  }

  private heard(answer: KeepAnswer): void {
    if (answer.kind === 'closed') this.closed();
    else if (answer.kind === 'read') this.reads.shift()?.(answer.bytes);
    else if (answer.kind === 'kept') {
      this.bytes = answer.bytes;
      this.wake();
    } else void this.end(answer.full ? 'full' : 'broken');
  }

  /** Until there is more of it, or it ends. */
  private grown(): Promise<void> {
    return new Promise((more) => this.more.push(more));
  }

  private wake(): void {
    for (const more of this.more.splice(0)) more();
  }

  /** What comes in goes as it is to a worker: what is made of it would keep a slow processor from its keys. */
  private listen(): void {
    const tap = new AnalyserNode(this.sound, { fftSize: LATELY });
    new MediaStreamAudioSourceNode(this.sound, { mediaStream: this.stream }).connect(tap);
    this.ear.addEventListener('message', ({ data }: MessageEvent<ListenAnswer>) => {
      this.level.set(data.level);
      this.voice.set(heardWords(data));
    });
    this.levels = setInterval(() => {
      const samples = new Float32Array(LATELY);
      tap.getFloatTimeDomainData(samples);
      const request: ListenRequest = { samples, sampleRate: this.sound.sampleRate };
      this.ear.postMessage(request, [samples.buffer]);
    }, LISTEN_MS);
  }
}
