import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { schedule } from '@limber/core/schedule/schedule';
import { nameOfStep, type Step } from '@limber/core/lesson/lesson.schema';
import { movedBetween, reorder } from '@limber/core/lesson/reorder';
import type { Suggestion } from '@limber/core/solve/order';
import { schoolOf } from '@limber/core/caution/school-of';
import { FaceMap } from '@shared/face-map';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { PlanWork } from '../plan-work';
import { routeOf } from './route';
import { ProgressLine } from '../../shell/progress-line';

/** Suggests an order by the lesson's school; before and after stand side by side on the face map and the ribbon. */
@Component({
  selector: 'lc-order-dialog',
  imports: [Button, ProgressLine, FaceMap, Ribbon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft" i18n>
      By {{ school() }}: what opens comes first and what closes last, and you jump, change tools, postures and framings
      as little as possible. Steps that keep their places stay.
    </p>
    @if (progress() !== null) {
      <lc-progress [value]="progress()! * 100" of="Looking for an order" i18n-of />
    }
    @if (problem()) {
      <p role="alert" class="why">{{ problem() }}</p>
    }
    @if (result(); as one) {
      @if (one.blocked) {
        <p class="why" role="status">{{ one.blocked }}</p>
      } @else if (same()) {
        <p role="status"><strong i18n>The order is as good as it gets.</strong></p>
      } @else {
        <div class="both">
          @for (side of sides(); track side.name) {
            <section>
              <h3>{{ side.name }}</h3>
              <lc-ribbon
                [looks]="store.looks()"
                [planned]="side.passages"
                [durationMs]="side.totalMs"
                [selected]="null"
                [label]="side.name"
              />
              <div class="path">
                <lc-face-map [shades]="pale" [route]="side.route" [label]="side.name" />
                <ol>
                  @for (step of side.steps; track step.id) {
                    <li [class.moved]="moved().has(step.id)">{{ nameOfStep(step) }}</li>
                  }
                </ol>
              </div>
            </section>
          }
        </div>
        <p data-testid="gains">
          <strong>{{ gains() }}</strong>
          <span class="soft" i18n>
            {one.exact, select,
              true {No order takes less changing.}
              other {The best that a search found; with so many steps not every order was tried.}
            }
            What gains nothing stays in your order.
          </span>
        </p>
      }
    }
    <div class="end">
      <p-button label="Leave it" i18n-label severity="secondary" [outlined]="true" (onClick)="closed.emit()" />
      <p-button
        label="Take this order"
        i18n-label
        [disabled]="progress() !== null || !result() || result()!.blocked !== '' || same()"
        (onClick)="apply()"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .both {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 28px;
    }
    .path {
      display: grid;
      grid-template-columns: 150px minmax(0, 1fr);
      gap: 14px;
      margin-top: 8px;
    }
    h3 {
      font-size: 17px;
    }
    ol {
      margin: 0;
      padding-left: 26px;
      font-size: 15px;
      max-height: 250px;
      overflow: auto;
    }
    .moved {
      font-weight: 650;
      color: var(--plum);
    }
    .why {
      color: var(--clay);
      font-weight: 650;
    }
    .end {
      display: flex;
      justify-content: flex-end;
      gap: 10px;
    }
  `,
})
export class OrderDialog {
  readonly closed = output();
  protected readonly store = inject(LessonStore);
  protected readonly nameOfStep = nameOfStep;
  private readonly work = inject(PlanWork);
  protected readonly progress = signal<number | null>(0);
  protected readonly result = signal<Suggestion | null>(null);
  protected readonly problem = signal('');
  protected readonly school = computed(() => schoolOf(this.store.judged()).name);
  private readonly ordered = computed<readonly Step[]>(() => {
    const steps = new Map(this.store.lesson().steps.map((step) => [step.id, step]));
    return (this.result()?.order ?? []).map((id) => steps.get(id)!);
  });
  protected readonly same = computed(() => this.ordered().every((step, at) => step === this.store.lesson().steps[at]));
  /** "The opening comes first, two tool changes fewer." */
  protected readonly gains = computed(() => {
    const words = (this.result()?.gains ?? []).join(', ');
    return words && `${words[0]!.toUpperCase()}${words.slice(1)}.`;
  });
  protected readonly pale: ReadonlyMap<string, number> = new Map();
  protected readonly moved = computed(() =>
    movedBetween(
      this.store.lesson().steps.map((step) => step.id),
      this.ordered().map((step) => step.id),
    ),
  );
  protected readonly sides = computed(() =>
    (
      [
        [$localize`As it is`, this.store.lesson().steps],
        [$localize`Suggested`, this.ordered()],
      ] as const
    ).map(([name, steps]) => {
      const { passages, totalMs } = schedule({ ...this.store.lesson(), steps: [...steps] });
      return { name, steps, passages, totalMs, route: routeOf(steps, null) };
    }),
  );

  constructor() {
    effect((onCleanup) => {
      const running = this.work.run({ kind: 'order', lesson: this.store.judged() }).subscribe({
        next: ({ progress, done }) => {
          this.progress.set(done ? null : progress);
          if (done) this.result.set(done);
        },
        error: (error: Error) => this.problem.set(error.message),
      });
      onCleanup(() => running.unsubscribe());
    });
  }

  protected apply(): void {
    const changes = reorder(
      this.store.lesson().steps.map((step) => step.id),
      this.ordered().map((step) => step.id),
    );
    this.closed.emit();
    this.store.edit({ kind: 'batch', changes });
  }
}
