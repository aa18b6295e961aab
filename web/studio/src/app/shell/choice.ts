import { termOf } from '@limber/core/words/terms';
import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';

export interface Option<T> {
  readonly value: T;
  readonly label: string;
}

/** One of a few: the words of the option, as wide as its place. */
@Component({
  selector: 'lc-choice',
  imports: [FormsModule, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select
      [options]="$any(options())"
      optionLabel="label"
      optionValue="value"
      appendTo="body"
      [ariaLabel]="label()"
      [disabled]="disabled()"
      [placeholder]="hint()"
      [ngModel]="value()"
      (ngModelChange)="chosen.emit($event)"
    />
  `,
  styles: `
    :host {
      display: block;
    }
    :host ::ng-deep .p-select {
      width: 100%;
    }
  `,
})
export class Choice<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T | undefined>();
  /** What stands there while there is no value. */
  readonly hint = input('');
  readonly disabled = input(false);
  readonly chosen = output<T>();
  private readonly select = viewChild.required(Select);

  /** Shows what can be chosen, by a key. */
  open(): void {
    this.select().focus();
    this.select().show(true);
  }
}

/** Options whose words are their values, behind one for none of them. */
export function optionsOr<T extends string>(none: string, list: readonly T[]): Option<T | null>[] {
  return [{ value: null, label: none }, ...plainOptions(list)];
}

/** Options whose words are their values. */
export function plainOptions<T extends string>(list: readonly T[]): Option<T>[] {
  return list.map((value) => ({ value, label: termOf(value) }));
}
