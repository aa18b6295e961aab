import { CdkDrag, CdkDragDrop, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { isMove } from '@limber/core/lesson/lesson.schema';
import { LessonStore } from '../../api/lesson-store';
import { ChosenSteps } from './chosen-steps';
import { PlainStepEditor } from './plain-step-editor';
import { StepEditor } from './step-editor';
import { StepRow } from './step-row';

/** The steps in their order, to choose, drag and edit. It is rendered anew when the order changes, not with every dose. */
@Component({
  selector: 'lc-step-list',
  imports: [CdkDrag, CdkDropList, PlainStepEditor, StepEditor, StepRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol cdkDropList (cdkDropListDropped)="drop($event)">
      @for (id of order(); track id) {
        <li
          cdkDrag
          cdkDragLockAxis="y"
          [id]="'step-' + id"
          [class.selected]="store.selectedStepId() === id"
          data-testid="step"
        >
          <lc-step-row
            [stepId]="id"
            [number]="$index + 1"
            [selected]="store.selectedStepId() === id"
            [together]="chosen.ids().has(id)"
            [choosing]="chosen.ids().size > 0"
            (chosen)="choose(id, $event)"
            (toggled)="chosen.toggle(id)"
          />
          @if (store.selectedStepId() === id && chosen.ids().size === 0) {
            @if (store.selectedMove()) {
              <lc-step-editor />
            } @else if (plain(); as step) {
              <lc-plain-step-editor [step]="step" />
            }
          }
        </li>
      } @empty {
        <li class="none">
          <h2 i18n>Which moves?</h2>
          <p class="soft" i18n>
            Press a region on the face, or add one by name. How many and which sides come with the move; change them
            here.
          </p>
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li.selected {
      background: var(--card);
      border-radius: 16px;
      box-shadow: 0 2px 14px rgb(80 50 70 / 12%);
    }
    .none {
      padding: 30px 58px;
    }
    h2 {
      font-size: 18px;
      margin: 8px 0;
    }
    .cdk-drag-preview {
      background: var(--card);
      border-radius: 16px;
      box-shadow: 0 8px 30px rgb(80 50 70 / 25%);
      list-style: none;
    }
    .cdk-drag-placeholder {
      opacity: 0.3;
    }
  `,
})
export class StepList {
  protected readonly store = inject(LessonStore);
  protected readonly chosen = inject(ChosenSteps);
  protected readonly order = computed(() => this.store.lesson().steps.map((step) => step.id), { equal: sameOrder });

  protected readonly plain = computed(() => {
    const step = this.store.selectedStep();
    return step && !isMove(step) ? step : null;
  });

  /** With Shift all up to it are chosen together, with Ctrl this one too; without, it alone is open. */
  protected choose(id: string, event: MouseEvent): void {
    if (event.shiftKey) this.chosen.reach(id);
    else if (event.ctrlKey || event.metaKey) this.chosen.toggle(id);
    else {
      this.chosen.none();
      this.store.selectedStepId.set(id);
    }
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    const id = this.order()[event.previousIndex]!;
    this.store.placeStep(id, event.currentIndex);
    this.store.selectedStepId.set(id);
  }
}

function sameOrder(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((id, i) => id === b[i]);
}
