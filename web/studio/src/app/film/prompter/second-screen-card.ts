import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { codeOf } from '@limber/core/render/code';
import { SecondScreen } from './second-screen';

/** Opens the prompter on a telephone beside the camera: a code to scan, or an address and letters to type. */
@Component({
  selector: 'lc-second-screen',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 id="second" i18n>On a telephone beside the camera</h2>
    @if (screen.trouble(); as words) {
      <p role="alert" class="warning">{{ words }}</p>
    }
    @if (screen.joined()) {
      <p role="status" i18n>
        <strong>The telephone shows the prompter.</strong> A tap on it begins and goes on; the log and the clock stay
        here.
      </p>
      <button type="button" class="text-button" (click)="screen.close()" i18n>Close it</button>
    } @else if (screen.opened(); as one) {
      <div class="code">
        <svg [attr.viewBox]="code()!.box" role="img" aria-label="Code to scan" i18n-aria-label>
          <rect width="100%" height="100%" fill="#fff" />
          <path [attr.d]="code()!.path" fill="#2b2330" />
        </svg>
        <div>
          <p i18n>Scan it with a telephone in the same network, or open</p>
          @for (address of one.addresses; track address) {
            <p>
              <strong>{{ address }}</strong>
            </p>
          }
          <p i18n>
            and type <strong class="letters">{{ one.code }}</strong>
          </p>
          <p class="soft" i18n>It lets one telephone in, within ten minutes. Switch off its sleep while you film.</p>
          <button type="button" class="text-button" (click)="screen.close()" i18n>Leave it</button>
        </div>
      </div>
    } @else {
      <p class="soft" i18n>
        It shows what is read here, and a tap on it does what a key does. Nothing else can be reached by it.
      </p>
      <p-button
        label="Open it there"
        i18n-label
        severity="secondary"
        [outlined]="true"
        size="small"
        (onClick)="screen.open()"
      />
    }
  `,
  styles: `
    h2 {
      margin-bottom: 8px;
      font-size: 20px;
    }
    p {
      margin: 0 0 8px;
    }
    .code {
      display: flex;
      flex-wrap: wrap;
      gap: 20px;
      align-items: center;
    }
    svg {
      width: 168px;
      border-radius: 12px;
    }
    .letters {
      font: 700 24px var(--head);
      letter-spacing: 0.12em;
    }
    .warning {
      color: var(--clay);
    }
  `,
})
export class SecondScreenCard {
  protected readonly screen = inject(SecondScreen);
  protected readonly code = computed(() => {
    const opened = this.screen.opened();
    const [address] = opened?.addresses ?? [];
    if (!opened || !address) return null;
    const { across, runs } = codeOf(`${address}#${opened.code}`);
    return { box: `0 0 ${across} ${across}`, path: runs.map(([x, y, run]) => `M${x} ${y}h${run}v1h${-run}Z`).join('') };
  });
}
