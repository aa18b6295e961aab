import { ChangeDetectionStrategy, Component, ElementRef, inject, input, output, signal } from '@angular/core';
import type { Box, Frame } from '@limber/core/cue/frame';
import { boxWanted, ownPlaceOf } from '@limber/core/cue/own-place';
import type { OwnPlace } from '@limber/core/lesson/override.schema';

/** So near to an edge or the middle of its room it stands there. */
const NEAR = 0.03;
/** How far a press of an arrow moves it, as a share of its room. */
const STEP = 0.02;
const ARROWS: Readonly<Record<string, OwnPlace>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** What the chosen cue is taken by in the picture: dragged, or moved by the arrows. */
@Component({
  selector: 'lc-place-handle',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      [class.held]="from() !== null"
      [style.left.%]="100 * (box()[0] - MARGIN)"
      [style.top.%]="100 * (box()[1] - MARGIN / frame().height)"
      [style.width.%]="100 * (box()[2] + 2 * MARGIN)"
      [style.height.%]="100 * (box()[3] + (2 * MARGIN) / frame().height)"
      aria-label="Move it: drag it, or press the arrows"
      i18n-aria-label
      title="Drag it where it is to stand, or press the arrows"
      i18n-title
      data-testid="place-handle"
      (pointerdown)="take($event)"
      (pointermove)="drag($event)"
      (pointerup)="drop($event)"
      (pointercancel)="letGo()"
      (keydown)="nudge($event)"
      (keydown.space)="toggled.emit(); $event.preventDefault()"
    ></button>
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
    }
    button {
      position: absolute;
      padding: 0;
      pointer-events: auto;
      touch-action: none;
      cursor: grab;
      background: none;
      border: 0;
      border-radius: 12px;
      box-shadow:
        0 0 0 2px #fffaf0,
        0 0 0 4px #2b2330;
    }
    button.held {
      cursor: grabbing;
    }
    button:focus-visible {
      outline: 3px solid var(--honey);
      outline-offset: 5px;
    }
  `,
})
export class PlaceHandle {
  protected readonly MARGIN = 0.006;
  /** Where the cue stands in the picture. */
  readonly box = input.required<Box>();
  readonly frame = input.required<Frame>();
  /** While it is dragged: where it would stand. Null when it was let go without. */
  readonly tried = output<OwnPlace | null>();
  readonly placed = output<OwnPlace>();
  /** By so much of its room it is moved. */
  readonly nudged = output<OwnPlace>();
  /** Play or pause: what the key means everywhere on the bench. */
  readonly toggled = output();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** Where it was taken, and how it stood then. */
  protected readonly from = signal<{ x: number; y: number; box: Box } | null>(null);

  protected take(event: PointerEvent): void {
    if (event.button !== 0) return;
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
    this.from.set({ x: event.clientX, y: event.clientY, box: this.box() });
  }

  protected drag(event: PointerEvent): void {
    const place = this.placeAt(event);
    if (place) this.tried.emit(place);
  }

  protected drop(event: PointerEvent): void {
    const place = this.placeAt(event);
    this.letGo();
    if (place) this.placed.emit(place);
  }

  protected letGo(): void {
    this.from.set(null);
    this.tried.emit(null);
  }

  protected nudge(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.from()) this.letGo();
    const by = ARROWS[event.key];
    if (!by) return;
    // Elsewhere on the bench these keys go through pictures and moments.
    event.preventDefault();
    event.stopPropagation();
    this.nudged.emit(by);
  }

  /** Null where it was not moved at all. */
  private placeAt({ clientX, clientY }: PointerEvent): OwnPlace | null {
    const from = this.from();
    if (!from) return null;
    const { width, height } = this.host.nativeElement.getBoundingClientRect();
    const [dx, dy] = [clientX - from.x, clientY - from.y];
    if (Math.hypot(dx, dy) < 3) return null;
    const [x, y, ...size] = from.box;
    const [across, down] = ownPlaceOf([x + dx / width, y + dy / height, ...size], this.frame());
    const place: OwnPlace = [near(across), near(down)];
    // What fills its room has nowhere to go.
    const box = boxWanted(place, from.box[2], from.box[3], this.frame());
    return box.every((at, i) => Math.abs(at - from.box[i]!) < 1e-4) ? null : place;
  }
}

const near = (share: number): number => [0, 0.5, 1].find((one) => Math.abs(one - share) < NEAR) ?? share;
