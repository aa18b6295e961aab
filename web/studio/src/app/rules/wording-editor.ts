import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Textarea } from 'primeng/textarea';
import type { Wording } from '@limber/core/caution/wording';
import { linesOf } from '../shell/lines';

/** Why a claim promises too much, and what may be said instead. */
@Component({
  selector: 'lc-wording-editor',
  imports: [Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label for="w-why" i18n>Why it promises too much</label>
    <textarea
      pTextarea
      id="w-why"
      rows="2"
      maxlength="300"
      [value]="wording().why"
      [readonly]="locked()"
      (change)="changed.emit({ id: wording().id, why: $any($event.target).value, careful: wording().careful })"
    ></textarea>
    <label for="w-careful" i18n>What may be said instead, one a line; each goes on after “It …”</label>
    <textarea
      pTextarea
      id="w-careful"
      rows="4"
      [value]="wording().careful.join('\\n')"
      [readonly]="locked()"
      (change)="setCareful($any($event.target).value)"
    ></textarea>
    <p class="soft" i18n>It is offered where a sentence of a lesson claims this for certain.</p>
  `,
  styles: `
    :host {
      display: grid;
    }
    label {
      margin: 10px 0 3px;
      font-weight: 650;
    }
    p {
      margin: 12px 0 0;
    }
  `,
})
export class WordingEditor {
  readonly wording = input.required<Wording>();
  readonly locked = input(false);
  readonly changed = output<Wording>();

  protected setCareful(text: string): void {
    this.changed.emit({ ...this.wording(), careful: linesOf(text) });
  }
}
