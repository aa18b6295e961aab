import { termOf } from '@limber/core/words/terms';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import type { Passage } from '@limber/core/assembly/passage';
import { repetitionsOf } from '@limber/core/dose/dose';
import type { SingleChange } from '@limber/core/lesson/change.schema';
import { type Lesson, movesOf, nameOfStep } from '@limber/core/lesson/lesson.schema';
import { isWork, SEGMENT_KINDS } from '@limber/core/lesson/segment-kind';
import { workedSideSchema, type Segment } from '@limber/core/lesson/segment.schema';
import { filmedWork } from '@limber/core/schedule/filmed-work';
import type { Guess } from '@limber/core/schedule/next-to-mark';
import { doseFor } from '@limber/core/lesson/dose-for';
import { partMs } from '@limber/core/schedule/schedule';
import { fineClock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { plainOptions } from '../../shell/choice';

/** The segment that is chosen: what it is, how it compares with the plan, and its fields. */
@Component({
  selector: 'lc-segment-card',
  imports: [FormsModule, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="kicker" i18n>Chosen part</p>
    <h2>{{ sentence().name }}</h2>
    <p class="soft times">
      {{ sentence().when }}
      @if (sentence().planned) {
        · <span [class.off]="sentence().off">{{ sentence().planned }}</span>
      }
    </p>
    <p class="soft">{{ drift() }}</p>
    <div class="fields">
      <p-select
        [options]="steps()"
        optionLabel="label"
        optionValue="value"
        ariaLabel="Step"
        i18n-ariaLabel
        [ngModel]="segment().stepId"
        (ngModelChange)="set('stepId', $event)"
      />
      <p-select
        [options]="sides"
        optionLabel="label"
        optionValue="value"
        ariaLabel="Side"
        i18n-ariaLabel
        [ngModel]="segment().side"
        (ngModelChange)="set('side', $event)"
      />
      <p-select
        [options]="kinds"
        optionLabel="label"
        optionValue="value"
        ariaLabel="Kind"
        i18n-ariaLabel
        [ngModel]="segment().kind"
        (ngModelChange)="set('kind', $event)"
      />
    </div>
    <p class="row">
      <button
        type="button"
        class="text-button"
        (click)="set('beatsMs', [])"
        [disabled]="segment().beatsMs.length === 0"
        i18n
      >
        Clear its counts
      </button>
      <button type="button" class="text-button" (click)="removed.emit()" i18n>Take it away</button>
    </p>
  `,
  styles: `
    .kicker {
      font-weight: 650;
      color: var(--honey-text);
    }
    h2 {
      margin: 3px 0 5px;
      font-size: 20px;
    }
    .off {
      color: var(--clay);
      font-weight: 650;
    }
    .fields {
      display: grid;
      grid-template-columns: 1.5fr 1fr 1fr;
      gap: 8px;
      margin-top: 12px;
    }
    .row {
      display: flex;
      gap: 18px;
      margin-top: 8px;
    }
  `,
})
export class SegmentCard {
  private readonly store = inject(LessonStore);
  readonly segment = input.required<Segment>();
  /** The passages of the lesson as it plays. */
  readonly filmed = input.required<readonly Passage[]>();
  readonly changed = output<SingleChange>();
  readonly removed = output();

  protected readonly sentence = computed(() => {
    const one = this.segment();
    const lengthS = ((one.endMs - one.startMs) / 1000).toFixed(1);
    const step = movesOf(this.store.lesson().steps).find((each) => each.id === one.stepId);
    const planned =
      step && isWork(one.kind) ? repetitionsOf(doseFor(step, one.side)) * doseFor(step, one.side).sets.planned : null;
    const counted =
      one.beatsMs.length > 0
        ? $localize` · ${one.beatsMs.length} ${one.beatsMs.length === 1 ? $localize`repetition` : $localize`repetitions`} marked`
        : '';
    return {
      name: segmentName(this.store.lesson(), one),
      when: $localize`${fineClock(one.startMs)} to ${fineClock(one.endMs)} · ${lengthS} s${counted}`,
      planned: planned !== null && step!.dose.form !== 'timed' ? $localize`planned ${planned}` : '',
      off: planned !== null && one.beatsMs.length > 0 && step!.dose.form !== 'timed' && one.beatsMs.length !== planned,
    };
  });
  /** Work held against work: how long this side was planned, and how long it is on the film. */
  protected readonly drift = computed(() => {
    const { stepId, side, kind } = this.segment();
    const step = movesOf(this.store.lesson().steps).find((one) => one.id === stepId);
    const work = filmedWork(this.filmed()).find((one) => one.stepId === stepId && one.side === side);
    if (!step || !side || !work || !isWork(kind)) return '';
    const [planned, filmed] = [partMs(step, side), work.workMs].map((ms) => `${(ms / 1000).toFixed(1)} s`);
    return $localize`${filmed} of work on the film, ${planned} planned.`;
  });

  protected readonly steps = computed(() => [
    { value: null as string | null, label: $localize`no step` },
    ...this.store.lesson().steps.map((step, i) => ({
      value: step.id,
      label: `${i + 1}. ${nameOfStep(step)}`,
    })),
  ]);
  protected readonly sides = [
    { value: null as string | null, label: $localize`no side` },
    ...workedSideSchema.options.map((value) => ({ value: value, label: value })),
  ];
  protected readonly kinds = plainOptions(SEGMENT_KINDS);

  protected set<F extends 'kind' | 'stepId' | 'side' | 'beatsMs'>(field: F, value: Segment[F]): void {
    this.changed.emit({ kind: 'set_segment', segmentId: this.segment().id, field, value } as SingleChange);
  }
}

/** What a segment shows, in words. */
export function segmentName(lesson: Lesson, { kind, stepId, side }: Guess): string {
  const step = lesson.steps.find((one) => one.id === stepId);
  if (!step) return termOf(kind);
  const of = isWork(kind) ? '' : ` (${termOf(kind)})`;
  return `${nameOfStep(step)}${side && side !== 'midline' ? `, ${termOf(side)}` : ''}${of}`;
}
