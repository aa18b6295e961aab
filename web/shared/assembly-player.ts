import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  OnDestroy,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { cutOf, endOf, inCut, type Cut } from '@limber/core/assembly/cut';
import { cursor, placeAt, type Stretch } from '@limber/core/assembly/place';
import type { CueSound } from '@limber/core/cue/cue-sounds';
import type { CutMs } from '@limber/core/time/clocks';
import { frameAt, msOfFrame, type FrameRate } from '@limber/core/time/frames';
import { CueSounds } from './cue-sounds';
import { Deck } from './deck';
import { SideSounds, type SideSound } from './side-sounds';

/** What a take is played from. */
export interface TakeMedia {
  readonly picture: string;
  readonly poster: string;
  readonly frameRate?: FrameRate;
  /** A recording that is heard in place of the picture's own sound; `offsetMs`: where it begins on the take's time. */
  readonly sound?: { readonly url: string; readonly offsetMs: number } | null;
}

/** The next element is started this long before the one that plays has to end, ms. */
const LEAD_MS = 30;
/** How long the one that ended goes on unseen, so that the sounds overlap, ms. */
const OVERLAP_MS = 40;
/** So long no picture was announced before the film itself is asked where it stands, ms. */
const UNANNOUNCED_MS = 500;
/** So long the picture waits for the sound, ms. */
const SOUND_MS = 1000;
/** What plays until somebody says what. */
const NOTHING = cutOf('full', []);
const USUAL_RATE: FrameRate = { numerator: 25, denominator: 1 };

/**
 * Plays a cut of any takes, in any order, and tells cut time: the time of the very picture on screen. Two elements take
 * turns: while one plays a stretch, the other is made ready for the next, so that a jump is not seen.
 */
@Component({
  selector: 'lc-assembly-player',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <video
      #a
      [class.on]="front() === 0"
      playsinline
      preload="auto"
      tabindex="-1"
      (ended)="onEnded(0)"
      (error)="onError(0)"
    ></video>
    <video
      #b
      [class.on]="front() === 1"
      playsinline
      preload="auto"
      tabindex="-1"
      (ended)="onEnded(1)"
      (error)="onError(1)"
    ></video>
    @if (broken()) {
      <p role="alert">{{ brokenWords() }}</p>
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
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      object-fit: contain;
      opacity: 0;
    }
    video.on {
      opacity: 1;
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
  host: { '(document:visibilitychange)': 'onVisibility()' },
})
export class AssemblyPlayer implements OnDestroy {
  readonly cut = input<Cut>(NOTHING);
  /** By the id of the take. */
  readonly media = input<ReadonlyMap<string, TakeMedia>>(new Map());
  /** What is heard beside the takes, at times of the cut. */
  readonly sounds = input<readonly SideSound[]>([]);
  /** What is heard of cues. */
  readonly cueSounds = input<readonly CueSound[]>([]);
  /** Where to begin, and whether to play at once. */
  readonly startMs = input<CutMs>(0);
  readonly autoplay = input(false);
  /** What is said where the film does not come, or cannot be played. */
  readonly brokenWords = input(
    $localize`The footage cannot be played here. Reload the page; if it stays, prepare the take again under Film.`,
  );
  readonly ended = output();

  readonly timeMs = signal<CutMs>(0);
  /** When the picture came up that is on screen, on the page's clock, ms: what is pressed is pressed a little after it. */
  shownAt = performance.now();
  readonly playing = signal(false);
  /** The film has to come first. */
  readonly waiting = signal(false);
  readonly broken = signal(false);
  /** Which piece of the cut plays, and where in its take. */
  readonly place = computed(() => placeAt(this.cut(), this.timeMs()));
  protected readonly front = signal<0 | 1>(0);

  private readonly a = viewChild.required<ElementRef<HTMLVideoElement>>('a');
  private readonly b = viewChild.required<ElementRef<HTMLVideoElement>>('b');
  private readonly decks = computed(
    () => [new Deck(this.a().nativeElement), new Deck(this.b().nativeElement)] as const,
  );
  private readonly mix = computed<SideSound[]>(() => [...this.sounds(), ...this.takeSounds()]);
  private readonly beside = new SideSounds();
  private readonly chimes = new CueSounds();
  private context: AudioContext | null = null;
  private rate = 1;
  /** Goes up with everything that is asked for anew: what was under way for an older one is dropped. */
  private turn = 0;
  /** What comes after the stretch that plays, and whether its element is ready. */
  private next: { stretch: Stretch; ready: Promise<boolean> } | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private callback = 0;
  private loadedOnce = false;

  constructor() {
    effect(() => {
      this.cut();
      this.media();
      untracked(() => this.load());
    });
  }

  ngOnDestroy(): void {
    this.turn += 1;
    clearTimeout(this.timer);
    this.beside.stop();
    this.chimes.pause();
    for (const { element } of this.decks()) {
      element.cancelVideoFrameCallback?.(this.callback);
      element.pause();
      element.removeAttribute('src');
      element.load();
    }
    void this.context?.close();
  }

  play(): void {
    void this.start();
  }

  pause(): void {
    this.turn += 1;
    clearTimeout(this.timer);
    for (const { element } of this.decks()) element.pause();
    this.beside.pause();
    this.chimes.pause();
    this.playing.set(false);
    this.waiting.set(false);
  }

  toggle(): void {
    if (this.playing()) this.pause();
    else this.play();
  }

  /** Goes to an instant of the cut; goes on playing when it played. */
  seek(cutMs: CutMs): void {
    const kept = Math.max(0, Math.min(Math.round(cutMs), Math.max(0, this.cut().durationMs - 1)));
    this.timeMs.set(kept);
    void this.stand(kept, this.playing());
  }

  /** Pauses and shows the picture `by` pictures on. */
  step(by: number): void {
    this.pause();
    const place = this.place();
    if (!place) return;
    const piece = this.cut().pieces[place.index]!;
    const rate = this.media().get(place.takeId)?.frameRate ?? USUAL_RATE;
    const takeMs = msOfFrame(Math.max(0, frameAt(place.takeMs, rate) + by), rate);
    // Past an end of the piece its neighbour goes on, by as much as a picture lasts.
    const pictureMs = (1000 * rate.denominator) / rate.numerator;
    if (takeMs >= piece.fromMs && takeMs < piece.toMs) this.seek(inCut(piece, takeMs));
    else if (by < 0) this.seek(piece.startMs > 0 ? piece.startMs - pictureMs : 0);
    else this.seek(endOf(piece));
  }

  /** How fast it plays, 1 being as it was filmed; voices keep their pitch. */
  setRate(rate: number): void {
    this.rate = rate;
    for (const { element } of this.decks()) setRateOf(element, rate);
    this.beside.setRate(rate);
    if (this.playing()) this.arm();
  }

  protected onVisibility(): void {
    // Pictures are not announced in a page that nobody sees: it waits.
    if (document.visibilityState === 'hidden' && this.playing()) this.pause();
  }

  protected onEnded(deck: 0 | 1): void {
    if (deck === this.front() && this.playing()) void this.handOver();
  }

  /** The film that plays comes no further: a line that broke, a link that was closed. */
  protected onError(deck: 0 | 1): void {
    if (deck !== this.front() || !this.playing()) return;
    this.broken.set(true);
    this.pause();
  }

  private get active(): Deck {
    return this.decks()[this.front()];
  }

  private get idle(): Deck {
    return this.decks()[this.front() === 0 ? 1 : 0];
  }

  private load(): void {
    this.broken.set(false);
    const first = !this.loadedOnce;
    this.loadedOnce = true;
    const at = first ? this.startMs() : Math.min(this.timeMs(), Math.max(0, this.cut().durationMs - 1));
    this.timeMs.set(at);
    const goesOn = this.playing();
    void this.stand(at, goesOn).then(() => {
      if (first && this.autoplay()) this.play();
    });
  }

  /** Brings the picture of an instant up, makes the one after its stretch ready, and goes on when it is to. */
  private async stand(cutMs: CutMs, goOn: boolean): Promise<void> {
    const turn = ++this.turn;
    clearTimeout(this.timer);
    const [here, after] = twoFrom(this.cut(), cutMs);
    for (const { element } of this.decks()) element.pause();
    this.chimes.pause();
    if (!here) return;
    this.waiting.set(goOn);
    // The element that has this film already shows it sooner.
    const url = this.media().get(here.takeId)?.picture;
    if (this.active.url !== url && this.idle.url === url) this.front.set(this.front() === 0 ? 1 : 0);
    if (!(await this.ready(this.active, here, here.fromMs)) || turn !== this.turn) return;
    this.show();
    this.prepare(after);
    this.waiting.set(false);
    if (goOn) await this.run(turn);
  }

  /** Makes a stretch ready on the element that does not play, once what it still plays is over. */
  private prepare(stretch: Stretch | null, afterMs = 0): void {
    const { idle, turn } = this;
    const over = afterMs === 0 ? Promise.resolve() : new Promise((resolve) => setTimeout(resolve, afterMs));
    const ready = over.then(() => {
      if (turn !== this.turn) return false;
      idle.element.pause();
      return stretch !== null && this.ready(idle, stretch, stretch.fromMs);
    });
    this.next = stretch && { stretch, ready };
  }

  private async ready(deck: Deck, stretch: Stretch, takeMs: number): Promise<boolean> {
    const media = this.media().get(stretch.takeId);
    if (!media) return false;
    try {
      setRateOf(deck.element, this.rate);
      const ready = await deck.cue(media.picture, media.poster, stretch, takeMs);
      if (ready) this.broken.set(false);
      return ready;
    } catch {
      this.broken.set(true);
      this.pause();
      return false;
    }
  }

  private async start(): Promise<void> {
    if (this.playing() || this.cut().pieces.length === 0) return;
    const atEnd = this.timeMs() >= this.cut().durationMs - 1;
    this.playing.set(true);
    this.connect();
    // At its end it begins again.
    if (atEnd) this.timeMs.set(0);
    if (this.standsThere) await this.run(++this.turn);
    else await this.stand(this.timeMs(), true);
  }

  /** Whether the picture of this instant is up, and what comes after it made ready: it was paused there. */
  private get standsThere(): boolean {
    const { stretch, element, takeMs } = this.active;
    if (!stretch || element.seeking || element.readyState < HTMLMediaElement.HAVE_CURRENT_DATA) return false;
    const at = stretch.startMs + takeMs - stretch.fromMs;
    const last = stretch.endMs >= this.cut().durationMs;
    return (
      Math.abs(at - this.timeMs()) < 60 && (last ? this.next === null : this.next?.stretch.startMs === stretch.endMs)
    );
  }

  private connect(): void {
    try {
      this.context ??= new AudioContext();
      for (const deck of this.decks()) deck.connect(this.context);
      this.beside.connect(this.context);
      this.chimes.connect(this.context);
    } catch {
      // Without a mix the elements sound by themselves, one at a time.
    }
  }

  /** Plays what stands on the active element. */
  private async run(turn: number): Promise<void> {
    try {
      await this.wake();
      if (turn !== this.turn) return;
      this.idle.fade(0);
      this.active.fade(this.loudness(this.active));
      await this.active.element.play();
    } catch {
      // The browser wants a gesture first, or something else was asked for meanwhile.
      if (turn === this.turn) this.pause();
      return;
    }
    if (turn === this.turn) this.arm();
  }

  /** Where sound is not let through, or is late, the picture plays without waiting for it any longer. */
  private async wake(): Promise<void> {
    if (this.context?.state !== 'suspended') return;
    await Promise.race([this.context.resume(), new Promise((later) => setTimeout(later, SOUND_MS))]);
  }

  /** Watches for the end of the stretch that plays. */
  private arm(): void {
    clearTimeout(this.timer);
    const { stretch } = this.active;
    if (!stretch) return;
    const leftMs = (stretch.toMs - this.active.takeMs) / this.rate;
    const lead = this.next ? LEAD_MS : 0;
    if (leftMs <= lead + 2) void this.handOver();
    else this.timer = setTimeout(() => this.arm(), Math.min(leftMs - lead, 500));
  }

  /** The stretch is over: the next one plays, or the cut has come to its end. */
  private async handOver(): Promise<void> {
    const turn = this.turn;
    clearTimeout(this.timer);
    const { next } = this;
    if (!next) {
      this.finish();
      return;
    }
    const from = this.active;
    const to = this.idle;
    this.next = null;
    let ready = false;
    const late = setTimeout(() => {
      // The next is not there yet: the picture stands at its end rather than show what is not in the cut.
      from.element.pause();
      this.waiting.set(true);
    }, LEAD_MS / this.rate);
    try {
      ready = await next.ready;
      if (ready && turn === this.turn) await to.element.play();
    } catch {
      ready = false;
    } finally {
      clearTimeout(late);
    }
    if (turn !== this.turn) return;
    if (!ready) {
      // Something broke or was dropped: it is brought up anew from there.
      await this.stand(next.stretch.startMs, true);
      return;
    }
    this.waiting.set(false);
    from.fade(0);
    to.fade(this.loudness(to));
    this.front.set(this.front() === 0 ? 1 : 0);
    this.timeMs.set(next.stretch.startMs);
    this.show();
    this.prepare(twoFrom(this.cut(), next.stretch.startMs)[1], OVERLAP_MS);
    this.arm();
  }

  private finish(): void {
    this.pause();
    this.timeMs.set(this.cut().durationMs);
    this.ended.emit();
  }

  /** Follows the pictures of the active element. */
  private show(): void {
    const { element, stretch } = this.active;
    for (const deck of this.decks()) deck.element.cancelVideoFrameCallback?.(this.callback);
    if (!stretch) return;
    const tell = (takeMs: number): void => {
      const at = Math.round(stretch.startMs + takeMs - stretch.fromMs);
      this.timeMs.set(Math.min(Math.max(at, 0), stretch.endMs - 1));
      const plays = this.playing() && !element.paused;
      this.beside.follow(this.mix(), this.timeMs(), plays);
      this.chimes.follow(this.cueSounds(), this.timeMs(), plays, this.rate);
    };
    let toldAt = performance.now();
    const onFrame: VideoFrameRequestCallback = (_now, frame) => {
      if (this.active.element !== element) return;
      toldAt = performance.now();
      this.shownAt = frame.expectedDisplayTime;
      if (!element.paused) tell(frame.mediaTime * 1000);
      this.callback = element.requestVideoFrameCallback(onFrame);
    };
    if ('requestVideoFrameCallback' in element) this.callback = element.requestVideoFrameCallback(onFrame);
    // Where no picture is announced, because none can be drawn in time or nobody sees it, the film plays on all the same.
    element.ontimeupdate = () => {
      if (this.active.element !== element || element.paused || performance.now() - toldAt < UNANNOUNCED_MS) return;
      this.shownAt = performance.now();
      tell(this.active.takeMs);
    };
  }

  private loudness(deck: Deck): number {
    return this.media().get(deck.stretch?.takeId ?? '')?.sound ? 0 : 1;
  }

  /** Recordings that stand for a take's own sound, where the take plays. */
  private takeSounds(): SideSound[] {
    return this.cut().pieces.flatMap((piece) => {
      const sound = this.media().get(piece.takeId)?.sound;
      if (!sound) return [];
      const [fromMs, toMs] = [piece.fromMs - sound.offsetMs, piece.toMs - sound.offsetMs];
      // It may begin within the piece.
      const lateMs = Math.max(0, -fromMs);
      return toMs <= 0
        ? []
        : [{ url: sound.url, startMs: piece.startMs + lateMs, fromMs: fromMs + lateMs, toMs, gainDb: 0 }];
    });
  }
}

/** A film that is loaded anew begins at the element's default. */
function setRateOf(element: HTMLMediaElement, rate: number): void {
  element.defaultPlaybackRate = rate;
  element.playbackRate = rate;
}

/** The stretch that plays from an instant on, and the one after it. */
function twoFrom(cut: Cut, cutMs: CutMs): [here: Stretch | null, after: Stretch | null] {
  const stretches = cursor(cut, cutMs);
  return [stretches.next().value ?? null, stretches.next().value ?? null];
}
