import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { partsOf } from '@limber/core/dose/dose';
import type { Dose } from '@limber/core/dose/dose.schema';
import { growthsOf, plannedAmount } from '@limber/core/dose/progression';
import { isMove, type MoveStep } from '@limber/core/lesson/lesson.schema';
import { LessonStore } from '../../api/lesson-store';
import { PRIORITY_WORDS } from './priority-words';
import { ProgressionEditor } from './progression-editor';
import { StepPart } from './step-part';
import { Stepper } from './stepper';

const PRODUCT_WORDS = [
  { value: 'none', label: $localize`nothing put on` },
  { value: 'apply', label: $localize`oil or cream put on first` },
  { value: 'top_up', label: $localize`topped up first` },
];
/** What few steps need: product, rest, time for the viewer, counting, bundles, what is cut first, and its place. */
@Component({
  selector: 'lc-step-more',
  imports: [FormsModule, ProgressionEditor, Select, StepPart, Stepper, ToggleSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="chips">
      <p-select
        styleClass="plan"
        [options]="products"
        optionLabel="label"
        optionValue="value"
        ariaLabel="Product"
        i18n-ariaLabel
        [ngModel]="step().product"
        (ngModelChange)="set('product', $event)"
      />
      <lc-stepper
        label="now you"
        i18n-label
        unit="s"
        i18n-unit
        [value]="step().nowYouMs / 1000"
        [step]="5"
        [min]="0"
        [max]="600"
        (changed)="set('nowYouMs', $event * 1000)"
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
      <p-select
        styleClass="plan"
        [options]="priorities"
        optionLabel="label"
        optionValue="value"
        ariaLabel="When the lesson has to get shorter"
        i18n-ariaLabel
        [ngModel]="step().priority"
        (ngModelChange)="set('priority', $event)"
      />
      <lc-step-part [step]="step()" />
    </div>
    @if (step().progression) {
      <lc-progression-editor [step]="step()" />
    }
    <div class="switches">
      @for (one of switches(); track one.field) {
        <span class="switch">
          <p-toggleswitch
            [inputId]="'more-' + one.field"
            [ngModel]="one.on"
            (ngModelChange)="toggle(one.field, $event)"
          />
          <label [attr.for]="'more-' + one.field">{{ one.words }}</label>
        </span>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      margin-top: 12px;
    }
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .switches {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 22px;
      margin-top: 12px;
      font-size: 15px;
    }
    .switch {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    :host ::ng-deep .plan {
      border-radius: 18px;
      min-height: 36px;
      font-size: 15px;
    }
    :host ::ng-deep .plan .p-select-label {
      padding: 5px 4px 5px 14px;
    }
  `,
})
export class StepMore {
  readonly step = input.required<MoveStep>();
  private readonly store = inject(LessonStore);
  protected readonly products = PRODUCT_WORDS;
  protected readonly priorities = [...PRIORITY_WORDS];
  private readonly before = computed(() => {
    const { steps } = this.store.lesson();
    const before = steps[steps.indexOf(this.step()) - 1];
    return before && isMove(before) ? before : null;
  });
  protected readonly switches = computed(() => {
    const step = this.step();
    const parts = partsOf(step.sidePlan);
    const before = this.before();
    const paired = (one: MoveStep | null): boolean => one?.sidePlan === 'left_right' || one?.sidePlan === 'right_left';
    return [
      { field: 'locked' as const, words: $localize`keeps its place`, on: step.locked },
      { field: 'counted' as const, words: $localize`counted aloud`, on: step.counted },
      { field: 'progression' as const, words: $localize`built up over weeks`, on: step.progression !== null },
      'tempoMs' in step.dose
        ? { field: 'ramp' as const, words: $localize`gets faster or slower`, on: step.dose.endTempoMs !== undefined }
        : { field: 'open' as const, words: $localize`until the breath is out`, on: step.dose.open === true },
      ...(step.narration.during
        ? [{ field: 'voiceOver' as const, words: $localize`words over it are spoken afterwards`, on: step.voiceOver }]
        : []),
      ...(paired(step) && paired(before)
        ? [
            {
              field: 'bundle' as const,
              words: $localize`side by side with ${before!.move.name}`,
              on: step.bundle !== null && step.bundle === before!.bundle,
            },
          ]
        : []),
      ...(parts.length === 1 && (parts[0] === 'left' || parts[0] === 'right')
        ? [{ field: 'compares' as const, words: $localize`one side on purpose, to compare`, on: step.compares }]
        : []),
    ];
  });

  protected set(field: 'product' | 'nowYouMs' | 'restAfterMs' | 'priority', value: string | number): void {
    this.store.edit({ kind: 'set_step', stepId: this.step().id, field, value } as Parameters<LessonStore['edit']>[0]);
  }

  protected toggle(
    field: 'locked' | 'counted' | 'voiceOver' | 'compares' | 'bundle' | 'progression' | 'ramp' | 'open',
    on: boolean,
  ): void {
    const { id, dose } = this.step();
    if (field === 'progression') {
      // Half of it, every other day, for two weeks: a common way to begin (no source).
      const grows = growthsOf(dose)[0]!;
      const amount = Math.max(1, Math.round(plannedAmount(dose, grows)! / 2));
      const value = on ? { grows, stages: [{ weeks: 2, amount, daysAWeek: 3.5 }], thenDaysAWeek: 3.5 } : null;
      this.store.edit({ kind: 'set_step', stepId: id, field, value });
      return;
    }
    if (field === 'ramp' || field === 'open') {
      const { rightDose } = this.step();
      this.store.edit({
        kind: 'batch',
        changes: [
          { kind: 'set_step', stepId: id, field: 'dose', value: going(dose, on) },
          ...(rightDose
            ? [{ kind: 'set_step' as const, stepId: id, field: 'rightDose' as const, value: going(rightDose, on) }]
            : []),
        ],
      });
      return;
    }
    if (field !== 'bundle') {
      this.store.edit({ kind: 'set_step', stepId: id, field, value: on });
      return;
    }
    const before = this.before()!;
    const bundle = on ? (before.bundle ?? `bundle-${before.id}`) : null;
    this.store.edit({
      kind: 'batch',
      changes: [
        ...(on && before.bundle === null
          ? [{ kind: 'set_step' as const, stepId: before.id, field: 'bundle' as const, value: bundle }]
          : []),
        { kind: 'set_step', stepId: id, field: 'bundle', value: bundle },
      ],
    });
  }
}

/** A dose that ends at another tempo, or goes on until the breath is out; or no longer. */
function going(dose: Dose, on: boolean): Dose {
  if ('tempoMs' in dose) {
    const { endTempoMs: _endTempoMs, ...plain } = dose;
    return on ? { ...plain, endTempoMs: Math.max(200, Math.round(dose.tempoMs.planned * 0.6)) } : plain;
  }
  const { open: _open, ...plain } = dose;
  return on ? { ...plain, open: true } : plain;
}
