import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  OnDestroy,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { frameAt, msOfFrame, type FrameRate } from '@limber/core/time/frames';

/** Footage that plays, and tells the time of the very picture that is on screen. Times are media time, ms. */
@Component({
  selector: 'lc-footage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <video
      #video
      [src]="src()"
      [poster]="poster()"
      playsinline
      preload="auto"
      tabindex="-1"
      (play)="playing.set(true)"
      (pause)="playing.set(false)"
      (ended)="ended.emit()"
      (timeupdate)="tell()"
      (seeked)="tell()"
      (loadedmetadata)="loaded()"
      (waiting)="waiting.set(true)"
      (playing)="waiting.set(false)"
      (error)="broken.set(true)"
    ></video>
    @if (broken()) {
      <p role="alert">
        The footage cannot be played here. Reload the page; if it stays, prepare the take again under Film.
      </p>
    }
    <ng-content />
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      background: #17121b;
    }
    video {
      display: block;
      width: 100%;
      height: 100%;
      object-fit: contain;
    }
    p {
      position: absolute;
      inset: auto 20px 20px;
      padding: 10px 14px;
      color: #fff;
      background: #6b2318;
      border-radius: 10px;
    }
  `,
})
export class Footage implements OnDestroy {
  readonly src = input.required<string>();
  readonly poster = input('');
  readonly frameRate = input<FrameRate>({ numerator: 25, denominator: 1 });
  /** Where to begin once the footage is there, and whether to play at once. */
  readonly startAtMs = input(0);
  readonly autoplay = input(false);
  readonly ended = output();
  readonly timeMs = signal(0);
  readonly playing = signal(false);
  readonly waiting = signal(false);
  readonly broken = signal(false);
  private readonly video = viewChild.required<ElementRef<HTMLVideoElement>>('video');
  private readonly element = computed(() => this.video().nativeElement);
  private callback = 0;

  ngOnDestroy(): void {
    this.element().cancelVideoFrameCallback?.(this.callback);
    this.element().pause();
  }

  get durationMs(): number {
    return Math.round((this.element().duration || 0) * 1000);
  }

  play(): void {
    void this.element()
      .play()
      .catch(() => undefined);
  }

  pause(): void {
    this.element().pause();
  }

  toggle(): void {
    if (this.element().paused) this.play();
    else this.pause();
  }

  seek(ms: number): void {
    const kept = Math.max(0, Math.min(ms, this.durationMs - 1));
    this.timeMs.set(Math.round(kept));
    // A hair inside the frame: seeking to its very start may show the one before.
    this.element().currentTime = (kept + 1) / 1000;
  }

  /** Pauses and shows the picture `by` frames on. */
  step(by: number): void {
    this.pause();
    const rate = this.frameRate();
    this.seek(msOfFrame(Math.max(0, frameAt(this.timeMs(), rate) + by), rate));
  }

  setRate(rate: number): void {
    this.element().playbackRate = rate;
  }

  protected loaded(): void {
    const video = this.element();
    if (this.startAtMs() > 0) this.seek(this.startAtMs());
    if (this.autoplay()) this.play();
    if (!('requestVideoFrameCallback' in video)) return;
    const onFrame: VideoFrameRequestCallback = (_now, frame) => {
      if (!video.paused) this.timeMs.set(Math.round(frame.mediaTime * 1000));
      this.callback = video.requestVideoFrameCallback(onFrame);
    };
    this.callback = video.requestVideoFrameCallback(onFrame);
  }

  /** Where frames are not announced (and when the player stands still) the element's own time serves. */
  protected tell(): void {
    const video = this.element();
    if (video.paused && !video.seeking && Math.abs(video.currentTime * 1000 - this.timeMs()) > 60)
      this.timeMs.set(Math.round(video.currentTime * 1000));
    else if (!('requestVideoFrameCallback' in video))
      this.timeMs.set(Math.round((video as HTMLVideoElement).currentTime * 1000));
  }
}
