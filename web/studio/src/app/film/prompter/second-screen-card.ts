import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { ScanCode } from '../../shell/scan-code';
import { SecondScreen } from './second-screen';

/** Opens the prompter on a telephone beside the camera: a code to scan, or an address and letters to type. */
@Component({
  selector: 'lc-second-screen',
  imports: [Button, ScanCode],
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
      <lc-scan-code [addresses]="one.addresses" [code]="one.code">
        <p class="soft" i18n>
          It has to be in the same network. The code lets one telephone in, within ten minutes. Switch off its sleep
          while you film.
        </p>
        <button type="button" class="text-button" (click)="screen.close()" i18n>Leave it</button>
      </lc-scan-code>
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
    .warning {
      color: var(--clay);
    }
  `,
})
export class SecondScreenCard {
  protected readonly screen = inject(SecondScreen);
}
