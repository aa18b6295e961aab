import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { codeOf } from '@limber/core/render/code';

/** How a telephone comes in: a code to scan, or an address to open and letters to type. */
@Component({
  selector: 'lc-scan-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="drawn().box" role="img" aria-label="Code to scan" i18n-aria-label>
      <rect width="100%" height="100%" fill="#fff" />
      <path [attr.d]="drawn().path" fill="#2b2330" />
    </svg>
    <div>
      <p i18n>Scan it with the telephone, or open</p>
      @for (address of addresses(); track address) {
        <p>
          <strong>{{ address }}</strong>
        </p>
      }
      <p i18n>
        and type <strong class="letters">{{ code() }}</strong>
      </p>
      <ng-content />
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 20px;
      align-items: center;
    }
    svg {
      width: 168px;
      border-radius: 12px;
    }
    p {
      margin: 0 0 8px;
    }
    .letters {
      font: 700 24px var(--head);
      letter-spacing: 0.12em;
    }
  `,
})
export class ScanCode {
  readonly addresses = input.required<readonly string[]>();
  readonly code = input.required<string>();
  protected readonly drawn = computed(() => {
    const { across, runs } = codeOf(`${this.addresses()[0] ?? ''}#${this.code()}`);
    return { box: `0 0 ${across} ${across}`, path: runs.map(([x, y, run]) => `M${x} ${y}h${run}v1h${-run}Z`).join('') };
  });
}
