import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Finding, Repair } from '@limber/core/check/finding';
import { LessonStore } from '../api/lesson-store';
import { PlanWork } from './plan-work';

const SAID = { must: 'Mend this', should: 'Better so', note: 'Worth knowing' } as const;

/** One finding in two lines, with the repairs that answer it. */
@Component({
  selector: 'lc-finding-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <article [class]="finding().severity" data-testid="finding" [attr.data-rule]="finding().rule">
      <p>
        <span class="unseen">{{ said() }}: </span>
        @if (where()) {
          <button type="button" class="where" (click)="go()">{{ where() }}</button>
        }
        {{ finding().message }}
      </p>
      <div class="repairs">
        @for (repair of finding().repairs; track repair.label) {
          @if (repair.change) {
            <button type="button" class="text-button" (click)="apply(repair)">{{ repair.label }}</button>
          }
        }
        @if (schools()) {
          <button type="button" class="text-button quiet" [disabled]="others() !== null" (click)="askOthers()">
            Other schools?
          </button>
        }
      </div>
      @if (others(); as words) {
        <p class="soft" role="status">{{ words }}</p>
      }
    </article>
  `,
  styles: `
    article {
      padding: 9px 12px 9px 13px;
      font-size: 14.5px;
      line-height: 1.4;
      background: var(--card);
      border: 1px solid var(--line);
      border-left: 5px solid var(--soft);
      border-radius: 12px;
      overflow-wrap: anywhere;
    }
    article.must {
      border-left-color: var(--clay);
    }
    article.should {
      border-left-color: var(--honey);
    }
    .where {
      padding: 0;
      font: 650 14.5px var(--text);
      color: var(--soft);
      background: none;
      border: 0;
      cursor: pointer;
    }
    .where:hover {
      color: var(--ink);
      text-decoration: underline;
    }
    .where::after {
      content: ' ·';
    }
    .repairs {
      display: flex;
      flex-wrap: wrap;
      gap: 0 14px;
    }
    .repairs .text-button {
      text-align: left;
      font-size: 14px;
    }
    .quiet {
      color: var(--soft);
    }
  `,
})
export class FindingCard {
  readonly finding = input.required<Finding>();
  /** Whether to name the step; not where the finding stands beside it. */
  readonly named = input(true);
  private readonly store = inject(LessonStore);
  private readonly work = inject(PlanWork);
  protected readonly others = signal<string | null>(null);
  protected readonly said = computed(() => SAID[this.finding().severity]);
  protected readonly schools = computed(() => this.finding().place.part === 'order');
  protected readonly where = computed(() => {
    if (!this.named()) return '';
    const { stepId, part } = this.finding().place;
    if (!stepId) return part === 'lesson' || part === 'order' ? '' : part;
    const at = this.store.lesson().steps.findIndex((step) => step.id === stepId);
    return at < 0 ? '' : String(at + 1);
  });

  protected go(): void {
    const { stepId } = this.finding().place;
    if (stepId) this.store.selectedStepId.set(stepId);
  }

  protected apply(repair: Repair): void {
    this.go();
    this.store.edit(repair.change!);
  }

  protected askOthers(): void {
    this.work
      .run({ kind: 'other-schools', lesson: this.store.lesson(), finding: this.finding() })
      .subscribe(({ done }) => {
        if (done) this.others.set(done.length > 0 ? done.join(' ') : 'Every other school would say the same.');
      });
  }
}
