import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  HostListener,
  input,
  OnDestroy,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';

import { cutOf, type Cut } from '@limber/core/assembly/cut';
import type { StepLook } from '@limber/core/assembly/passage';
import { pressureWords } from '@limber/core/move/pressure';
import { clock } from '@limber/core/time/clock';
import type { PublishedCut, PublishedLesson } from '@limber/core/viewing/published.schema';
import { CueLayer } from '@shared/cue-layer';

import { AssemblyPlayer, type TakeMedia } from '@shared/assembly-player';

import { Ribbon } from '@shared/ribbon';
import type { Drawn } from '@shared/ribbon-geometry';

import type { Recorder } from './recorder';
import { isWork } from '@limber/core/lesson/segment-kind';

const CAPTIONS = 'limber.captions';
/** Slower for who cannot keep up, a little faster for who knows it. */
const RATES = [1, 0.75, 0.5, 1.25];
const SIDE_WORDS: Readonly<Record<string, string>> = {
  left: 'your left',
  right: 'your right',
  both: 'both sides',
  alternating: 'side by side',
};

/** Plays a version with its cues; the ribbon is the way about in it. */
@Component({
  selector: 'lc-player',
  imports: [AssemblyPlayer, CueLayer, Ribbon],
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
  readonly hurt = output<string>();
  readonly done = output();
  /** From the beginning, instead of where it was left. */
  readonly anew = output();

  protected readonly clock = clock;
  protected readonly player = viewChild(AssemblyPlayer);
  protected readonly captions = signal(localStorage.getItem(CAPTIONS) !== 'off');
  protected readonly rate = signal(1);
  protected readonly started = signal(false);
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
  protected readonly pressure = computed(() => (this.step() ? pressureWords(this.step()!.pressure) : ''));
  private wakeLock: { release(): Promise<void> } | null = null;

  constructor() {
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
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const onButton = (event.target as HTMLElement).closest('button') !== null;
    const act = (
      {
        ' ': onButton ? undefined : () => this.toggle(),
        ArrowRight: () => this.go(1),
        ArrowLeft: () => this.go(-1),
        a: () => this.again(),
        c: () => this.setCaptions(!this.captions()),
        h: () => this.skip(),
      } as Record<string, (() => void) | undefined>
    )[event.key];
    if (!act) return;
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

  /** It hurts: noted, and on to the next step. */
  protected skip(): void {
    const run = this.run();
    if (!run) return;
    this.hurt.emit(run.stepId);
    this.recorder().note('skip_hurts', this.timeMs());
    const next = this.cut().steps.find((one) => one.startMs >= run.endMs);
    this.jump(next ? next.startMs : run.endMs, 'seek');
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
