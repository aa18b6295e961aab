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
        <path [attr.d]="drawn()" fill="#000" />
      </mask>
      <path class="line" [attr.d]="drawn()" />
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
    /* What of it is inside, between one box and the next, the mask hides. */
    .line {
      mask: url(#worked-outside);
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
  protected readonly viewBox = computed(() => `0 0 ${WIDE} ${WIDE * this.frame().height}`);
  /** All boxes, in units of the drawing. */
  protected readonly drawn = computed(() => {
    const high = WIDE * this.frame().height;
    return this.boxes()
      .map(([x, y, width, height]) => {
        const [across, down] = [WIDE * width + 2 * TOUCH, high * height + 2 * TOUCH];
        return `M${WIDE * x - TOUCH} ${high * y - TOUCH}h${across}v${down}h${-across}Z`;
      })
      .join('');
  });
}
