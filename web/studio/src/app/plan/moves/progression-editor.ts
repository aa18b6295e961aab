import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  describeDays,
  describeProgression,
  evenStages,
  growthIn,
  growthsOf,
  plannedAmount,
  type Growth,
  type Progression,
} from '@limber/core/dose/progression';
import type { MoveStep } from '@limber/core/lesson/lesson.schema';
import { LessonStore } from '../../api/lesson-store';
import { Choice } from '../../shell/choice';
import { Stepper } from './stepper';

const GROWTH_WORDS: Readonly<Record<Growth, string>> = {
  repetitions: $localize`how many grow`,
  sets: $localize`sets grow`,
  seconds: $localize`seconds grow`,
  days: $localize`days a week grow`,
};
const UNITS: Readonly<Record<Growth, string>> = { repetitions: '', sets: 'sets', seconds: 's', days: '' };
const OFTEN = [7, 6, 5, 4, 3.5, 3, 2, 1];

/** How a move is built up over weeks: stage by stage, each as long as it takes, and then as it is planned. */
@Component({
  selector: 'lc-progression-editor',
  imports: [Choice, Stepper],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <lc-choice label="What grows" i18n-label [options]="growths()" [value]="grows()" (chosen)="setGrowth($event)" />
      @if (grows() !== 'days') {
        <button type="button" class="text-button" (click)="even()" i18n>Even steps, a week each</button>
      }
    </div>
    <ol>
      @for (stage of progression().stages; track $index) {
        <li>
          <lc-stepper
            label="weeks"
            i18n-label
            [value]="stage.weeks"
            [step]="1"
            [min]="1"
            [max]="52"
            (changed)="setStage($index, { weeks: $event })"
          />
          @if (grows() !== 'days') {
            <lc-stepper
              label="at"
              i18n-label
              [unit]="unit()"
              [value]="stage.amount ?? planned() ?? 1"
              [step]="1"
              [min]="1"
              [max]="1000"
              (changed)="setStage($index, { amount: $event })"
            />
          }
          <lc-choice
            label="How often"
            i18n-label
            [options]="oftenOptions(stage.daysAWeek)"
            [value]="stage.daysAWeek"
            (chosen)="setStage($index, { daysAWeek: $event })"
          />
          @if (progression().stages.length > 1) {
            <button
              type="button"
              class="text-button"
              ariaLabel="Take stage {{ $index + 1 }} out"
              i18n-ariaLabel
              (click)="removeStage($index)"
              i18n
            >
              Take out
            </button>
          }
        </li>
      }
      <li>
        <span class="then" i18n>then {grows(), select, days {as planned} other {{{ planned() }} {{ unit() }}}}</span>
        <lc-choice
          label="How often then"
          i18n-label
          [options]="oftenOptions(progression().thenDaysAWeek)"
          [value]="progression().thenDaysAWeek"
          (chosen)="set({ thenDaysAWeek: $event })"
        />
        <button type="button" class="text-button" (click)="addStage()" i18n>+ Another stage</button>
      </li>
    </ol>
    <p class="soft" data-testid="built-up">{{ words() }}</p>
  `,
  styles: `
    :host {
      display: block;
      margin-top: 10px;
      padding: 10px 14px;
      background: var(--paper-low);
      border-radius: 14px;
    }
    .head,
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 10px;
      align-items: center;
    }
    ol {
      display: grid;
      gap: 8px;
      margin: 10px 0 6px;
      padding: 0;
      list-style: none;
    }
    .then {
      min-width: 130px;
      font-weight: 650;
    }
    lc-choice {
      width: 200px;
    }
    p {
      margin: 0;
    }
  `,
})
export class ProgressionEditor {
  readonly step = input.required<MoveStep>();
  private readonly store = inject(LessonStore);
  protected readonly progression = computed(() => this.step().progression!);
  protected readonly growths = computed(() =>
    growthsOf(this.step().dose).map((value) => ({ value, label: GROWTH_WORDS[value] })),
  );
  protected readonly grows = computed<Growth>(() => growthIn(this.step().dose, this.progression().grows));
  protected readonly unit = computed(() => UNITS[this.grows()]);
  protected readonly planned = computed(() => plannedAmount(this.step().dose, this.grows()));
  protected readonly words = computed(
    () => $localize`That is: ${describeProgression(this.step().dose, this.progression())}.`,
  );

  /** The usual rhythms, and its own where that is another. */
  protected oftenOptions(own: number): { value: number; label: string }[] {
    const values = OFTEN.includes(own) ? OFTEN : [...OFTEN, own];
    return values.map((value) => ({ value, label: describeDays(value) }));
  }

  protected set(change: Partial<Progression>): void {
    const value = { ...this.progression(), ...change };
    this.store.edit({ kind: 'set_step', stepId: this.step().id, field: 'progression', value });
  }

  /** Another growth begins at half of what is planned; the weeks and how often stay. */
  protected setGrowth(grows: Growth): void {
    const planned = plannedAmount(this.step().dose, grows);
    const amount = planned === null ? null : Math.max(1, Math.round(planned / 2));
    this.set({ grows, stages: this.progression().stages.map((one) => ({ ...one, amount })) });
  }

  protected setStage(at: number, change: Partial<Progression['stages'][number]>): void {
    this.set({ stages: this.progression().stages.map((one, i) => (i === at ? { ...one, ...change } : one)) });
  }

  protected removeStage(at: number): void {
    this.set({ stages: this.progression().stages.filter((_, i) => i !== at) });
  }

  protected addStage(): void {
    const { stages } = this.progression();
    if (stages.length < 52) this.set({ stages: [...stages, { ...stages[stages.length - 1]!, weeks: 1 }] });
  }

  protected even(): void {
    const { stages } = this.progression();
    const weeks = stages.reduce((sum, one) => sum + one.weeks, 0);
    const [first] = stages;
    const from = first!.amount ?? 1;
    this.set({ stages: evenStages(this.step().dose, this.grows(), from, Math.min(52, weeks), first!.daysAWeek) });
  }
}
