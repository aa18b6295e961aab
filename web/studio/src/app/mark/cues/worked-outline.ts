import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Box, Frame } from '@limber/core/cue/frame';

/** How wide the drawing is in its own units. */
const WIDE = 1000;
/** Boxes that only just touch are one, units. */
const TOUCH = 1;

/** One line around everything that cues keep free at a moment, however many boxes that is. */
@Component({
  selector: 'lc-worked-outline',
  template: `
    <svg [attr.viewBox]="viewBox()" preserveAspectRatio="none" aria-hidden="true">
      <mask id="worked-outside">
        <rect width="100%" height="100%" fill="#fff" />
        @for (box of drawn(); track $index) {
          <rect
            [attr.x]="box[0] - touch"
            [attr.y]="box[1] - touch"
            [attr.width]="box[2] + 2 * touch"
            [attr.height]="box[3] + 2 * touch"
            fill="#000"
          />
        }
      </mask>
      <g>
        @for (box of drawn(); track $index) {
          <rect
            class="line"
            [attr.x]="box[0] - touch"
            [attr.y]="box[1] - touch"
            [attr.width]="box[2] + 2 * touch"
            [attr.height]="box[3] + 2 * touch"
          />
        }
      </g>
    </svg>
  `,
  styles: `
    :host,
    svg {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      pointer-events: none;
    }
    g {
      mask: url(#worked-outside);
    }
    /* Half of it is inside, where the mask hides it. */
    .line {
      fill: none;
      stroke: var(--honey);
      stroke-width: 6px;
      stroke-linejoin: round;
      vector-effect: non-scaling-stroke;
      opacity: 0.9;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkedOutline {
  readonly boxes = input.required<readonly Box[]>();
  readonly frame = input.required<Pick<Frame, 'height'>>();
  protected readonly touch = TOUCH;
  protected readonly viewBox = computed(() => `0 0 ${WIDE} ${WIDE * this.frame().height}`);
  /** In units of the drawing. */
  protected readonly drawn = computed(() => {
    const high = WIDE * this.frame().height;
    return this.boxes().map(([x, y, width, height]) => [WIDE * x, high * y, WIDE * width, high * height] as const);
  });
}
