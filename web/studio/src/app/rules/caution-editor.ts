import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import type { Caution, Trigger } from '@limber/core/caution/caution.schema';
import { SEVERITIES } from '@limber/core/caution/severity';
import { Choice, plainOptions } from '../shell/choice';
import { linesOf } from '../shell/lines';
import { TriggerEditor } from './trigger-editor';
import { lookFor } from './words';

type Words = 'say' | 'opening' | 'readFirst' | 'ask';

/** One caution: what calls for it, by which words it is known to be said, and what is said, read and asked. */
@Component({
  selector: 'lc-caution-editor',
  imports: [Choice, InputText, Textarea, TriggerEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label for="c-name" i18n>Name</label>
    <input
      pInputText
      id="c-name"
      maxlength="60"
      [value]="caution().name"
      [readonly]="locked()"
      (change)="set({ name: $any($event.target).value })"
    />
    @for (one of fields; track one.field) {
      <label [for]="'c-' + one.field">{{ one.label }}</label>
      <textarea
        pTextarea
        rows="2"
        maxlength="300"
        [id]="'c-' + one.field"
        [placeholder]="one.hint"
        [value]="caution()[one.field]"
        [readonly]="locked()"
        (change)="setWords(one.field, $any($event.target).value)"
      ></textarea>
    }
    <label for="c-dangers" i18n>Known by these words, one danger a line</label>
    <p class="soft" i18n>
      It counts as said when one of them stands in a sentence that says what to do. A plus asks for both words:
      <em>jaw + click</em>.
    </p>
    <textarea
      pTextarea
      id="c-dangers"
      rows="4"
      [value]="caution().dangers.join('\\n')"
      [readonly]="locked()"
      (change)="setDangers($any($event.target).value)"
    ></textarea>
    <h3 i18n>What calls for it</h3>
    <ol>
      @for (trigger of caution().triggers; track $index) {
        <li>
          <div class="row">
            <lc-choice
              label="How much it matters"
              i18n-label
              [options]="severities"
              [value]="trigger.severity"
              [disabled]="locked()"
              (chosen)="setTrigger($index, { severity: $event })"
            />
            <span>
              <strong>{{ trigger.because }}</strong>
              <span class="soft">{{ lookFor(trigger) }}</span>
            </span>
            @if (!locked()) {
              <button
                type="button"
                class="text-button"
                [attr.aria-expanded]="open === $index"
                (click)="open = open === $index ? -1 : $index"
                i18n
              >
                {open === $index, select, true {Close} other {Change}}
              </button>
            }
          </div>
          @if (open === $index && !locked()) {
            <lc-trigger-editor
              [trigger]="trigger"
              [last]="caution().triggers.length === 1"
              (changed)="setTrigger($index, $event)"
              (removed)="removeTrigger($index)"
            />
          }
        </li>
      }
    </ol>
    @if (!locked()) {
      <button type="button" class="text-button" (click)="addTrigger()" i18n>+ Something else that calls for it</button>
    }
    <p class="soft where" i18n>
      It is asked for under Plan at the first step that calls for it, stands in the list that viewers read first
      @if (caution().ask) {
        , and among the questions on Paper
      }
      .
    </p>
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
      margin: 0 0 6px;
      font-size: 15px;
    }
    h3 {
      margin: 18px 0 8px;
      font-size: 18px;
    }
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 8px 0;
      border-top: 1px solid var(--line);
    }
    .row {
      display: grid;
      grid-template-columns: 130px minmax(0, 1fr) auto;
      gap: 14px;
      align-items: center;
    }
    .row strong {
      display: block;
      font-weight: 600;
    }
    .row .soft {
      font-size: 15px;
    }
    .text-button {
      justify-self: start;
    }
    .where {
      margin-top: 14px;
    }
  `,
})
export class CautionEditor {
  readonly caution = input.required<Caution>();
  readonly locked = input(false);
  readonly changed = output<Caution>();
  protected open = -1;
  protected readonly lookFor = lookFor;
  protected readonly fields: readonly { field: Words; label: string; hint: string }[] = [
    { field: 'say', label: $localize`What you would say at the step`, hint: '' },
    {
      field: 'opening',
      label: $localize`In the opening, where that is put in another way`,
      hint: $localize`the same words`,
    },
    { field: 'readFirst', label: $localize`What viewers read first`, hint: '' },
    { field: 'ask', label: $localize`What they ask themselves`, hint: $localize`no question` },
  ];
  protected readonly severities = plainOptions(SEVERITIES);
  protected readonly triggers = computed(() => this.caution().triggers);

  protected set(change: Partial<Caution>): void {
    this.changed.emit({ ...this.caution(), ...change });
  }

  protected setWords(field: Words, words: string): void {
    this.set({ [field]: words.trim() });
  }

  protected setDangers(text: string): void {
    this.set({ dangers: linesOf(text.toLowerCase()) });
  }

  protected setTrigger(at: number, change: Partial<Trigger>): void {
    this.set({ triggers: this.triggers().map((one, i) => (i === at ? { ...one, ...change } : one)) });
  }

  protected removeTrigger(at: number): void {
    this.open = -1;
    this.set({ triggers: this.triggers().filter((_, i) => i !== at) });
  }

  protected addTrigger(): void {
    const last = this.triggers()[this.triggers().length - 1]!;
    this.set({ triggers: [...this.triggers(), { ...last, because: $localize`does something else` }] });
    this.open = this.triggers().length;
  }
}
