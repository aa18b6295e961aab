import { effect, signal, untracked, type Signal } from '@angular/core';
import type { SheetRow } from '@limber/core/proposal/sheet';
import type { TakeMs } from '@limber/core/time/clocks';
import type { AssemblyPlayer } from '@shared/assembly-player';

/** Before what is looked at begins, and after it ended, ms. */
const BEFORE_MS = 700;
export const AFTER_MS = 500;
/** What is looked at a second time: the end of it. */
const LAST_MS = 6000;
const RATES = [0.25, 0.5, 0.75, 1, 1.5, 2];
const RATE = 'limber.mark.rate';

/** Looking at rows of a take: each from a little before to a little after, once or round and round, slower or faster. */
export class Looking {
  readonly rate = signal(RATES.find((one) => one === Number(localStorage.getItem(RATE))) ?? 1);
  private readonly round = signal(false);
  private readonly stopMs = signal<TakeMs | null>(null);
  private readonly lookedAt = new Set<string>();

  /**
   * To be made where a component is.
   *
   * @param player plays the whole take, so that its time is the take's.
   */
  constructor(
    private readonly player: Signal<AssemblyPlayer | undefined>,
    private readonly timeMs: Signal<TakeMs>,
    chosen: Signal<SheetRow | null>,
  ) {
    effect(() => {
      const rate = this.rate();
      const opened = player();
      untracked(() => opened?.setRate(rate));
    });
    // What is looked at ends by itself, or begins again where it goes round.
    effect(() => {
      const [ms, stop] = [timeMs(), this.stopMs()];
      if (stop === null || ms < stop) return;
      untracked(() => {
        const row = chosen();
        if (this.round() && row) this.seek(row.startMs - BEFORE_MS);
        else {
          this.leave();
          player()?.pause();
        }
      });
    });
  }

  seek(takeMs: TakeMs): void {
    this.player()?.seek(Math.max(0, takeMs));
  }

  /** Plays a row, or several in one go. */
  at(...rows: readonly SheetRow[]): void {
    for (const { key } of rows) this.lookedAt.add(key);
    this.playFrom(rows[0]!.startMs - BEFORE_MS, rows[rows.length - 1]!.endMs + AFTER_MS);
  }

  /** Whether it was played as a whole since this was made. */
  hasLookedAt(row: SheetRow): boolean {
    return this.lookedAt.has(row.key);
  }

  /** Its last seconds alone. */
  atEndOf(row: SheetRow): void {
    this.playFrom(Math.max(row.startMs - BEFORE_MS, row.endMs - LAST_MS), row.endMs + AFTER_MS);
  }

  /** Goes round and round from now on, or no more. @returns which of both. */
  turnRound(): boolean {
    this.round.update((on) => !on);
    if (!this.round()) this.leave();
    return this.round();
  }

  /** Nothing is looked at any more: what plays goes on playing. */
  leave(): void {
    this.stopMs.set(null);
  }

  stopRound(): void {
    this.round.set(false);
    this.leave();
  }

  setRate(by: 1 | -1): void {
    const next = RATES[Math.max(0, Math.min(RATES.length - 1, RATES.indexOf(this.rate()) + by))]!;
    this.rate.set(next);
    localStorage.setItem(RATE, String(next));
  }

  /** Where the take was when the key was pressed that is being answered: not the picture that came up before it. */
  pressedAt(): TakeMs {
    const player = this.player();
    if (!player?.playing()) return this.timeMs();
    const pressed = (window.event as KeyboardEvent | undefined)?.timeStamp ?? performance.now();
    return this.timeMs() + Math.max(0, (pressed - player.shownAt) * this.rate());
  }

  private playFrom(fromMs: TakeMs, toMs: TakeMs): void {
    this.leave();
    this.seek(fromMs);
    this.stopMs.set(toMs);
    this.player()?.play();
  }
}
