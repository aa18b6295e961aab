import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** One figure with minus and plus beside it, large enough for oily fingers; typing works as well. */
@Component({
  selector: 'lc-stepper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label">{{ label() }}</span>
    <button
      type="button"
      ariaLabel="Less: {{ label() }}"
      i18n-ariaLabel
      [disabled]="disabled() || value() - step() < min() - 1e-9"
      (click)="go(-1)"
    >
      −
    </button>
    <input
      type="text"
      inputmode="decimal"
      [attr.aria-label]="label() + (unit() ? ', ' + unit() : '')"
      [value]="shown()"
      [readonly]="disabled()"
      (change)="typed($event)"
      (keydown.arrowUp)="go(1); $event.preventDefault()"
      (keydown.arrowDown)="go(-1); $event.preventDefault()"
    />
    @if (unit()) {
      <span class="unit">{{ unit() }}</span>
    }
    <button
      type="button"
      ariaLabel="More: {{ label() }}"
      i18n-ariaLabel
      [disabled]="disabled() || value() + step() > max() + 1e-9"
      (click)="go(1)"
    >
      +
    </button>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 2px;
      min-height: 36px;
      padding: 0 5px 0 13px;
      border: 1px solid var(--line);
      border-radius: 18px;
      background: var(--card);
      font-size: 15px;
    }
    :host(.off) {
      border-color: var(--clay);
    }
    .label {
      color: var(--soft);
      margin-right: 2px;
    }
    input {
      width: 3.1ch;
      padding: 0;
      font: 700 15.5px var(--text);
      font-variant-numeric: tabular-nums;
      text-align: center;
      color: var(--ink);
      background: none;
      border: 0;
      border-radius: 4px;
    }
    .unit {
      color: var(--soft);
    }
    button {
      width: 28px;
      height: 28px;
      font: 650 17px/1 var(--text);
      color: var(--plum);
      background: none;
      border: 0;
      border-radius: 50%;
      cursor: pointer;
    }
    button:hover:not(:disabled) {
      background: var(--paper-low);
    }
    button:disabled {
      color: var(--line);
      cursor: default;
    }
  `,
})
export class Stepper {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly unit = input('');
  readonly step = input(1);
  readonly min = input(1);
  readonly max = input(100);
  readonly disabled = input(false);
  readonly changed = output<number>();
  protected readonly shown = computed(() => String(Number(this.value().toFixed(2))));

  protected go(by: 1 | -1): void {
    this.set(this.value() + by * this.step());
  }

  protected typed(event: Event): void {
    const field = event.target as HTMLInputElement;
    const value = Number(field.value.replace(',', '.'));
    if (!Number.isFinite(value) || field.value.trim() === '') field.value = this.shown();
    else this.set(value);
    field.value = this.shown();
  }

  private set(value: number): void {
    const kept = Math.min(this.max(), Math.max(this.min(), Math.round(value * 100) / 100));
    if (kept !== this.value()) this.changed.emit(kept);
  }
}
