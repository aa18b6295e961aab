import { ChangeDetectionStrategy, Component } from '@angular/core';

/** The sign of Limber Cheek: a smile, and the cheek that lifts. */
@Component({
  selector: 'lc-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 70 44" width="70" height="44" role="img" aria-label="Limber Cheek" i18n-aria-label>
    <path d="M6 12c2 32 46 36 52 4" />
    <circle cx="62" cy="8" r="5.5" />
  </svg>`,
  styles: `
    svg {
      display: block;
    }
    path {
      fill: none;
      stroke: #f2b84b;
      stroke-width: 6;
      stroke-linecap: round;
    }
    circle {
      fill: #e3986a;
    }
  `,
})
export class Mark {}
