import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { describeDose } from '@limber/core/dose/dose';
import type { FitWithWords } from '@limber/core/check/fit-with-words';
import { changeOfFit, fitted } from '@limber/core/solve/fit';
import { schedule } from '@limber/core/schedule/schedule';
import { clock, parseClock } from '@limber/core/time/clock';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { PlanWork } from '../plan-work';
import { Stepper } from './stepper';
import { describeDoses } from '@limber/core/lesson/dose-for';
import { nameOfStep, type MoveStep } from '@limber/core/lesson/lesson.schema';
import { ProgressLine } from '../../shell/progress-line';

/**
 * Fits the lesson to a length: first what the talk costs, then what the moves have to give, and which words that
 * changes. One undoable change.
 */
@Component({
  selector: 'lc-fit-dialog',
  imports: [Button, ProgressLine, Ribbon, Stepper],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './fit-dialog.html',
  styleUrl: './fit-dialog.css',
})
export class FitDialog {
  readonly closed = output();
  protected readonly store = inject(LessonStore);
  private readonly work = inject(PlanWork);
  protected readonly clock = clock;
  protected readonly targetMs = signal(this.store.lesson().targetMs ?? this.store.plan().totalMs);
  protected readonly toleranceMs = signal(this.store.lesson().toleranceMs);
  protected readonly progress = signal<number | null>(null);
  protected readonly result = signal<FitWithWords | null>(null);
  protected readonly problem = signal('');

  protected readonly talkMs = computed(() => this.result()?.talk.reduce((sum, one) => sum + one.ms, 0) ?? 0);
  protected readonly mayGo = computed(() => this.result()?.talk.filter((one) => one.mayGo) ?? []);
  protected readonly rows = computed(() => {
    const lesson = this.store.lesson();
    return (this.result()?.changes ?? []).map(({ stepId, dose }) => {
      const at = lesson.steps.findIndex((step) => step.id === stepId);
      const step = lesson.steps[at] as MoveStep;
      return { number: at + 1, name: step.move.name, before: describeDoses(step), after: describeDose(dose) };
    });
  });
  /** Where words change along, or are left to her: the step's name, or the part of the lesson. */
  protected whereOf(stepId: string | null): string {
    const step = this.store.lesson().steps.find((one) => one.id === stepId);
    return step ? nameOfStep(step) : $localize`The lesson`;
  }

  protected readonly after = computed(() => {
    const changes = this.result()?.changes;
    return changes ? schedule(fitted(this.store.lesson(), changes)).passages : [];
  });

  constructor() {
    effect((onCleanup) => {
      const [lesson, targetMs, toleranceMs] = [this.store.lesson(), this.targetMs(), this.toleranceMs()];
      this.progress.set(0);
      this.problem.set('');
      const running = this.work.run({ kind: 'fit', lesson, targetMs, toleranceMs }).subscribe({
        next: ({ progress, done }) => {
          this.progress.set(done ? null : progress);
          if (done) this.result.set(done);
        },
        error: (error: Error) => this.problem.set(error.message),
      });
      onCleanup(() => running.unsubscribe());
    });
  }

  protected setTarget(field: HTMLInputElement): void {
    const ms = parseClock(field.value);
    if (ms !== null && ms >= 30_000 && ms <= 7_200_000) this.targetMs.set(ms);
    field.value = clock(this.targetMs());
  }

  /** Takes a sentence out of the words. */
  protected cut(one: FitWithWords['talk'][number]): void {
    const lesson = this.store.lesson();
    if (one.part === 'opening' || one.part === 'closing') {
      const value = without(lesson[one.part], one.sentence);
      this.store.edit({ kind: 'set_lesson', field: one.part, value });
      return;
    }
    const step = lesson.steps.find((each) => each.id === one.stepId);
    if (!step) return;
    const value = { ...step.narration, [one.part]: without(step.narration[one.part], one.sentence) };
    this.store.edit({ kind: 'set_step', stepId: step.id, field: 'narration', value });
  }

  protected apply(): void {
    const found = this.result();
    const { targetMs, toleranceMs } = this.store.lesson();
    const target =
      this.targetMs() === targetMs && this.toleranceMs() === toleranceMs
        ? []
        : [
            { kind: 'set_lesson' as const, field: 'targetMs' as const, value: this.targetMs() },
            { kind: 'set_lesson' as const, field: 'toleranceMs' as const, value: this.toleranceMs() },
          ];
    const changes = [...target, ...changeOfFit(found?.changes ?? []).changes, ...(found?.along.changes ?? [])];
    if (changes.length > 0) this.store.edit({ kind: 'batch', changes });
    this.closed.emit();
  }
}

function without(words: string, sentence: string): string {
  return words
    .replace(sentence, '')
    .replace(/\s{2,}/g, ' ')
    .trim();
}
