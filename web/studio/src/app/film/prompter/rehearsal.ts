import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';
import type { Prompt } from '@limber/core/prompt/prompts';
import { rehearsed } from '@limber/core/prompt/rehearsed';
import type { Shown } from '@limber/core/prompt/session';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { kindWords } from './prompt-words';

/** Nearer to the plan than this is as planned: a share of it. */
const AS_PLANNED = 0.1;

/** What a rehearsal says: planned against done, step by step, and the pace that it came to. */
@Component({
  selector: 'lc-rehearsal',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card" data-testid="rehearsal">
      <h2 i18n>You rehearsed {{ clock(found().doneMs) }} of a planned {{ clock(found().plannedMs) }}</h2>
      <p>{{ words() }}</p>
      @if (found().pace; as pace) {
        <p class="pace" i18n>
          You spoke {{ pace.syllablesPerMinute }} syllables a minute (planned {{ was().syllablesPerMinute }}), settled
          in {{ seconds(pace.settleMs) }} s ({{ seconds(was().settleMs) }}) and changed sides in
          {{ seconds(pace.swapMs) }} s ({{ seconds(was().swapMs) }}).
        </p>
        <div class="buttons">
          @if (taken()) {
            <span role="status" i18n>The plan counts with it now; Undo takes it back.</span>
          } @else {
            <p-button
              label="Plan with it: the lesson runs {{ clock(found().thenMs!) }}"
              i18n-label
              (onClick)="take()"
            />
          }
          <button type="button" class="text-button" (click)="closed.emit()" i18n>Close</button>
        </div>
      } @else {
        <p class="soft" i18n>
          What goes on by itself keeps to the plan and says nothing of your pace. To have that measured, let the
          prompter wait for you and press at the end of each sentence.
        </p>
        <button type="button" class="text-button" (click)="closed.emit()" i18n>Close</button>
      }
      <table>
        <thead>
          <tr>
            <th scope="col" i18n>Part</th>
            <th scope="col" class="times" i18n>planned</th>
            <th scope="col" class="times" i18n>done</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              <td class="times">{{ clock(row.plannedMs) }}</td>
              <td class="times">{{ clock(row.doneMs) }}</td>
              <td class="soft">{{ row.off }}</td>
            </tr>
          }
        </tbody>
      </table>
    </section>
  `,
  styles: `
    section {
      margin-bottom: 18px;
      padding: 18px 22px;
    }
    h2 {
      font-size: 21px;
    }
    .pace {
      margin-top: 8px;
    }
    .buttons {
      display: flex;
      gap: 18px;
      align-items: center;
      margin: 12px 0;
    }
    table {
      width: 100%;
      max-width: 640px;
      margin-top: 12px;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 5px 10px 5px 0;
      text-align: left;
      border-bottom: 1px solid var(--line);
    }
    thead th {
      font-weight: 400;
      color: var(--soft);
    }
    tbody th {
      font-weight: 650;
    }
  `,
})
export class Rehearsal {
  readonly prompts = input.required<readonly Prompt[]>();
  readonly shown = input.required<readonly Shown[]>();
  readonly closed = output<void>();
  protected readonly clock = clock;
  protected readonly taken = signal(false);
  private readonly store = inject(LessonStore);
  /** As the lesson was when it was rehearsed: what it says does not change with what is taken over. */
  private readonly lesson = this.store.lesson();
  protected readonly was = computed(() => this.lesson.pace);
  protected readonly found = computed(() => rehearsed(this.lesson, this.prompts(), this.shown()));
  protected readonly words = computed(() => {
    const { plannedMs, doneMs } = this.found();
    const ms = doneMs - plannedMs;
    if (Math.abs(ms) < AS_PLANNED * plannedMs) return $localize`That is as planned.`;
    return ms > 0
      ? $localize`That is ${clock(ms)} longer than planned.`
      : $localize`That is ${clock(-ms)} shorter than planned.`;
  });
  protected readonly rows = computed(() => {
    const names = new Map(this.lesson.steps.map((step) => [step.id, nameOfStep(step)]));
    return this.found().steps.map((one) => {
      const ms = one.doneMs - one.plannedMs;
      const seconds = Math.round(Math.abs(ms) / 1000);
      return {
        ...one,
        name:
          one.stepId !== null ? (names.get(one.stepId) ?? '') : kindWords(one.kind === 'closing' ? 'outro' : 'intro'),
        off:
          Math.abs(ms) < AS_PLANNED * one.plannedMs || seconds === 0
            ? ''
            : ms > 0
              ? $localize`${seconds} s longer`
              : $localize`${seconds} s shorter`,
      };
    });
  });

  protected seconds(ms: number): number {
    return Math.round(ms / 100) / 10;
  }

  protected take(): void {
    this.store.edit(this.found().change!);
    this.taken.set(true);
  }
}
