import {
  afterNextRender,
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { CdkTrapFocus } from '@angular/cdk/a11y';
import { Button } from 'primeng/button';
import type { Cue } from '@limber/core/cue/cue';
import { describeDose } from '@limber/core/dose/dose';
import { doseFor } from '@limber/core/lesson/dose-for';
import { isMove, nameOfStep, type Step } from '@limber/core/lesson/lesson.schema';
import { framedOf, framedWords, neededOf } from '@limber/core/footage/framed';
import { FRAMING_NAMES, framingOf, widestFraming } from '@limber/core/move/framing';
import type { Framing } from '@limber/core/move/move.schema';
import { aheadWords } from '@limber/core/prompt/pacing';
import type { Prompt } from '@limber/core/prompt/prompts';
import type { Press } from '@limber/core/prompt/session';
import type { PromptView } from '@limber/core/prompt/view';
import { clock } from '@limber/core/time/clock';
import { keepInSight } from '@shared/keep-in-sight';
import { PromptWords } from '@shared/prompt-words';
import { LessonStore } from '../../api/lesson-store';
import { InEar } from './in-ear';
import type { Filming } from './filming';
import type { PrompterChoices } from './prompter-choices';
import type { Recording } from './recording';
import { logRows } from './log-rows';
import { kindWords, sideWords } from './prompt-words';
import { SecondScreen } from './second-screen';
import { Voice } from './voice';

/** Keys that mean something of their own; every other key goes on, so that any pedal does. */
const PRESSES: Readonly<Record<string, Press>> = {
  ArrowLeft: 'back',
  PageUp: 'back',
  Backspace: 'again',
  p: 'pause',
  P: 'pause',
  c: 'clap',
  C: 'clap',
};
const SILENT = new Set(['Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'Tab', 'Dead', 'F11', 'F5', 'F12']);
/** More pips than this are no help at three metres. */
const MOST_PIPS = 12;

/** The prompter while one films or rehearses: the whole screen, read at three metres, driven by any key. */
@Component({
  selector: 'lc-prompting',
  imports: [Button, PromptWords, Voice],
  hostDirectives: [CdkTrapFocus],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prompting.html',
  styleUrl: './prompting.css',
  host: {
    role: 'dialog',
    class: 'dim',
    'aria-modal': 'true',
    '[attr.aria-label]': 'name',
    tabindex: '-1',
    '(document:keydown)': 'onKey($event)',
    '(click)': 'onTap($event)',
    '(window:beforeunload)': 'onLeave($event)',
    '(document:fullscreenchange)': 'onFullScreen()',
    '(document:visibilitychange)': 'onHidden()',
  },
})
export class Prompting {
  readonly filming = input.required<Filming>();
  readonly choices = input.required<PrompterChoices>();
  readonly recording = input<Recording | null>(null);
  /** Why the recording is not being sent along, in words. */
  readonly notSent = input('');
  readonly ended = output<void>();
  protected readonly name = $localize`Prompter`;
  private readonly app = inject(ApplicationRef);
  private readonly store = inject(LessonStore);
  private readonly secondScreen = inject(SecondScreen);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly steps = computed(
    () =>
      new Map<string | null, { step: Step; number: number }>(
        this.store.lesson().steps.map((step, at) => [step.id, { step, number: at + 1 }]),
      ),
  );

  /** The sentences of what is said now, those before and those to come. */
  private readonly run = computed(() => {
    const { prompts, state } = this.filming();
    const { at } = state();
    if (prompts[at]!.as !== 'say') return [];
    let from = at;
    while (!prompts[from]!.opens) from--;
    let to = at + 1;
    while (prompts[to]?.as === 'say' && !prompts[to]!.opens) to++;
    return prompts.slice(from, to).map((one, i) => ({ at: from + i, text: one.text }));
  });
  private readonly heading = computed(() => {
    const { stepId, side, kind, comesAfter } = this.filming().prompt();
    const known = this.steps().get(stepId);
    if (!known) return kindWords(kind);
    const after = comesAfter === null ? '' : $localize`after ${this.nameOf(comesAfter)}`;
    return [String(known.number), nameOfStep(known.step), sideWords(side), after].filter(Boolean).join(' · ');
  });
  private readonly does = computed(() =>
    this.filming().shown().letsGo ? $localize`Let go` : this.describe(this.filming().prompt()),
  );
  private readonly then = computed(() => {
    const { prompts, state } = this.filming();
    const next = prompts[(this.run().at(-1)?.at ?? state().at) + 1];
    const { leadsTo } = prompts[state().at]!;
    if (leadsTo !== null) return $localize`then comes ${this.nameOf(leadsTo)}, which is filmed`;
    if (!next) return '';
    return $localize`then ${next.as === 'say' ? `“${next.text}”` : this.describe(next)}`;
  });
  private readonly count = computed(() => {
    const figure: Cue | null = this.filming().shown().count;
    if (this.filming().prompt().as !== 'work' || !figure) return null;
    const { value, of, kind } = figure;
    const counted = kind === 'count' && of !== null && of <= MOST_PIPS;
    return {
      value,
      words: kind === 'count' ? $localize`of ${of}` : $localize`seconds left`,
      pips: counted ? of : 0,
      done: value ?? 0,
    };
  });
  /** What has to be in the picture: for all of it before the first press, then for the step at hand. */
  private readonly needs = computed((): Framing => {
    const moves = this.store.lesson().steps.flatMap((step) => (isMove(step) ? [step.move] : []));
    const step = this.steps().get(this.filming().prompt().stepId)?.step;
    return this.filming().started() && step && isMove(step) ? framingOf(step.move) : widestFraming(moves);
  });
  /** How she sits in the picture; null where there is none, or nobody can tell. */
  protected readonly framed = computed(() => {
    const face = this.recording()?.glances?.face();
    if (face === undefined) return null;
    const [needs, { as }] = [this.needs(), this.filming().prompt()];
    const framed = framedOf(face, needs);
    const area = face && neededOf(face, needs);
    return {
      good: framed === 'good',
      // Hands before the face hide it: while she works nothing is said of it, and nobody reads it either.
      words: !this.filming().started() || as === 'wait' || as === 'change' ? framedWords(framed, needs) : '',
      area: area && { top: 100 * area.from, height: 100 * (area.to - area.from) },
      across: face && { left: 100 * (1 - face.right), width: 100 * (face.right - face.left) },
    };
  });
  protected readonly framing = computed(() => FRAMING_NAMES[this.needs()]);
  private readonly guide = computed((): PromptView['framing'] => {
    const held = this.framed();
    if (!held) return null;
    if (held.words) return { words: held.words, good: false };
    return held.good && !this.filming().started()
      ? { words: $localize`Well in the picture: ${this.framing()}`, good: true }
      : null;
  });
  /** Seconds left of a wait or a change of side. */
  private readonly left = computed(() => {
    const { as, startMs, endMs } = this.filming().prompt();
    if (as !== 'wait' && as !== 'change') return null;
    return Math.max(0, Math.ceil((endMs - startMs - this.filming().inPromptMs()) / 1000));
  });
  /** All that is read, as plain words: here, and on a second screen. */
  readonly view = computed(
    (): PromptView => {
      const { state, shown, started, paused, recordedMs, aheadMs } = this.filming();
      const { at } = state();
      const said = this.run().map((one) => ({
        text: one.text,
        is: one.at < at ? ('said' as const) : one.at === at ? ('now' as const) : ('coming' as const),
      }));
      return {
        where: this.heading(),
        said,
        does: said.length > 0 ? '' : this.does(),
        over: said.length > 0 ? '' : (shown().line?.text ?? ''),
        count: this.count(),
        leftS: this.left(),
        then: this.then(),
        framing: this.guide(),
        state: !started() ? 'ready' : paused() ? 'paused' : 'running',
        clock: clock(recordedMs()),
        ahead: aheadWords(aheadMs()),
      };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly logged = computed(
    () => {
      const { prompts, state } = this.filming();
      return logRows(prompts, state(), (stepId) => this.nameOf(stepId));
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  /** The log a moment later: what is read comes first, and neither keeps the camera waiting for both. */
  protected readonly rows = signal<ReturnType<typeof logRows>>([]);
  protected readonly buttons = computed((): readonly { press: Press; key: string; words: string }[] => [
    { press: 'on', key: $localize`any key`, words: $localize`on` },
    { press: 'back', key: '←', words: $localize`back` },
    { press: 'pause', key: 'P', words: $localize`pause` },
    ...(this.recording() ? [{ press: 'clap' as const, key: 'C', words: $localize`clap` }] : []),
    { press: 'again', key: '⌫', words: $localize`fluffed, again from here` },
  ]);
  /** For whoever listens to the screen: what changes, not every number. */
  protected readonly spoken = computed(() => `${this.heading()}. ${this.does()}`);

  constructor() {
    let ear: InEar | null = null;
    inject(DestroyRef).onDestroy(() => {
      ear?.end();
      if (document.fullscreenElement === this.host) void document.exitFullscreen().catch(() => undefined);
    });
    effect(() => {
      const wanted = this.choices().click;
      if (wanted === 'off') return;
      ear ??= new InEar(wanted);
      const numbers = this.filming().prompts.flatMap((one) => one.counts.flatMap(({ value }) => value ?? []));
      ear.expect(new Set(numbers));
    });
    // Once for each, whatever else of what is shown changes.
    const figure = computed(() => this.filming().shown().count, { equal: (a, b) => a?.key === b?.key });
    effect(() => {
      const count = figure();
      if (count && this.filming().started()) untracked(() => void ear?.tell(count.value));
    });
    effect(() => {
      const view = this.view();
      // Told here, and not by the page behind: that would be looked through anew with every word.
      untracked(() => this.secondScreen.show(view));
    });
    effect(() => {
      if (this.filming().ended()) untracked(() => this.ended.emit());
    });
    effect((onCleanup) => {
      const rows = this.logged();
      const timer = setTimeout(() => {
        this.rows.set(rows);
        this.app.tick();
      });
      onCleanup(() => clearTimeout(timer));
    });
    const here = computed(() => this.rows().findIndex((row) => row.here));
    keepInSight('.log .here', here);
    // A browser that does not fill the screen shows the same in its window.
    afterNextRender(() => {
      this.host.focus();
      void this.host.requestFullscreen?.().catch(() => undefined);
    });
  }

  protected press(press: Press): void {
    this.filming().press(press);
  }

  protected onKey(event: KeyboardEvent): void {
    if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || SILENT.has(event.key)) return;
    // A button that has the focus is pressed by its own keys.
    const onButton =
      (event.target as HTMLElement).closest?.('lc-prompting button') && ['Enter', ' '].includes(event.key);
    if (onButton) return;
    event.preventDefault();
    event.stopPropagation();
    const over = this.filming().paused() || !this.filming().started();
    if (event.key === 'Escape') this.press(over ? 'end' : 'pause');
    else this.press(PRESSES[event.key] ?? 'on');
  }

  /** A tap anywhere but on what is pressed goes on: hands are oily, and far away. */
  protected onTap(event: MouseEvent): void {
    if (!(event.target as HTMLElement).closest('button, video, .paused')) this.press('on');
  }

  /** Escape leaves the full screen before anybody hears of it: it pauses, as it does in a window. */
  protected onFullScreen(): void {
    if (document.fullscreenElement === null) this.pause();
  }

  /** What is recorded is kept, but nothing more would be. */
  protected onLeave(event: BeforeUnloadEvent): void {
    if (this.recording() && !this.filming().ended()) event.preventDefault();
  }

  /** Nobody reads a page that is hidden. */
  protected onHidden(): void {
    if (document.hidden) this.pause();
  }

  /** A press of the same would end a pause. */
  private pause(): void {
    if (!this.filming().paused()) this.press('pause');
  }

  private nameOf(stepId: string): string {
    const known = this.steps().get(stepId);
    return known ? nameOfStep(known.step) : '';
  }

  private describe({ as, kind, stepId, side }: Prompt): string {
    const step = this.steps().get(stepId)?.step;
    if (as === 'change') return $localize`Change sides: ${sideWords(side)}`;
    if (as === 'wait') return kind === 'prep' ? $localize`Get ready` : $localize`Rest`;
    if (as === 'work' && step && isMove(step)) return describeDose(doseFor(step, side));
    return kindWords(kind);
  }
}
