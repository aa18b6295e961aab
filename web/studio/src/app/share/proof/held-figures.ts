import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Finding } from '@limber/core/check/finding';
import { ruleOf, type CheckName } from '@limber/core/check/rules';
import { isMove } from '@limber/core/lesson/lesson.schema';
import type { SaidDoneRow } from '@limber/core/said-done/rows';
import { termOf } from '@limber/core/words/terms';
import { LessonStore } from '../../api/lesson-store';
import { doneWords, plannedWords, saidWords } from '../../mark/segments/said-done-words';

/** Checks whose findings are about figures. */
const ABOUT_FIGURES: ReadonlySet<CheckName> = new Set(['done', 'film', 'balance', 'standing']);

/** The figures that a finding is about, beside each other: planned, said, done, by side; nothing where it is about others. */
@Component({
  selector: 'lc-held-figures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lines().length > 0) {
      <table data-testid="held-figures">
        <thead>
          <tr>
            <td></td>
            <th scope="col" i18n>Planned</th>
            <th scope="col" i18n>Said</th>
            <th scope="col" i18n>Done</th>
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track line.side) {
            <tr>
              <th scope="row">{{ line.side }}</th>
              <td>{{ line.planned }}</td>
              <td>{{ line.said || '–' }}</td>
              <td>{{ line.done || '–' }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    table {
      margin: 6px 0 0 13px;
      border-collapse: collapse;
      font-size: 14px;
    }
    th,
    td {
      padding: 2px 18px 2px 0;
      text-align: left;
      vertical-align: top;
      font-weight: 400;
    }
    th {
      color: var(--soft);
    }
    td {
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class HeldFigures {
  readonly finding = input.required<Finding>();
  /** Of the whole lesson. */
  readonly rows = input.required<readonly SaidDoneRow[]>();
  private readonly store = inject(LessonStore);
  protected readonly lines = computed(() => {
    const { rule, place } = this.finding();
    const step = this.store.lesson().steps.find((one) => one.id === place.stepId);
    if (!step || !isMove(step) || !ABOUT_FIGURES.has(ruleOf(rule).check)) return [];
    return this.rows()
      .filter((row) => row.stepId === step.id)
      .map((row) => ({
        side: termOf(row.side),
        planned: plannedWords(step, row),
        said: saidWords(row.said).join(', '),
        done: (row.done ? doneWords(row, row.done) : [])
          .map(({ value, range }) => (range === '' ? value : `${value} (${range})`))
          .join(', '),
      }));
  });
}
