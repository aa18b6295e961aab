import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';

/** Throws away for good what no undo brings back: it asks once more. */
@Component({
  selector: 'lc-throw-away',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (asks()) {
      <span i18n>Gone for good?</span>
      <button type="button" class="text-button" (click)="sure()" i18n>Yes, throw it away</button>
      <button type="button" class="text-button" (click)="asks.set(false)" i18n>No</button>
    } @else {
      <button type="button" class="text-button" (click)="asks.set(true)" i18n>Throw it away</button>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
    }
  `,
})
export class ThrowAway {
  protected readonly asks = signal(false);
  readonly thrown = output();

  protected sure(): void {
    this.asks.set(false);
    this.thrown.emit();
  }
}
