import { CdkDragHandle } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { describeDose, partsOf, sidePlanName } from '@limber/core/dose/dose';
import { BAND_COLOURS, parentOf } from '@limber/core/face/regions';
import { describeDoses } from '@limber/core/lesson/dose-for';
import { isMove, nameOfStep, type MoveStep, type Step } from '@limber/core/lesson/lesson.schema';
import { clock } from '@limber/core/time/clock';
import { ROLE_WORDS } from '@limber/core/school/roles';
import { PLAIN_COLOURS, PLAIN_WORDS } from './plain-kinds';
import { LessonStore } from '../../api/lesson-store';

/**
 * One step in the list: number, name, dose, length. A component of its own, so that a change of one step renders that
 * row and, of the others, only what the change moved.
 */
@Component({
  selector: 'lc-step-row',
  imports: [CdkDragHandle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="grip" cdkDragHandle title="Drag to reorder (Ctrl ↑ ↓)" i18n-title
      ><i class="pi pi-bars" aria-hidden="true"></i
    ></span>
    <input
      type="checkbox"
      class="tick"
      [class.shown]="choosing()"
      [checked]="together()"
      ariaLabel="Choose {{ name() }} together with others"
      i18n-ariaLabel
      title="Choose several (Shift, X)"
      i18n-title
      (change)="toggled.emit()"
    />
    <button type="button" class="main" [attr.aria-current]="selected()" (click)="chosen.emit($event)">
      <span class="number times">{{ number() }}</span>
      <span class="bar" [style.background]="colours().fill" [style.border-color]="colours().line"></span>
      <span class="name"
        ><strong>{{ name() }}</strong
        ><span class="soft">
          @if (marks()) {
            <em>{{ marks() }} · </em>
          }
          {{ how() }}</span
        ></span
      >
      <span class="dose" [class.uneven]="uneven()">{{ dose() }}</span>
      <span class="length times" [title]="startsAt()" (mouseenter)="tellStart()">{{ length() }}</span>
    </button>
  `,
  styles: `
    /* Rows out of sight cost neither layout nor paint. */
    :host {
      display: flex;
      align-items: center;
      content-visibility: auto;
      contain-intrinsic-height: auto 58px;
    }
    .grip {
      padding: 16px 4px 16px 10px;
      color: var(--soft);
      cursor: grab;
      opacity: 0;
    }
    :host(:hover) .grip,
    :host(.selected) .grip {
      opacity: 1;
    }
    .tick {
      width: 18px;
      height: 18px;
      margin: 0 -4px 0 2px;
      accent-color: var(--plum);
      opacity: 0;
    }
    :host(:hover) .tick,
    .tick:focus-visible,
    .tick.shown {
      opacity: 1;
    }
    @media (hover: none) {
      .tick {
        opacity: 1;
      }
    }
    :host(.together) {
      background: color-mix(in srgb, var(--plum) 8%, transparent);
      border-radius: 12px;
    }
    .main {
      flex: 1;
      min-width: 0;
      display: grid;
      grid-template-columns: 22px 10px minmax(0, 1fr) auto 64px;
      gap: 12px;
      align-items: center;
      padding: 8px 16px 8px 0;
      font: inherit;
      color: inherit;
      text-align: left;
      background: none;
      border: 0;
      cursor: pointer;
    }
    .main:focus-visible {
      outline-offset: -3px;
    }
    .number {
      text-align: right;
      color: var(--soft);
    }
    .bar {
      height: 40px;
      border: 1.5px solid;
      border-radius: 5px;
    }
    .name {
      min-width: 0;
    }
    .name strong {
      display: block;
      font: 650 18px/1.2 var(--head);
    }
    .name em {
      font-style: normal;
      font-weight: 650;
    }
    .name .soft {
      display: block;
      font-size: 14.5px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .dose {
      font-size: 15.5px;
      text-align: right;
    }
    .dose.uneven {
      color: var(--clay);
    }
    .length {
      font: 650 17px var(--head);
      font-variant-numeric: tabular-nums;
      text-align: right;
    }
  `,
  host: { '[class.selected]': 'selected()', '[class.together]': 'together()' },
})
export class StepRow {
  readonly stepId = input.required<string>();
  readonly number = input.required<number>();
  readonly selected = input.required<boolean>();
  /** Whether it is chosen together with others, and whether any are. */
  readonly together = input(false);
  readonly choosing = input(false);
  readonly chosen = output<MouseEvent>();
  readonly toggled = output();

  private readonly store = inject(LessonStore);
  protected readonly step = computed(() => this.store.placed().get(this.stepId())!.step);
  protected readonly length = computed(() => {
    const { startMs, endMs } = this.store.placed().get(this.stepId())!;
    return clock(endMs - startMs);
  });
  protected readonly colours = computed(() => {
    const step = this.step();
    return isMove(step) ? BAND_COLOURS[parentOf(step.move.region)] : PLAIN_COLOURS;
  });
  protected readonly name = computed(() => nameOfStep(this.step()));
  protected readonly how = computed(() => {
    const step = this.step();
    return isMove(step) ? step.move.how : PLAIN_WORDS[step.kind];
  });
  protected readonly uneven = computed(() => {
    const step = this.step();
    return isMove(step) && step.rightDose !== null;
  });
  protected readonly dose = computed(() => {
    const step = this.step();
    return isMove(step) ? doseWords(step) : '';
  });
  protected readonly marks = computed(() => marksOf(this.step()));
  /** Told when somebody points: every edit of an earlier step changes it, and would render all rows after it. */
  protected readonly startsAt = signal('');

  protected tellStart(): void {
    this.startsAt.set(`starts at ${clock(this.store.placed().get(this.stepId())!.startMs)}`);
  }
}

function doseWords(step: MoveStep): string {
  const sides = partsOf(step.sidePlan);
  const doses = describeDoses(step);
  if (doses !== describeDose(step.dose)) return doses;
  const aside = sides.length > 1 || step.sidePlan === 'alternating' ? $localize` a side` : '';
  const note = step.sidePlan.endsWith('_only') ? `, ${sidePlanName(step.sidePlan)}` : '';
  return `${describeDose(step.dose)}${aside}${note}`;
}

/** What is unusual about a step, in a few words. */
function marksOf(step: Step): string {
  return [
    step.locked ? $localize`keeps its place` : '',
    step.half ? $localize`${step.half} only` : '',
    step.role ? ROLE_WORDS[step.role] : '',
    ...(isMove(step) ? moveMarks(step) : []),
  ]
    .filter(Boolean)
    .join(' · ');
}

function moveMarks(step: MoveStep): string[] {
  return [
    step.bundle ? $localize`side by side` : '',
    step.product === 'apply' ? $localize`oil first` : step.product === 'top_up' ? $localize`oil topped up` : '',
    step.voiceOver ? 'voice-over' : '',
    step.counted ? $localize`counted aloud` : '',
  ];
}
