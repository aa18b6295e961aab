import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';
import { SEGMENT_KINDS } from '@limber/core/lesson/segment-kind';
import { workedSideSchema, type Segment } from '@limber/core/lesson/segment.schema';
import { LessonStore } from '../../api/lesson-store';
import { Choice, optionsOr, plainOptions } from '../../shell/choice';

export type PartFields = Pick<Segment, 'kind' | 'stepId' | 'side'>;

/** What a part is: its step, side and kind, each to be chosen otherwise. */
@Component({
  selector: 'lc-part-fields',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <lc-choice
      label="Step"
      i18n-label
      [options]="steps()"
      [value]="part().stepId"
      (chosen)="changed.emit({ stepId: $event })"
    />
    <lc-choice
      label="Side"
      i18n-label
      [options]="sides"
      [value]="part().side"
      (chosen)="changed.emit({ side: $event })"
    />
    <lc-choice
      label="Kind"
      i18n-label
      [options]="kinds"
      [value]="part().kind"
      (chosen)="changed.emit({ kind: $event })"
    />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1.5fr) minmax(0, 0.9fr) minmax(0, 1.2fr);
      gap: 6px;
    }
    :host ::ng-deep .p-select-label {
      padding: 8px 0 8px 10px;
      font-size: 15px;
    }
    :host ::ng-deep .p-select-dropdown {
      width: 30px;
    }
  `,
})
export class PartFieldsForm {
  private readonly store = inject(LessonStore);
  readonly part = input.required<PartFields>();
  readonly changed = output<Partial<PartFields>>();

  protected readonly steps = computed(() => [
    { value: null as string | null, label: $localize`no step` },
    ...this.store.lesson().steps.map((step, i) => ({ value: step.id, label: `${i + 1}. ${nameOfStep(step)}` })),
  ]);
  protected readonly sides = optionsOr($localize`no side`, workedSideSchema.options);
  protected readonly kinds = plainOptions(SEGMENT_KINDS);
}
