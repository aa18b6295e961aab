import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { FindingPlace } from '@limber/core/check/finding';
import { LessonStore } from '../api/lesson-store';
import { FindingCard } from './finding-card';
import { Findings } from './findings';
import { LeftAsItIs } from './left-as-it-is';

/** So many at once; the rest is one press away. */
const FEW = 3;

/** What was found in the lesson, three at a time, the worst: the same on every bench. */
@Component({
  selector: 'lc-findings-panel',
  imports: [FindingCard, LeftAsItIs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>Found</h2>
    @if (!checks.checked()) {
      <p class="soft" i18n>Checking …</p>
    } @else {
      <div class="list" aria-live="polite">
        @for (one of shown(); track one.findings[0]!.id) {
          @if (folded() && !everything() && one !== unfolded()) {
            <button type="button" class="fold" [class]="one.severity" (click)="open.set(one.findings[0]!.id)">
              {{ one.message }}
            </button>
          } @else {
            <lc-finding-card [group]="one" (look)="look.emit($event)" />
          }
        } @empty {
          <p class="soft" i18n>
            @if (store.lesson().steps.length === 0) {
              Moves, words and promise are checked here as they come.
            } @else {
              Nothing to mend. Sides, order, words, film and promise agree.
            }
          </p>
        }
      </div>
      <p class="more">
        @if (checks.groups().length > FEW) {
          <button type="button" class="text-button" (click)="everything.set(!everything())" i18n>
            {everything(), select, true {Show fewer} other {Show all {{ checks.groups().length }}}}
          </button>
        }
        @if (checks.aside().length > 0) {
          <button
            type="button"
            class="text-button quiet"
            [attr.aria-expanded]="left()"
            (click)="left.set(!left())"
            i18n
          >
            {{ checks.aside().length }} left as {checks.aside().length, plural, =1 {it is} other {they are}}
          </button>
        }
      </p>
      @if (left()) {
        <lc-left-as-it-is />
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    h2 {
      margin: 8px 0;
      font-size: 18px;
    }
    .list {
      display: grid;
      gap: 8px;
      align-items: start;
    }
    .fold {
      padding: 7px 12px;
      font: 14.5px/1.35 var(--text);
      color: inherit;
      text-align: left;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      background: var(--card);
      border: 1px solid var(--line);
      border-left: 5px solid var(--soft);
      border-radius: 12px;
      cursor: pointer;
    }
    .fold.must {
      border-left-color: var(--clay);
    }
    .fold.should {
      border-left-color: var(--honey);
    }
    .fold:hover {
      border-color: var(--plum);
    }
    :host(.wide) .list {
      grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    }
    .more {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      padding-top: 6px;
    }
    .quiet {
      color: var(--soft);
    }
  `,
})
export class FindingsPanel {
  /** One card at a time, the others in a line: where little room is left. */
  readonly folded = input(false);
  readonly look = output<FindingPlace>();
  protected readonly store = inject(LessonStore);
  protected readonly checks = inject(Findings);
  protected readonly FEW = FEW;
  protected readonly everything = signal(false);
  protected readonly left = signal(false);
  protected readonly shown = computed(() =>
    this.everything() ? this.checks.groups() : this.checks.groups().slice(0, FEW),
  );
  protected readonly open = signal<string | null>(null);
  /** The one that was asked for, else the worst. */
  protected readonly unfolded = computed(
    () => this.shown().find((one) => one.findings[0]!.id === this.open()) ?? this.shown()[0],
  );
}
