import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import { HALVES, type Step } from '@limber/core/lesson/lesson.schema';
import { ROLES, ROLE_WORDS } from '@limber/core/school/roles';
import { LessonStore } from '../../api/lesson-store';

/** What a step is in its lesson: opening, warm-up, work …; and whether it belongs to one half of the day only. */
@Component({
  selector: 'lc-step-part',
  imports: [FormsModule, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select
      styleClass="plan"
      [options]="roles"
      optionLabel="label"
      optionValue="value"
      ariaLabel="Which part of the lesson it is"
      i18n-ariaLabel
      [ngModel]="step().role"
      (ngModelChange)="set('role', $event)"
    />
    <p-select
      styleClass="plan"
      [options]="halves"
      optionLabel="label"
      optionValue="value"
      ariaLabel="Morning or evening"
      i18n-ariaLabel
      [ngModel]="step().half"
      (ngModelChange)="set('half', $event)"
    />
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class StepPart {
  readonly step = input.required<Step>();
  private readonly store = inject(LessonStore);
  protected readonly roles = [
    { value: null, label: $localize`part: as usual` },
    ...ROLES.map((value) => ({ value, label: $localize`part: ${ROLE_WORDS[value]}` })),
  ];
  protected readonly halves = [
    { value: null, label: $localize`any time of day` },
    ...HALVES.map((value) => ({ value, label: $localize`${value} only` })),
  ];

  protected set(field: 'role' | 'half', value: string | null): void {
    this.store.edit({ kind: 'set_step', stepId: this.step().id, field, value } as Parameters<LessonStore['edit']>[0]);
  }
}
