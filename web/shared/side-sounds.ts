import type { CutMs } from '@limber/core/time/clocks';

/** A recording that is heard beside the pictures: `fromMs` to `toMs` of it, from `startMs` of the cut on. */
export interface SideSound {
  readonly url: string;
  readonly startMs: CutMs;
  readonly fromMs: number;
  readonly toMs: number;
  readonly gainDb: number;
}

/** Sound that is further off from where it should be is brought there, ms. */
const OFF_MS = 120;

interface Heard {
  readonly element: HTMLAudioElement;
  gain: GainNode | null;
}

/** Voice-over, sound recorded apart, and cue sounds: each plays while its stretch of the cut does. */
export class SideSounds {
  private context: AudioContext | null = null;
  private readonly heard = new Map<SideSound, Heard>();
  private rate = 1;

  connect(context: AudioContext): void {
    this.context = context;
  }

  setRate(rate: number): void {
    this.rate = rate;
    for (const { element } of this.heard.values()) element.playbackRate = rate;
  }

  /** Called with each picture: what belongs to this instant sounds, everything else is quiet. */
  follow(sounds: readonly SideSound[], cutMs: CutMs, plays: boolean): void {
    if (sounds.length === 0 && this.heard.size === 0) return;
    const due = new Set(sounds.filter((one) => one.startMs <= cutMs && cutMs < one.startMs + one.toMs - one.fromMs));
    for (const [sound, { element }] of this.heard)
      if (!due.has(sound)) {
        element.pause();
        this.heard.delete(sound);
      }
    for (const sound of due) {
      const { element } = this.heard.get(sound) ?? this.begin(sound);
      const wantedMs = sound.fromMs + cutMs - sound.startMs;
      if (Math.abs(element.currentTime * 1000 - wantedMs) > OFF_MS) element.currentTime = wantedMs / 1000;
      // A sound that cannot be played leaves the picture alone.
      if (plays && element.paused) void element.play().catch(() => undefined);
      else if (!plays) element.pause();
    }
  }

  pause(): void {
    for (const { element } of this.heard.values()) element.pause();
  }

  stop(): void {
    this.pause();
    this.heard.clear();
  }

  private begin(sound: SideSound): Heard {
    const element = new Audio(sound.url);
    element.preservesPitch = true;
    element.playbackRate = this.rate;
    const loudness = 10 ** (sound.gainDb / 20);
    const heard: Heard = { element, gain: null };
    if (this.context) {
      heard.gain = this.context.createGain();
      heard.gain.gain.value = loudness;
      this.context.createMediaElementSource(element).connect(heard.gain).connect(this.context.destination);
    } else element.volume = Math.min(1, loudness);
    this.heard.set(sound, heard);
    return heard;
  }
}
