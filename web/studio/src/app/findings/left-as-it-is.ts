import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LessonStore } from '../api/lesson-store';
import { Findings } from './findings';

/** What was found and left as it is, with its reason; it can be looked at again. */
@Component({
  selector: 'lc-left-as-it-is',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (one of aside(); track one.id) {
        <li>
          <span>{{ one.message }}</span>
          @if (one.reason) {
            <em>{{ one.reason }}</em>
          }
          <button type="button" class="text-button" (click)="takeUp(one.id)" i18n>Look at it again</button>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: grid;
      gap: 8px;
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
      font-size: 14px;
    }
    li {
      display: grid;
      justify-items: start;
      padding-left: 12px;
      border-left: 2px dotted var(--soft);
      color: var(--soft);
    }
    em {
      color: var(--ink);
    }
  `,
})
export class LeftAsItIs {
  private readonly store = inject(LessonStore);
  private readonly checks = inject(Findings);
  protected readonly aside = computed(() => {
    const reasons = new Map(this.store.lesson().setAside.map((one) => [one.id, one.reason]));
    return this.checks.aside().map(({ id, message }) => ({ id, message, reason: reasons.get(id) ?? '' }));
  });

  protected takeUp(id: string): void {
    this.store.edit({ kind: 'take_up', id });
  }
}
