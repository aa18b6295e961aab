import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MultiSelect } from 'primeng/multiselect';
import type { Option } from './choice';

/** Any number of a few: what is chosen stands there in words. */
@Component({
  selector: 'lc-choices',
  imports: [FormsModule, MultiSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-multiselect
      [options]="$any(options())"
      optionLabel="label"
      optionValue="value"
      appendTo="body"
      display="comma"
      [maxSelectedLabels]="30"
      [placeholder]="none()"
      [ariaLabel]="label()"
      [disabled]="disabled()"
      [ngModel]="value()"
      (ngModelChange)="chosen.emit($event)"
    />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    :host ::ng-deep .p-multiselect {
      width: 100%;
    }
  `,
})
export class Choices<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<readonly T[]>();
  /** What stands there when nothing is chosen. */
  readonly none = input('');
  readonly disabled = input(false);
  readonly chosen = output<T[]>();
}
