import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { sorted, type Finding, type FindingPlace, type Repair } from '@limber/core/check/finding';
import { groupsOf, type FindingGroup } from '@limber/core/check/groups';
import type { SaidDone } from '@limber/core/check/said-done';
import { movesOf } from '@limber/core/lesson/lesson.schema';
import type { SaidDoneRow } from '@limber/core/said-done/rows';
import { termOf } from '@limber/core/words/terms';
import { LessonStore } from '../../api/lesson-store';
import { FindingCard } from '../../findings/finding-card';
import { doneWords, plannedWords, saidWords, type FigureWords } from './said-done-words';

interface Line {
  readonly key: string;
  readonly number: string;
  readonly name: string;
  readonly side: string;
  readonly planned: string;
  readonly said: readonly string[];
  readonly done: readonly FigureWords[];
  readonly off: boolean;
  readonly place: FindingPlace | null;
  readonly stepId: string;
  readonly found: readonly FindingGroup[];
}

/** What was planned, said and done of each side of each step, beside each other, and what of it does not agree. */
@Component({
  selector: 'lc-said-done-table',
  imports: [FindingCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of whole(); track one.findings[0]!.id) {
      <lc-finding-card [group]="one" (look)="look.emit($event)" (tryOut)="tryOut.emit($event)" />
    }
    <table>
      <thead>
        <tr>
          <th scope="col" i18n>Step and side</th>
          <th scope="col" i18n>Planned</th>
          <th scope="col" i18n>Said</th>
          <th scope="col" i18n>Done</th>
        </tr>
      </thead>
      <tbody>
        @for (line of lines(); track line.key) {
          <tr [class.off]="line.off" [class.chosen]="line.stepId === chosen()" data-testid="said-done">
            <th scope="row">
              <button type="button" [disabled]="line.place === null" (click)="go(line)">
                <span class="number">{{ line.number }}</span>
                <span>
                  <b>{{ line.name }}</b>
                  <small>{{ line.side }}</small>
                </span>
              </button>
            </th>
            <td>{{ line.planned }}</td>
            <td>
              @for (words of line.said; track $index) {
                <span class="figure">{{ words }}</span>
              } @empty {
                <span class="soft" i18n>no figure</span>
              }
            </td>
            <td class="done">
              @for (figure of line.done; track $index) {
                <span class="figure">
                  {{ figure.value }}
                  @if (figure.range) {
                    <small>({{ figure.range }})</small>
                  }
                </span>
              } @empty {
                <span class="soft" i18n>not seen</span>
              }
            </td>
          </tr>
          @if (line.found.length > 0) {
            <tr class="found">
              <td colspan="4">
                @for (one of line.found; track one.findings[0]!.id) {
                  <lc-finding-card
                    [group]="one"
                    [named]="false"
                    (look)="look.emit($event)"
                    (tryOut)="tryOut.emit($event)"
                  />
                }
              </td>
            </tr>
          }
        }
      </tbody>
    </table>
    @if (aside() > 0) {
      <p class="soft" i18n>
        {aside(), plural, =1 {1 is} other {{{ aside() }} are}} left as {aside(), plural, =1 {it is} other {they are}}.
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 5px 8px;
      text-align: left;
      vertical-align: top;
      font-weight: 400;
    }
    thead th {
      padding-bottom: 2px;
      font-size: 13.5px;
      color: var(--soft);
    }
    tbody tr:not(.found) > * {
      border-top: 1px solid var(--line);
    }
    th:first-child {
      width: 200px;
      padding-left: 0;
    }
    th button {
      display: grid;
      grid-template-columns: 26px minmax(0, 1fr);
      gap: 6px;
      width: 100%;
      min-height: 40px;
      padding: 2px 0;
      font: inherit;
      text-align: left;
      color: var(--ink);
      background: none;
      border: 0;
      border-radius: 8px;
      cursor: pointer;
    }
    th button:disabled {
      cursor: default;
    }
    th button:hover:enabled b {
      text-decoration: underline;
    }
    .number {
      text-align: right;
      color: var(--soft);
    }
    b {
      display: block;
      font: 650 16px/1.2 var(--head);
      overflow-wrap: anywhere;
    }
    small {
      font-size: 13.5px;
      color: var(--soft);
    }
    .figure {
      display: block;
    }
    .done {
      font-weight: 650;
    }
    .done small {
      font-weight: 400;
    }
    .off .done {
      color: var(--clay);
    }
    .soft {
      font-weight: 400;
    }
    .found td {
      padding: 0 0 8px 32px;
    }
    lc-finding-card {
      display: block;
      margin-bottom: 6px;
    }
  `,
})
export class SaidDoneTable {
  readonly held = input.required<SaidDone>();
  /** The step that is chosen elsewhere. */
  readonly chosen = input<string | null>(null);
  readonly look = output<FindingPlace>();
  /** A repair that has to be looked at before it is made. */
  readonly tryOut = output<Repair>();
  private readonly store = inject(LessonStore);
  private readonly parted = computed(() => sorted(this.held().findings, this.store.lesson().setAside));
  protected readonly aside = computed(() => this.parted().aside.length);
  /** What is about no step. */
  protected readonly whole = computed(() =>
    groupsOf(this.parted().open.filter(({ place }) => !this.ids().has(place.stepId ?? ''))),
  );
  private readonly ids = computed(() => new Set(movesOf(this.store.lesson().steps).map((step) => step.id)));
  protected readonly lines = computed(() => {
    const steps = movesOf(this.store.lesson().steps);
    const numbers = new Map(this.store.lesson().steps.map((step, at) => [step.id, at + 1]));
    const byId = new Map(steps.map((step) => [step.id, step]));
    const { open } = this.parted();
    const known = new Set<string>();
    return this.held().rows.flatMap((row): Line[] => {
      const step = byId.get(row.stepId);
      if (!step) return [];
      const first = !known.has(step.id);
      known.add(step.id);
      const found = open.filter((one) => isAbout(one, row, first));
      const { done } = row;
      return [
        {
          ...{ key: `${row.stepId}|${row.side}`, stepId: step.id, number: first ? String(numbers.get(step.id)) : '' },
          ...{ name: step.move.name, side: row.side === 'midline' ? '' : termOf(row.side) },
          ...{ planned: plannedWords(step, row), said: saidWords(row.said), done: done ? doneWords(row, done) : [] },
          off: found.some((one) => one.severity !== 'note'),
          place: done && {
            ...({ on: 'cut', cutId: 'full', stepId: step.id, side: row.side } as const),
            ...{ startMs: done.startMs, endMs: done.endMs },
          },
          found: found.flatMap((one) => groupsOf([one])),
        },
      ];
    });
  });

  protected go({ place, stepId }: Line): void {
    this.store.selectedStepId.set(stepId);
    if (place) this.look.emit(place);
  }
}

/** What is about a side stands beside it; what is about the step, beside its first one. */
function isAbout({ place }: Finding, { stepId, side }: SaidDoneRow, first: boolean): boolean {
  if (place.stepId !== stepId) return false;
  return place.on === 'cut' && place.side !== null && place.side !== 'both' ? place.side === side : first;
}
