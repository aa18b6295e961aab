import { chime } from '@limber/core/cue/chime';
import type { CueSound, SoundKind } from '@limber/core/cue/cue-sounds';
import type { CutMs } from '@limber/core/time/clocks';

/** So long before it is heard a sound is handed over, ms of the page: longer than any two pictures lie apart. */
const AHEAD_MS = 250;
/** One that is later than this is not heard any more: after a jump nothing old rings, ms of the cut. */
const LATE_MS = 60;
/** After so long none rings on, ms of the cut. */
const RINGS_MS = 2000;

/** Rings the sounds of cues beside what plays, on the clock of the sound itself. */
export class CueSounds {
  private context: AudioContext | null = null;
  private readonly buffers = new Map<SoundKind, AudioBuffer>();
  /** By kind and instant: a list that is worked out anew says the same again. */
  private readonly handedOver = new Map<string, { atMs: CutMs; node: AudioBufferSourceNode }>();

  connect(context: AudioContext): void {
    this.context = context;
  }

  /** Called with each picture: what is due next is handed over once. @param sounds ascending. @param rate of playing. */
  follow(sounds: readonly CueSound[], cutMs: CutMs, plays: boolean, rate: number): void {
    const { context } = this;
    if (!context || !plays) return;
    for (const [name, { atMs }] of this.handedOver) if (atMs < cutMs - RINGS_MS) this.handedOver.delete(name);
    for (const { kind, atMs } of sounds) {
      const inMs = atMs - cutMs;
      // They are in order.
      if (inMs > AHEAD_MS * rate) break;
      if (inMs < -LATE_MS) continue;
      const name = `${kind}|${atMs}`;
      if (this.handedOver.has(name)) continue;
      const node = context.createBufferSource();
      node.buffer = this.bufferOf(kind, context);
      node.connect(context.destination);
      node.start(context.currentTime + Math.max(0, inMs) / 1000 / rate);
      this.handedOver.set(name, { atMs, node });
    }
  }

  /** What was handed over and has not been heard is taken back; called at every jump. */
  pause(): void {
    for (const { node } of this.handedOver.values()) node.stop();
    this.handedOver.clear();
  }

  private bufferOf(kind: SoundKind, context: AudioContext): AudioBuffer {
    let buffer = this.buffers.get(kind);
    if (!buffer) {
      const samples = chime(kind, context.sampleRate);
      buffer = context.createBuffer(1, samples.length, context.sampleRate);
      buffer.copyToChannel(samples, 0);
      this.buffers.set(kind, buffer);
    }
    return buffer;
  }
}
