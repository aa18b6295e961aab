import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** How far something is, as a line that fills; without a share it only says that it goes on. */
@Component({
  selector: 'lc-progress',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div [class.going]="percent() === null" [style.width.%]="percent() ?? 30"></div>`,
  host: {
    role: 'progressbar',
    '[attr.aria-label]': 'of()',
    '[attr.aria-valuemin]': 'percent() === null ? null : 0',
    '[attr.aria-valuemax]': 'percent() === null ? null : 100',
    '[attr.aria-valuenow]': 'percent()',
  },
  styles: `
    :host {
      display: block;
      height: 8px;
      border-radius: 4px;
      overflow: hidden;
      background: var(--line);
    }
    div {
      height: 100%;
      border-radius: inherit;
      background: var(--plum);
      transition: width 0.3s;
    }
    .going {
      animation: going 1.6s ease-in-out infinite alternate;
    }
    @keyframes going {
      to {
        transform: translateX(233%);
      }
    }
    @media (prefers-reduced-motion: reduce) {
      div {
        transition: none;
      }
      .going {
        animation: none;
      }
    }
  `,
})
export class ProgressLine {
  /** 0 to 100; null while nobody knows. */
  readonly value = input.required<number | null>();
  /** What it is that goes on, for those who do not see the line. */
  readonly of = input.required<string>();

  protected readonly percent = computed(() => {
    const value = this.value();
    return value === null ? null : Math.round(Math.max(0, Math.min(100, value)));
  });
}
