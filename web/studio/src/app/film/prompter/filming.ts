import { computed, signal } from '@angular/core';
import { aheadMs, nowIn } from '@limber/core/prompt/pacing';
import type { Prompt } from '@limber/core/prompt/prompts';
import { begun, flowed, pressed, timeIn, type Press, type Session } from '@limber/core/prompt/session';

/** So often it is looked at the clock, ms. */
const TICK_MS = 100;

/** A run through the prompts on a clock: of a recording, or of a rehearsal. */
export class Filming {
  private readonly session = signal<Session | null>(null);
  private readonly now = signal(0);
  private flowsFromMs = 0;
  /** Claps before it was begun, ms. */
  private readonly claps: number[] = [];
  private ticking: ReturnType<typeof setInterval> | undefined;

  /** Ended before it was begun. */
  private readonly left = signal(false);

  /** The recording runs already while somebody sits down: it begins with the first press. */
  readonly started = computed(() => this.session() !== null);
  readonly state = computed(() => this.session() ?? begun(this.prompts, this.now(), this.claps));
  readonly prompt = computed(() => this.prompts[this.state().at]!);
  readonly recordedMs = computed(() => this.now());
  /** The time of the plan that is through, without pauses and what was spoilt, ms. */
  readonly ownMs = computed(() => timeIn(this.state(), this.now()));
  readonly inPromptMs = computed(() => this.ownMs() - this.state().sinceMs);
  readonly aheadMs = computed(() => aheadMs(this.prompts, this.state(), this.state().pausedAtMs ?? this.now()));
  readonly shown = computed(() => nowIn(this.prompts, this.state(), this.now()));
  readonly ended = computed(() => this.left() || this.state().ended);
  readonly paused = computed(() => this.state().pausedAtMs !== null);

  /**
   * @param clock ms since the recording began.
   * @param told what is called whenever something was written in the log.
   */
  constructor(
    readonly prompts: readonly Prompt[],
    private readonly clock: () => number,
    private flows: boolean,
    private readonly told: (session: Session) => void,
  ) {}

  /** @param ticked what is called after every look at the clock. */
  begin(ticked: () => void = () => undefined): void {
    this.tick();
    this.ticking = setInterval(() => {
      this.tick();
      ticked();
    }, TICK_MS);
  }

  press(press: Press): void {
    if (this.ended()) return;
    this.tick();
    if (!this.started()) return this.first(press);
    this.set(pressed(this.prompts, this.state(), press, this.now()));
    if (this.ended()) this.stop();
  }

  private first(press: Press): void {
    if (press === 'clap') this.claps.push(this.now());
    if (press === 'clap' || press === 'pause') return;
    if (press === 'end') {
      this.left.set(true);
      return this.stop();
    }
    this.flowsFromMs = this.now();
    this.set(begun(this.prompts, this.now(), this.claps));
  }

  /** Whether it goes on by itself. */
  flow(on: boolean): void {
    this.tick();
    this.flows = on;
    this.flowsFromMs = this.now();
  }

  stop(): void {
    clearInterval(this.ticking);
  }

  private tick(): void {
    this.now.set(this.clock());
    if (this.flows && this.started()) this.set(flowed(this.prompts, this.state(), this.now(), this.flowsFromMs));
  }

  private set(session: Session): void {
    const before = this.session();
    if (before === session) return;
    this.session.set(session);
    if (before?.entries !== session.entries) this.told(session);
  }
}
