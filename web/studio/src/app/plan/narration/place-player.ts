import {
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';

/** The film of an old recording as it lies here, before it is sent anywhere: a place of it is played while it is read. */
@Component({
  selector: 'lc-place-player',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (url(); as src) {
      <video
        #film
        controls
        preload="metadata"
        [src]="src"
        aria-label="The old recording"
        i18n-aria-label
        (loadedmetadata)="onLength()"
        (timeupdate)="onTime()"
        (error)="broken.set(true)"
      ></video>
    }
    @if (broken()) {
      <p class="soft" role="status" i18n>
        This browser cannot play the film as it is. It is brought in all the same, and plays once the studio has made
        its own copy.
      </p>
    }
  `,
  styles: `
    video {
      display: block;
      width: 100%;
      max-height: 250px;
      background: #17121b;
      border-radius: 12px;
    }
  `,
})
export class PlacePlayer {
  readonly file = input.required<File>();
  /** How long the film lasts, ms, as soon as the browser knows; never where it does not. */
  readonly lasts = output<number>();
  protected readonly url = signal<string | null>(null);
  protected readonly broken = signal(false);
  private readonly film = viewChild<ElementRef<HTMLVideoElement>>('film');
  /** Where it stops by itself, s. */
  private stopS = Infinity;

  constructor() {
    effect((onCleanup) => {
      const url = URL.createObjectURL(this.file());
      this.broken.set(false);
      this.url.set(url);
      onCleanup(() => URL.revokeObjectURL(url));
    });
  }

  /** Plays a place, ms; pauses where it plays already. */
  toggle(fromMs: number, toMs: number): void {
    const film = this.film()?.nativeElement;
    if (!film) return;
    if (!film.paused) {
      film.pause();
      return;
    }
    film.currentTime = fromMs / 1000;
    this.stopS = toMs / 1000;
    // What cannot be played says so by itself.
    void film.play().catch(() => undefined);
  }

  /** Recordings of a browser do not say how long they are. */
  protected onLength(): void {
    const { duration } = this.film()!.nativeElement;
    if (Number.isFinite(duration)) this.lasts.emit(duration * 1000);
  }

  protected onTime(): void {
    const film = this.film()!.nativeElement;
    if (film.currentTime < this.stopS) return;
    film.pause();
    this.stopS = Infinity;
  }
}
