import { ChangeDetectionStrategy, Component, computed, forwardRef, inject, input, output, signal } from '@angular/core';
import { setAside, SetAsideError, type Finding, type FindingPlace, type Repair } from '@limber/core/check/finding';
import { groupsOf, type FindingGroup } from '@limber/core/check/groups';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../api/lesson-store';
import { PlanWork } from '../plan/plan-work';
import { Findings } from './findings';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';

const SAID = { must: $localize`Fix this`, should: $localize`Better so`, note: $localize`Worth knowing` } as const;

/** A finding, or like findings of many steps, in two lines, with what answers it. */
@Component({
  selector: 'lc-finding-card',
  imports: [forwardRef(() => FindingCard)],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <article [class]="group().severity" data-testid="finding" [attr.data-rule]="group().rule">
      <p>
        <span class="unseen">{{ said() }}: </span>
        @for (place of places(); track place.at) {
          <button type="button" class="where" (click)="go(place.finding)" [title]="place.title">
            {{ place.words }}
          </button>
        }
        {{ group().message }}
      </p>
      <div class="repairs">
        @if (group().mendAll; as label) {
          <button type="button" class="text-button" (click)="checks.mendAll(group())">{{ label }}</button>
        }
        @if (single(); as one) {
          @for (repair of one.repairs; track repair.label) {
            @if (repair.change) {
              <button type="button" class="text-button" (click)="apply(repair)">{{ repair.label }}</button>
            }
          }
          @if (schools()) {
            <button
              type="button"
              class="text-button quiet"
              [disabled]="others() !== null"
              (click)="askOthers(one)"
              i18n
            >
              Other schools?
            </button>
          }
        } @else {
          <button
            type="button"
            class="text-button quiet"
            [attr.aria-expanded]="each()"
            (click)="each.set(!each())"
            i18n
          >
            {each(), select, true {Together again} other {One by one}}
          </button>
        }
        <button type="button" class="text-button quiet" [attr.aria-expanded]="asking()" (click)="leave()" i18n>
          {group().severity === 'must', select, true {Leave it, and say why} other {Leave it}}
        </button>
      </div>
      @if (others(); as words) {
        <p class="soft" role="status">{{ words }}</p>
      }
      @if (asking()) {
        <form (submit)="leaveSo(reason.value, $event)">
          <label i18n>Why may it stay as it is?<input #reason maxlength="600" autocomplete="off" /></label>
          <button type="submit" class="text-button" i18n>Leave it so</button>
          @if (problem()) {
            <p role="alert">{{ problem() }}</p>
          }
        </form>
      }
    </article>
    @if (each()) {
      @for (one of alone(); track one.findings[0]!.id) {
        <lc-finding-card class="one" [group]="one" (look)="look.emit($event)" (tryOut)="tryOut.emit($event)" />
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
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
    .one {
      margin: 6px 0 0 14px;
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
    form {
      display: grid;
      gap: 4px;
      justify-items: start;
      padding-top: 6px;
    }
    form label {
      display: grid;
      gap: 3px;
      width: 100%;
      color: var(--soft);
    }
    form input {
      padding: 6px 10px;
      font: inherit;
      color: var(--ink);
      background: var(--paper);
      border: 1px solid var(--soft);
      border-radius: 8px;
    }
    form [role='alert'] {
      color: var(--clay);
    }
  `,
})
export class FindingCard {
  readonly group = input.required<FindingGroup>();
  /** Whether to name where it is; not where the finding stands beside it. */
  readonly named = input(true);
  /** She wants to see the place: on a bench with footage it can be gone to. */
  readonly look = output<FindingPlace>();
  /** A repair that has to be looked at before it is made. */
  readonly tryOut = output<Repair>();
  private readonly store = inject(LessonStore);
  private readonly work = inject(PlanWork);
  protected readonly checks = inject(Findings);
  protected readonly others = signal<string | null>(null);
  protected readonly each = signal(false);
  protected readonly asking = signal(false);
  protected readonly problem = signal('');
  protected readonly said = computed(() => SAID[this.group().severity]);
  protected readonly single = computed(() => (this.group().findings.length === 1 ? this.group().findings[0]! : null));
  protected readonly alone = computed(() => this.group().findings.flatMap((one) => groupsOf([one])));
  protected readonly schools = computed(() => {
    const place = this.single()?.place;
    return place?.on === 'plan' && place.part === 'order';
  });
  protected readonly places = computed(() => {
    if (!this.named()) return [];
    const numbers = new Map(
      this.store.lesson().steps.map((step, i) => [step.id, { at: i + 1, name: nameOfStep(step) }]),
    );
    const known = new Set<string>();
    return this.group().findings.flatMap((finding) => {
      const { place } = finding;
      const step = numbers.get(place.stepId ?? '');
      const words = step ? String(step.at) : whereOf(place);
      if (words === '' || known.has(words)) return [];
      known.add(words);
      return [{ at: known.size, words, finding, title: step ? step.name : $localize`Look at it` }];
    });
  });

  protected go({ place }: Finding): void {
    if (place.stepId) this.store.selectedStepId.set(place.stepId);
    this.look.emit(place);
  }

  protected apply(repair: Repair): void {
    const { place } = this.single()!;
    if (place.stepId) this.store.selectedStepId.set(place.stepId);
    if (repair.lookFirst) this.tryOut.emit(repair);
    else this.store.edit(repair.change!);
  }

  /** What must be mended is left with a reason only. */
  protected leave(): void {
    if (this.group().severity === 'must') this.asking.set(!this.asking());
    else this.store.edit(setAside(this.group().findings, ''));
  }

  protected leaveSo(reason: string, event: Event): void {
    event.preventDefault();
    try {
      this.store.edit(setAside(this.group().findings, reason));
    } catch (error) {
      if (!(error instanceof SetAsideError)) throw error;
      this.problem.set(error.message);
    }
  }

  protected askOthers(finding: Finding): void {
    this.work.run({ kind: 'other-schools', lesson: this.store.judged(), finding }).subscribe(({ done }) => {
      if (done) this.others.set(done.length > 0 ? done.join(' ') : $localize`Every other school would say the same.`);
    });
  }
}

/** Where something is that is about no step. */
function whereOf(place: FindingPlace): string {
  if (place.on === 'plan') return place.part === 'lesson' || place.part === 'order' ? '' : place.part;
  return place.on === 'take' ? clock(place.startMs) : '';
}
