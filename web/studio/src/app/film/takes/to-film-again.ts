import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';
import { termOf } from '@limber/core/words/terms';
import { LessonStore } from '../../api/lesson-store';

/** What is to be filmed once more, and why: put here where something was found, taken off when it is filmed. */
@Component({
  selector: 'lc-to-film-again',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <section class="card" data-testid="film-again">
        <h2 i18n>To film again</h2>
        <ul>
          @for (one of rows(); track one.id) {
            <li>
              <span>
                <b>{{ one.name }}</b> {{ one.side }}
                <span class="soft">{{ one.why }}</span>
              </span>
              <button
                type="button"
                class="text-button"
                ariaLabel="{{ one.name }}: filmed"
                i18n-ariaLabel
                (click)="done(one.id)"
                i18n
              >
                It is filmed
              </button>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    :host:empty {
      display: none;
    }
    section {
      margin-bottom: 14px;
      padding: 12px 16px;
    }
    h2 {
      margin: 0 0 4px;
      font-size: 18px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      align-items: baseline;
      justify-content: space-between;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    .soft {
      margin-left: 8px;
    }
    button {
      min-height: 34px;
    }
    @media (max-width: 760px) {
      button {
        min-height: 44px;
      }
    }
  `,
})
export class ToFilmAgain {
  private readonly store = inject(LessonStore);
  protected readonly rows = computed(() => {
    const { filmAgain, steps } = this.store.lesson();
    const names = new Map(steps.map((step) => [step.id, nameOfStep(step)]));
    return filmAgain.map(({ id, stepId, side, why }) => ({
      ...{ id, why, name: names.get(stepId) ?? '' },
      side: side === null || side === 'midline' ? '' : termOf(side),
    }));
  });

  protected done(id: string): void {
    this.store.edit({ kind: 'remove_film_again', filmAgainId: id });
  }
}
