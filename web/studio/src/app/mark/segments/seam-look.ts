import { ChangeDetectionStrategy, Component, computed, inject, input, output, viewChild } from '@angular/core';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { cutOf, sliceOf } from '@limber/core/assembly/cut';
import { fullCut } from '@limber/core/assembly/cuts';
import { playedOf } from '@limber/core/assembly/other-count';
import { cursor } from '@limber/core/assembly/place';
import type { Repair } from '@limber/core/check/finding';
import { applyChange } from '@limber/core/lesson/change';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';
import { AssemblyPlayer, type TakeMedia } from '@shared/assembly-player';
import { LessonStore } from '../../api/lesson-store';
import { countAt, CountPlate } from './count-plate';

/** So much before the jump is played, and after the part ends, ms. */
const BEFORE_MS = 5000;
const AFTER_MS = 1500;

/** How the film would go where it jumps, with its numbers drawn in: to be looked at before it is made so. */
@Component({
  selector: 'lc-seam-look',
  imports: [AssemblyPlayer, Button, CountPlate, Dialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      [visible]="true"
      (visibleChange)="left.emit()"
      [modal]="true"
      [draggable]="false"
      [resizable]="false"
      [header]="name()"
      styleClass="seam"
    >
      @if (seam(); as one) {
        <lc-assembly-player [cut]="one.cut" [media]="media()" [autoplay]="true">
          @if (counted(); as number) {
            <lc-count-plate [count]="number" data-testid="seam-count" />
          }
        </lc-assembly-player>
        <p i18n>
          So it would play. The picture jumps where the bar is marked: look at the hands and listen whether anything
          gives it away.
        </p>
        <div class="bar" aria-hidden="true">
          <span class="played" [style.width.%]="at()"></span>
          @for (left of one.jumps; track left) {
            <span class="jump" [style.left.%]="left"></span>
          }
        </div>
        <p class="answers">
          <p-button [outlined]="true" (onClick)="again()" i18n>See it again</p-button>
          <p-button (onClick)="made.emit()" data-testid="seam-made" i18n>Let it play so</p-button>
          <p-button [text]="true" (onClick)="left.emit()" i18n>Leave it as it was</p-button>
        </p>
      } @else {
        <p role="alert" i18n>The lesson has changed meanwhile. Close this, and look at the row anew.</p>
      }
    </p-dialog>
  `,
  styles: `
    lc-assembly-player {
      width: min(720px, 86vw);
      aspect-ratio: 16 / 9;
      border-radius: 12px;
    }
    p {
      max-width: 66ch;
      margin: 12px 0 10px;
    }
    .bar {
      position: relative;
      height: 6px;
      border-radius: 3px;
      background: var(--line);
    }
    .played {
      display: block;
      height: 100%;
      border-radius: 3px;
      background: var(--honey);
    }
    .jump {
      position: absolute;
      top: -4px;
      width: 4px;
      height: 14px;
      border-radius: 2px;
      background: var(--clay);
    }
    .answers {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
})
export class SeamLook {
  readonly repair = input.required<Repair>();
  readonly media = input.required<ReadonlyMap<string, TakeMedia>>();
  readonly made = output();
  readonly left = output();
  private readonly store = inject(LessonStore);
  private readonly player = viewChild(AssemblyPlayer);

  /** The lesson as it would be; null where it has changed so that it cannot be any more. */
  private readonly after = computed(() => {
    try {
      return applyChange(this.store.lesson(), this.repair().change!);
    } catch {
      return null;
    }
  });
  protected readonly seam = computed(() => {
    const after = this.after();
    const { segmentId, atMs } = this.repair().lookFirst!;
    const played = after && playedOf(after, segmentId);
    if (!played) return null;
    const whole = fullCut(after);
    const fromMs = Math.max(0, atMs - BEFORE_MS);
    const cut = cutOf('full', sliceOf(whole, [[fromMs, Math.min(whole.durationMs, played.endMs + AFTER_MS)]]));
    const jumpsMs = [...cursor(cut)].slice(1).map((stretch) => stretch.startMs);
    return {
      ...{ cut, beatsMs: played.beatsMs.map((ms) => ms - fromMs) },
      jumps: jumpsMs.map((ms) => (100 * ms) / cut.durationMs),
    };
  });
  protected readonly name = computed(() => {
    const { steps, segments } = this.after() ?? this.store.lesson();
    const segment = segments.find((one) => one.id === this.repair().lookFirst!.segmentId);
    const step = steps.find((one) => one.id === segment?.stepId);
    return step ? `${nameOfStep(step)}: ${this.repair().label}` : this.repair().label;
  });
  private readonly timeMs = computed(() => this.player()?.timeMs() ?? 0);
  protected readonly at = computed(() => (100 * this.timeMs()) / (this.seam()?.cut.durationMs ?? 1));
  protected readonly counted = computed(() => countAt(this.seam()?.beatsMs ?? [], this.timeMs()));

  protected again(): void {
    this.player()?.seek(0);
    this.player()?.play();
  }
}
