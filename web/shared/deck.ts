import type { Stretch } from '@limber/core/assembly/place';

/** A hair inside the picture: seeking to its very start may show the one before. */
const INSIDE_MS = 1;
/** What an element tells while a film comes in and is sought through. */
const TELLING = ['loadedmetadata', 'loadeddata', 'canplay', 'seeking', 'seeked', 'emptied', 'error'] as const;

/** One of the two elements that take turns in playing: it shows a stretch of a take, or is made ready for one. */
export class Deck {
  stretch: Stretch | null = null;
  private gain: GainNode | null = null;
  private cueing = 0;

  constructor(readonly element: HTMLVideoElement) {
    element.preservesPitch = true;
  }

  /** The film that it has; null while it has none. */
  get url(): string | null {
    return this.element.getAttribute('src');
  }

  /** Where it stands in its take, ms. */
  get takeMs(): number {
    return this.element.currentTime * 1000;
  }

  /** Its sound goes through the mix from now on. */
  connect(context: AudioContext): void {
    if (this.gain) return;
    this.gain = context.createGain();
    context.createMediaElementSource(this.element).connect(this.gain).connect(context.destination);
  }

  /** Fades to a loudness within a few ms, so that nothing clicks. */
  fade(to: number): void {
    if (this.gain) this.gain.gain.setTargetAtTime(to, this.gain.context.currentTime, 0.008);
    else this.element.muted = to === 0;
  }

  /**
   * Makes a stretch ready to play from an instant of its take.
   *
   * @returns whether it is ready; false when something else was asked for meanwhile.
   * @throws Error when the film cannot be played.
   */
  async cue(url: string, poster: string, stretch: Stretch, takeMs: number): Promise<boolean> {
    const turn = ++this.cueing;
    const { element } = this;
    this.stretch = stretch;
    // One that broke comes anew.
    if (this.url !== url || element.error) {
      element.poster = poster;
      element.src = url;
    }
    const asked = (): boolean => turn !== this.cueing;
    await this.until(() => asked() || element.readyState >= HTMLMediaElement.HAVE_METADATA);
    if (asked()) return false;
    const seconds = (takeMs + INSIDE_MS) / 1000;
    if (Math.abs(element.currentTime - seconds) > 0.0005 || element.seeking) element.currentTime = seconds;
    await this.until(() => asked() || (!element.seeking && element.readyState >= HTMLMediaElement.HAVE_CURRENT_DATA));
    return !asked();
  }

  /**
   * Once something holds of the film, looked at whenever it tells of itself. No single event is waited for: some come
   * once in the life of a film only, and one may be of what was asked for before.
   *
   * @throws Error when the film cannot be played.
   */
  private until(holds: () => boolean): Promise<void> {
    const { element } = this;
    return new Promise((resolve, reject) => {
      const look = (): void => {
        if (!element.error && !holds()) return;
        for (const event of TELLING) element.removeEventListener(event, look);
        if (element.error) reject(new Error(element.error.message || $localize`The film cannot be played.`));
        else resolve();
      };
      for (const event of TELLING) element.addEventListener(event, look);
      look();
    });
  }
}
