import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, signal } from '@angular/core';
import type { Box } from '@limber/core/cue/frame';
import type { Take } from '@limber/core/lesson/take.schema';
import { LessonStore } from '../../api/lesson-store';

/** How far a press of a key moves it, or makes it larger, as a share of the picture. */
const STEP = 0.02;
const LEAST = 0.03;
const NEW: Box = [0.72, 0.8, 0.2, 0.12];
const MOVES: Readonly<Record<string, Box>> = {
  ArrowLeft: [-STEP, 0, 0, 0],
  ArrowRight: [STEP, 0, 0, 0],
  ArrowUp: [0, -STEP, 0, 0],
  ArrowDown: [0, STEP, 0, 0],
  '+': [0, 0, STEP, STEP],
  '-': [0, 0, -STEP, -STEP],
};

interface Held {
  readonly at: number;
  /** By its corner it is made larger, elsewhere it is moved. */
  readonly corner: boolean;
  readonly x: number;
  readonly y: number;
  readonly box: Box;
}

/** Places of a picture that nothing is drawn over, as they are put there: dragged, made larger at a corner, taken away. */
@Component({
  selector: 'lc-free-places',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (box of shown(); track $index) {
      <div
        class="place"
        role="group"
        tabindex="0"
        aria-label="A place that is kept free: arrows move it, plus and minus change its size, delete takes it away"
        i18n-aria-label
        data-testid="free-place"
        [style.left.%]="100 * box[0]"
        [style.top.%]="100 * box[1]"
        [style.width.%]="100 * box[2]"
        [style.height.%]="100 * box[3]"
        (pointerdown)="grasp($event, $index, false)"
        (pointermove)="drag($event)"
        (pointerup)="drop()"
        (pointercancel)="held.set(null)"
        (keydown)="onKey($event, $index)"
      >
        <button
          type="button"
          aria-label="Do not keep it free any more"
          i18n-aria-label
          (pointerdown)="$event.stopPropagation()"
          (click)="remove($index)"
        >
          <i class="pi pi-times" aria-hidden="true"></i>
        </button>
        <span class="corner" aria-hidden="true" (pointerdown)="grasp($event, $index, true)"></span>
      </div>
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
    }
    .place {
      position: absolute;
      pointer-events: auto;
      touch-action: none;
      cursor: grab;
      background: repeating-linear-gradient(-45deg, rgb(140 201 184 / 0.34) 0 5px, rgb(33 26 38 / 0.25) 5px 10px);
      border: 2px solid #8cc9b8;
      border-radius: 8px;
    }
    .place:focus-visible {
      outline: 3px solid var(--honey);
      outline-offset: 2px;
    }
    button {
      position: absolute;
      top: -12px;
      left: -12px;
      display: grid;
      place-items: center;
      width: 24px;
      height: 24px;
      padding: 0;
      color: #2b2330;
      background: #8cc9b8;
      border: 0;
      border-radius: 12px;
      cursor: pointer;
    }
    button .pi {
      font-size: 11px;
    }
    .corner {
      position: absolute;
      right: -8px;
      bottom: -8px;
      width: 18px;
      height: 18px;
      background: #8cc9b8;
      border-radius: 9px;
      cursor: nwse-resize;
    }
  `,
})
export class FreePlaces {
  readonly take = input.required<Take>();
  private readonly store = inject(LessonStore);
  private readonly boxes = computed((): readonly Box[] => this.take().keptFree);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly held = signal<Held | null>(null);
  /** Where the held one would be. */
  private readonly tried = signal<Box | null>(null);
  protected readonly shown = computed(() => {
    const [held, tried] = [this.held(), this.tried()];
    return this.boxes().map((box, at) => (held?.at === at && tried ? tried : box));
  });

  /** One more, where signs of films usually are. */
  add(): void {
    this.set([...this.boxes(), NEW]);
  }

  protected grasp(event: PointerEvent, at: number, corner: boolean): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    const target = event.target as HTMLElement;
    (target.closest('.place') ?? target).setPointerCapture(event.pointerId);
    this.tried.set(null);
    this.held.set({ at, corner, x: event.clientX, y: event.clientY, box: this.boxes()[at]! });
  }

  protected drag({ clientX, clientY }: PointerEvent): void {
    const held = this.held();
    if (!held) return;
    const { width, height } = this.host.getBoundingClientRect();
    const [dx, dy] = [(clientX - held.x) / width, (clientY - held.y) / height];
    this.tried.set(moved(held.box, held.corner ? [0, 0, dx, dy] : [dx, dy, 0, 0]));
  }

  protected drop(): void {
    const [held, tried] = [this.held(), this.tried()];
    this.held.set(null);
    if (held && tried) this.put(held.at, tried);
  }

  protected onKey(event: KeyboardEvent, at: number): void {
    const by = MOVES[event.key];
    if (!by && event.key !== 'Delete' && event.key !== 'Backspace') return;
    // Elsewhere on the bench these keys go through pictures, moments and cues.
    event.preventDefault();
    event.stopPropagation();
    if (by) this.put(at, moved(this.boxes()[at]!, by));
    else this.remove(at);
  }

  protected remove(at: number): void {
    this.set(this.boxes().filter((_, i) => i !== at));
  }

  private put(at: number, box: Box): void {
    if (box.join() !== this.boxes()[at]!.join()) this.set(this.boxes().map((one, i) => (i === at ? box : one)));
  }

  private set(boxes: readonly Box[]): void {
    this.store.edit({ kind: 'set_take', takeId: this.take().id, field: 'keptFree', value: [...boxes] });
  }
}

/** Moved or made larger, and all of it in the picture. */
function moved([x, y, width, height]: Box, by: Box): Box {
  const share = (value: number, least: number, most: number): number =>
    Math.round(1000 * Math.min(most, Math.max(least, value))) / 1000;
  const [wide, high] = [share(width + by[2], LEAST, 1 - x), share(height + by[3], LEAST, 1 - y)];
  return [share(x + by[0], 0, 1 - wide), share(y + by[1], 0, 1 - high), wide, high];
}
