import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  HostListener,
  inject,
  input,
  OnDestroy,
  output,
  signal,
  type Signal,
  untracked,
  viewChild,
} from '@angular/core';
import { cutOf, type Cut } from '@limber/core/assembly/cut';
import type { StepLook } from '@limber/core/assembly/passage';
import { clock } from '@limber/core/time/clock';
import type { PublishedCut, PublishedLesson } from '@limber/core/viewing/published.schema';
import { FRAMES } from '@limber/core/cue/frame';
import { CueLayer } from '@shared/cue-layer';
import { AssemblyPlayer, type TakeMedia } from '@shared/assembly-player';
import { Playhead } from '@shared/playhead';
import { Ribbon } from '@shared/ribbon';
import { wordsOf } from '@shared/words-of';
import { loadFollow } from './follow.api';
import { Hurts } from './hurts';
import type { Drawn } from '@shared/ribbon-geometry';
import type { Recorder } from './recorder';
import { isWork } from '@limber/core/lesson/segment-kind';

/** Where something hurt: the move, and the side that was worked. */
export interface Hurt {
  readonly stepId: string;
  readonly side: 'left' | 'right' | null;
}

const CAPTIONS = 'limber.captions';
const LETTERS = 'limber.letter-keys';
/** Slower for who cannot keep up, a little faster for who knows it. */
const RATES = [1, 0.75, 0.5, 1.25];
const SIDE_WORDS: Readonly<Record<string, string>> = {
  left: $localize`your left`,
  right: $localize`your right`,
  both: $localize`both sides`,
  alternating: $localize`side by side`,
};

/** Plays a version with its cues; the ribbon is the way about in it. */
@Component({
  selector: 'lc-player',
  imports: [AssemblyPlayer, CueLayer, Hurts, Playhead, Ribbon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './player.html',
  styleUrl: './player.css',
  host: { class: 'dim' },
})
export class Player implements OnDestroy {
  readonly lesson = input.required<PublishedLesson>();
  readonly cut = input.required<PublishedCut>();
  readonly token = input.required<string>();
  readonly recorder = input.required<Recorder>();
  readonly startMs = input(0);
  readonly autoplay = input(true);
  readonly hurt = output<Hurt>();
  readonly done = output();
  /** From the beginning, instead of where it was left. */
  readonly anew = output();

  protected readonly clock = clock;
  protected readonly player = viewChild(AssemblyPlayer);
  protected readonly captions = signal(localStorage.getItem(CAPTIONS) !== 'off');
  protected readonly rate = signal(1);
  protected readonly started = signal(false);
  /** Whether keys of a single letter do something. */
  protected readonly letters = signal(localStorage.getItem(LETTERS) !== 'off');
  /** Something hurts just now: what to do is shown, and nothing plays. */
  protected readonly hurting = signal<Hurt | null>(null);
  /** Each has a dialog of its own: one that a key has just closed is not taken for the next one, and stays closed. */
  protected readonly hurts = computed(() => [this.hurting()].filter((one) => one !== null));
  /** An upright screen has the cues under the film. */
  private readonly upright = uprightScreen();
  protected readonly frame = computed(() => (this.upright() ? FRAMES.page : FRAMES['16:9']));
  protected readonly cues = computed(() => {
    const upright = this.upright();
    return this.cut().cues.map((cue) => ({ ...cue, ...(upright ? cue.page : cue.wide) }));
  });
  protected readonly hasCaptions = computed(() => this.cut().cues.some((cue) => cue.kind === 'caption'));
  protected readonly playable = computed<Cut>(() => cutOf(this.cut().id, this.cut().pieces));
  protected readonly media = computed<ReadonlyMap<string, TakeMedia>>(
    () =>
      new Map(
        this.lesson().takes.flatMap(({ id, sources }) => {
          const picture = sources.find((one) => one.role === 'picture');
          const sound = sources.find((one) => one.role === 'sound');
          if (!picture) return [];
          return [
            [
              id,
              {
                picture: this.url(picture.mediaId, 'proxy.mp4'),
                poster: this.url(picture.mediaId, 'poster.jpg'),
                sound: sound ? { url: this.url(sound.mediaId, 'proxy.m4a'), offsetMs: sound.offsetMs } : null,
              },
            ] as const,
          ];
        }),
      ),
  );
  protected readonly sounds = computed(() =>
    this.cut().voices.map(({ mediaId, ...voice }) => ({ url: this.url(mediaId, 'proxy.m4a'), ...voice })),
  );
  protected readonly timeMs = computed(() => this.player()?.timeMs() ?? 0);
  protected readonly playing = computed(() => this.player()?.playing() ?? false);
  protected readonly looks = computed<StepLook[]>(() =>
    this.lesson().steps.map(({ id, name, region, pressure }) => ({ id, name, region, pressure })),
  );
  protected readonly passages = computed<Drawn[]>(() =>
    this.cut().passages.map((one) => ({
      ...one,
      beatsMs: [],
      spoken: isWork(one.kind) ? [] : [[one.startMs, one.endMs] as const],
    })),
  );
  /** The run of a step that plays just now. */
  private readonly run = computed(
    () => this.cut().steps.find((one) => one.startMs <= this.timeMs() && this.timeMs() < one.endMs) ?? null,
  );
  protected readonly step = computed(() => this.lesson().steps.find((one) => one.id === this.run()?.stepId) ?? null);
  protected readonly left = computed(() => clock(Math.max(0, this.cut().durationMs - this.timeMs())));
  protected readonly next = computed(() => {
    const now = this.timeMs();
    const coming = this.cut().passages.find((one) => isWork(one.kind) && one.startMs > now);
    if (!coming) return null;
    const same = coming.stepId === this.step()?.id;
    const name = this.lesson().steps.find((step) => step.id === coming.stepId)?.name ?? '';
    return { words: same ? (SIDE_WORDS[coming.side ?? ''] ?? name) : name, in: clock(coming.startMs - now) };
  });
  /** Why the film does not come. */
  protected readonly brokenWords = signal('');
  private wakeLock: { release(): Promise<void> } | null = null;

  constructor() {
    effect(() => {
      if (this.player()?.broken()) void untracked(() => this.askWhy());
    });
    effect(() => {
      const at = this.timeMs();
      const playing = this.playing();
      untracked(() => {
        if (playing) this.recorder().playing(at, this.rate());
      });
    });
    effect(() => {
      const playing = this.playing();
      untracked(() => {
        if (playing) {
          this.recorder().note('play', this.timeMs());
          void this.stayAwake();
        } else if (this.started()) {
          this.recorder().stopped(this.timeMs(), this.rate());
          this.recorder().note('pause', this.timeMs());
          void this.wakeLock?.release().catch(() => undefined);
        }
        if (playing) this.started.set(true);
      });
    });
  }

  ngOnDestroy(): void {
    this.recorder().stopped(this.timeMs(), this.rate());
    this.recorder().note('closed', this.timeMs());
  }

  @HostListener('document:keydown', ['$event'])
  protected onKey(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || this.hurting()) return;
    const onButton = (event.target as HTMLElement).closest('button') !== null;
    const act = (
      {
        ' ': onButton ? undefined : () => this.toggle(),
        ArrowRight: () => this.go(1),
        ArrowLeft: () => this.go(-1),
        a: () => this.again(),
        c: () => this.hasCaptions() && this.setCaptions(!this.captions()),
        h: () => this.itHurts(),
      } as Record<string, (() => void) | undefined>
    )[event.key];
    // Whoever speaks to the machine can switch the letters off (WCAG 2.2, 2.1.4).
    if (!act || (/^[a-z]$/.test(event.key) && !this.letters())) return;
    event.preventDefault();
    act();
  }

  protected toggle(): void {
    this.player()?.toggle();
  }

  /** The next of the speeds; what was played so far counts at the one before. */
  protected changeRate(): void {
    if (this.playing()) this.recorder().stopped(this.timeMs(), this.rate());
    const next = RATES[(RATES.indexOf(this.rate()) + 1) % RATES.length]!;
    this.rate.set(next);
    this.player()?.setRate(next);
  }

  protected setLetters(on: boolean): void {
    this.letters.set(on);
    localStorage.setItem(LETTERS, on ? 'on' : 'off');
  }

  protected setCaptions(on: boolean): void {
    this.captions.set(on);
    localStorage.setItem(CAPTIONS, on ? 'on' : 'off');
    this.recorder().note('captions', this.timeMs());
  }

  protected toStep(stepId: string): void {
    const run = this.cut().steps.find((one) => one.stepId === stepId);
    if (run) this.jump(run.startMs, 'step');
  }

  protected again(): void {
    const run = this.run() ?? [...this.cut().steps].reverse().find((one) => one.endMs <= this.timeMs());
    if (run) this.jump(run.startMs, 'again');
  }

  /** It hurts: everything stops, and what to do is said at once. */
  protected itHurts(): void {
    const run = this.run();
    if (!run) return;
    const at = this.timeMs();
    const worked = this.cut().passages.filter((one) => one.stepId === run.stepId && isWork(one.kind));
    // Between two sides it is the one that was worked last that hurts.
    const passage = worked.findLast((one) => one.startMs <= at && one.startMs >= run.startMs) ?? worked[0];
    const side = passage?.side === 'left' || passage?.side === 'right' ? passage.side : null;
    this.player()?.pause();
    this.hurting.set({ stepId: run.stepId, side });
  }

  /** The move is left out. */
  protected leaveOut(goOn: boolean): void {
    const hurt = this.hurting()!;
    this.hurting.set(null);
    this.hurt.emit(hurt);
    this.recorder().note('skip_hurts', this.timeMs());
    if (!goOn) {
      this.done.emit();
      return;
    }
    const run = this.run();
    const next = this.cut().steps.find((one) => one.startMs >= (run?.endMs ?? 0));
    this.jump(next ? next.startMs : (run?.endMs ?? 0), 'seek');
    this.player()?.toggle();
  }

  protected wasNothing(): void {
    this.hurting.set(null);
  }

  protected hurtWords(hurt: Hurt): string {
    const name = this.lesson().steps.find((step) => step.id === hurt.stepId)?.name ?? $localize`This move`;
    return hurt.side ? `${name}, ${SIDE_WORDS[hurt.side]}` : name;
  }

  protected finish(): void {
    this.recorder().stopped(this.cut().durationMs, this.rate());
    this.recorder().note('ended', this.cut().durationMs);
    this.recorder().finished();
    this.done.emit();
  }

  protected leaveEarly(): void {
    this.player()?.pause();
    this.done.emit();
  }

  protected jump(toMs: number, kind: 'step' | 'again' | 'seek'): void {
    const from = this.timeMs();
    this.recorder().stopped(from, this.rate());
    this.recorder().note(kind, from, toMs);
    this.player()?.seek(toMs);
  }

  private go(by: 1 | -1): void {
    const { steps } = this.cut();
    const now = this.timeMs();
    const target =
      by > 0
        ? steps.find((run) => run.startMs > now + 50)
        : [...steps].reverse().find((run) => run.startMs < now - 1500);
    if (target) this.jump(target.startMs, 'step');
    else if (by < 0) this.jump(0, 'seek');
  }

  /** The link may be closed, or the line broken: whoever shares it says which. */
  private async askWhy(): Promise<void> {
    this.brokenWords.set($localize`The film does not come in. Check your connection, then press Play.`);
    await loadFollow(this.token(), this.lesson().versionId).catch((error: unknown) =>
      this.brokenWords.set(wordsOf(error)),
    );
  }

  private url(mediaId: string, name: string): string {
    return `/api/follow/${this.token()}/media/${mediaId}/${name}`;
  }

  private async stayAwake(): Promise<void> {
    try {
      this.wakeLock = (await navigator.wakeLock?.request('screen')) ?? null;
    } catch {
      // A nicety: without it the screen may dim, and the lesson goes on.
    }
  }
}

/** Whether the screen stands upright, as it is turned. */
function uprightScreen(): Signal<boolean> {
  const query = matchMedia('(orientation: portrait)');
  const upright = signal(query.matches);
  const turned = (): void => upright.set(query.matches);
  query.addEventListener('change', turned);
  inject(DestroyRef).onDestroy(() => query.removeEventListener('change', turned));
  return upright.asReadonly();
}
