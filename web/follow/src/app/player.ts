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

import { toLessonMs, toTakeMs } from '@limber/core/assembly/filmed';
import { type Passage, type StepLook } from '@limber/core/assembly/passage';
import { pressureWords } from '@limber/core/move/pressure';
import { clock } from '@limber/core/time/clock';
import type { Follow } from '@limber/core/viewing/published.schema';
import { CueLayer } from '@shared/cue-layer';

import { Footage } from '@shared/footage';

import { Ribbon } from '@shared/ribbon';

import type { Recorder } from './recorder';
import { isWork } from '@limber/core/lesson/segment-kind';

const CAPTIONS = 'limber.captions';
const TAKE = 'take';
const SIDE_WORDS: Readonly<Record<string, string>> = {
  left: 'your left',
  right: 'your right',
  both: 'both sides',
  alternating: 'side by side',
};

/** Plays a version with its cues; the ribbon is the way about in it. */
@Component({
  selector: 'lc-player',
  imports: [CueLayer, Footage, Ribbon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './player.html',
  styleUrl: './player.css',
  host: { class: 'dim' },
})
export class Player implements OnDestroy {
  readonly lesson = input.required<Follow>();
  readonly token = input.required<string>();
  readonly recorder = input.required<Recorder>();
  readonly startMs = input(0);
  readonly hurt = output<string>();
  readonly done = output();

  protected readonly clock = clock;
  protected readonly footage = viewChild(Footage);
  protected readonly captions = signal(localStorage.getItem(CAPTIONS) !== 'off');
  protected readonly rate = signal(1);
  protected readonly src = computed(() => `/api/follow/${this.token()}/proxy.mp4`);
  private readonly pieces = computed(() => this.lesson().pieces.map((piece) => ({ takeId: TAKE, ...piece })));
  protected readonly timeMs = computed(() => {
    const at = this.footage()?.timeMs() ?? 0;
    return toLessonMs(this.pieces(), TAKE, at) ?? at;
  });
  protected readonly playing = computed(() => this.footage()?.playing() ?? false);
  protected readonly looks = computed<StepLook[]>(() =>
    this.lesson().steps.map(({ id, name, region, pressure }) => ({ id, name, region, pressure })),
  );
  protected readonly passages = computed<Passage[]>(() =>
    this.lesson().passages.map((one) => ({
      ...one,
      beatsMs: [],
      words: '',
      spoken: isWork(one.kind) ? [] : [[one.startMs, one.endMs] as const],
    })),
  );
  protected readonly step = computed(
    () => this.lesson().steps.find((step) => step.startMs <= this.timeMs() && this.timeMs() < step.endMs) ?? null,
  );
  protected readonly left = computed(() => clock(Math.max(0, this.lesson().durationMs - this.timeMs())));
  protected readonly next = computed(() => {
    const now = this.timeMs();
    const coming = this.lesson().passages.find((one) => isWork(one.kind) && one.startMs > now);
    if (!coming) return null;
    const same = coming.stepId === this.step()?.id;
    const name = this.lesson().steps.find((step) => step.id === coming.stepId)?.name ?? '';
    return { words: same ? (SIDE_WORDS[coming.side ?? ''] ?? name) : name, in: clock(coming.startMs - now) };
  });
  protected readonly startAtMs = computed(() => toTakeMs(this.pieces(), this.startMs())?.takeMs ?? 0);
  protected readonly pressure = computed(() => (this.step() ? pressureWords(this.step()!.pressure) : ''));
  private wakeLock: { release(): Promise<void> } | null = null;
  private started = false;

  constructor() {
    effect(() => {
      const at = this.timeMs();
      const playing = this.playing();
      untracked(() => {
        if (playing) this.recorder().playing(at, this.rate());
        this.skipGap();
      });
    });
    effect(() => {
      const playing = this.playing();
      untracked(() => {
        if (playing) {
          this.recorder().note('play', this.timeMs());
          void this.stayAwake();
        } else if (this.started) {
          this.recorder().stopped(this.timeMs(), this.rate());
          this.recorder().note('pause', this.timeMs());
          void this.wakeLock?.release().catch(() => undefined);
        }
        this.started ||= playing;
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
    this.footage()?.toggle();
  }

  protected setCaptions(on: boolean): void {
    this.captions.set(on);
    localStorage.setItem(CAPTIONS, on ? 'on' : 'off');
    this.recorder().note('captions', this.timeMs());
  }

  protected toStep(stepId: string): void {
    const step = this.lesson().steps.find((one) => one.id === stepId);
    if (step) this.jump(step.startMs, 'step');
  }

  protected again(): void {
    const step = this.step() ?? [...this.lesson().steps].reverse().find((one) => one.endMs <= this.timeMs());
    if (step) this.jump(step.startMs, 'again');
  }

  /** It hurts: noted, and on to the next step. */
  protected skip(): void {
    const step = this.step();
    if (!step) return;
    this.hurt.emit(step.id);
    this.recorder().note('skip_hurts', this.timeMs());
    const next = this.lesson().steps.find((one) => one.startMs >= step.endMs);
    this.jump(next ? next.startMs : step.endMs, 'seek');
  }

  protected finish(): void {
    this.recorder().stopped(this.lesson().durationMs, this.rate());
    this.recorder().note('ended', this.lesson().durationMs);
    this.done.emit();
  }

  protected leaveEarly(): void {
    this.footage()?.pause();
    this.done.emit();
  }

  private go(by: 1 | -1): void {
    const { steps } = this.lesson();
    const now = this.timeMs();
    const target =
      by > 0
        ? steps.find((step) => step.startMs > now + 50)
        : [...steps].reverse().find((step) => step.startMs < now - 1500);
    if (target) this.jump(target.startMs, 'step');
    else if (by < 0) this.jump(0, 'seek');
  }

  private jump(toMs: number, kind: 'step' | 'again' | 'seek'): void {
    const from = this.timeMs();
    this.recorder().stopped(from, this.rate());
    this.recorder().note(kind, from, toMs);
    const at = toTakeMs(this.pieces(), toMs);
    if (at) this.footage()?.seek(at.takeMs);
  }

  /** Between two pieces of the footage that do not touch, on to the next. */
  private skipGap(): void {
    const footage = this.footage();
    if (!footage?.playing()) return;
    const at = footage.timeMs();
    if (toLessonMs(this.pieces(), TAKE, at) !== null) return;
    const next = this.pieces().find((piece) => piece.fromMs > at);
    if (next) footage.seek(next.fromMs);
    else {
      footage.pause();
      this.finish();
    }
  }

  private async stayAwake(): Promise<void> {
    try {
      this.wakeLock = (await navigator.wakeLock?.request('screen')) ?? null;
    } catch {
      // A nicety: without it the screen may dim, and the lesson goes on.
    }
  }
}
