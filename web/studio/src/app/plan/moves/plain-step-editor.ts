import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { PRODUCT_KINDS, type PlainStep } from '@limber/core/lesson/lesson.schema';
import { speakingMs } from '@limber/core/speech/speaking-time';
import { LessonStore } from '../../api/lesson-store';
import { PRODUCT_WORDS } from './plain-kinds';
import { StepPart } from './step-part';
import { Stepper } from './stepper';
import { WordsField } from './words-field';

/** A step that is no move: what it is called, how long it takes, what is said. */
@Component({
  selector: 'lc-plain-step-editor',
  imports: [FormsModule, InputText, Select, StepPart, Stepper, WordsField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="chips">
      <input
        pInputText
        aria-label="What it is called"
        i18n-aria-label
        maxlength="80"
        [value]="step().name"
        (change)="setName($any($event.target))"
      />
      @if (step().kind === 'product') {
        <p-select
          styleClass="plan"
          [options]="products"
          optionLabel="label"
          optionValue="value"
          ariaLabel="What is put on"
          i18n-ariaLabel
          [ngModel]="step().putOn"
          (ngModelChange)="set('putOn', $event)"
        />
      }
      <lc-stepper
        label="takes"
        i18n-label
        unit="s"
        i18n-unit
        [value]="step().lengthMs / 1000"
        [step]="1"
        [min]="0"
        [max]="600"
        (changed)="set('lengthMs', $event * 1000)"
      />
      <lc-stepper
        label="rest after"
        i18n-label
        unit="s"
        i18n-unit
        [value]="step().restAfterMs / 1000"
        [step]="5"
        [min]="0"
        [max]="600"
        (changed)="set('restAfterMs', $event * 1000)"
      />
      <lc-step-part [step]="step()" />
    </div>
    <div class="words">
      @for (one of words(); track one.part) {
        <lc-words-field
          [label]="one.label"
          [hint]="one.hint"
          [text]="step().narration[one.part]"
          [ms]="one.ms"
          (said)="setWords(one.part, $event)"
        />
      }
    </div>
  `,
  styleUrl: './step-editor.css',
})
export class PlainStepEditor {
  readonly step = input.required<PlainStep>();
  private readonly store = inject(LessonStore);
  protected readonly products = PRODUCT_KINDS.map((value) => ({ value, label: PRODUCT_WORDS[value] }));
  protected readonly words = computed(() => {
    const { pace } = this.store.lesson();
    const { narration } = this.step();
    return (
      [
        { part: 'before', label: $localize`Said before`, hint: $localize`What comes, and why` },
        {
          part: 'during',
          label: $localize`Said meanwhile`,
          hint: $localize`While it is put on, or looked at`,
        },
      ] as const
    ).map((one) => ({ ...one, ms: speakingMs(narration[one.part], pace) }));
  });

  protected setName(field: HTMLInputElement): void {
    const name = field.value.trim();
    if (name !== '') this.set('name', name);
    field.value = this.step().name;
  }

  protected set(field: 'name' | 'putOn' | 'lengthMs' | 'restAfterMs', value: string | number): void {
    this.store.edit({ kind: 'set_step', stepId: this.step().id, field, value } as Parameters<LessonStore['edit']>[0]);
  }

  protected setWords(part: 'before' | 'during', text: string): void {
    const { id, narration } = this.step();
    this.store.edit({ kind: 'set_step', stepId: id, field: 'narration', value: { ...narration, [part]: text } });
  }
}
