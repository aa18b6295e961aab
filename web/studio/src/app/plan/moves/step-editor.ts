import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Dialog } from 'primeng/dialog';
import { Select } from 'primeng/select';
import { partsOf, sidePlanName } from '@limber/core/dose/dose';
import { SIDE_PLANS, type Dose } from '@limber/core/dose/dose.schema';
import type { MoveStep, Narration } from '@limber/core/lesson/lesson.schema';
import { retimed } from '@limber/core/schedule/tempo';
import { filled } from '@limber/core/speech/fields';
import { speakingMs } from '@limber/core/speech/speaking-time';
import type { Move } from '@limber/core/move/move.schema';
import { describeRoute } from '@limber/core/move/way';
import { LessonStore } from '../../api/lesson-store';
import { WayEditor } from '../../library/way-editor';
import { fieldsOf, figure, withFigure, type DoseField } from './dose-fields';
import { StepMore } from './step-more';
import { Stepper } from './stepper';
import { WordsField } from './words-field';

const PARTS: readonly { part: keyof Narration; label: string; hint: string }[] = [
  { part: 'before', label: $localize`Said before`, hint: $localize`What to do, and where the caution goes` },
  { part: 'during', label: $localize`Said meanwhile`, hint: $localize`Short, with silence to work in` },
  { part: 'after', label: $localize`Said after`, hint: $localize`Often nothing` },
];

/** Dose, sides and words of the step that is chosen. */
@Component({
  selector: 'lc-step-editor',
  imports: [Dialog, FormsModule, Select, StepMore, Stepper, WayEditor, WordsField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './step-editor.html',
  styleUrl: './step-editor.css',
})
export class StepEditor {
  private readonly store = inject(LessonStore);
  /** It is shown for the chosen step alone. */
  protected readonly step = computed(() => this.store.selectedMove()!);
  protected readonly figure = figure;
  protected readonly plans = SIDE_PLANS.map((value) => ({ value, label: sidePlanName(value) }));
  protected readonly main = computed(() => fieldsOf(this.step().dose)[0]!);
  protected readonly rest = computed(() => fieldsOf(this.step().dose).slice(1));
  protected readonly twoSided = computed(
    () => partsOf(this.step().sidePlan).includes('right') && partsOf(this.step().sidePlan).length > 1,
  );
  protected readonly uneven = computed(() => {
    const { rightDose, dose } = this.step();
    return this.twoSided() && rightDose !== null && figure(rightDose, this.main()) !== figure(dose, this.main());
  });
  protected readonly words = computed(() =>
    PARTS.map((one) => ({
      ...one,
      text: this.step().narration[one.part],
      ms: speakingMs(filled(this.step().narration[one.part], this.step()), this.store.lesson().pace),
    })),
  );
  /** Remembered over steps and lessons. */
  protected readonly more = signal(localStorage['limber.step-more'] === 'on');
  protected readonly busy = computed(
    () => this.step().move.mouthBusy && this.step().narration.during.trim() !== '' && !this.step().voiceOver,
  );

  protected readonly leading = signal(false);
  protected readonly way = computed(() => {
    const { move, sidePlan } = this.step();
    if (move.route.length < 2) return move.routeWords || $localize`The hand stays where it is.`;
    return [describeRoute(move, sidePlan), move.routeWords].filter(Boolean).join('; ');
  });

  /** The step's own copy of the move; the tempo goes along with the length of its way. */
  protected setMove(change: Partial<Move>): void {
    const { id, move, dose, rightDose, sidePlan } = this.step();
    const after = { ...move, ...change };
    const [left, right] = [dose, rightDose].map((one) => one && retimed(one, move, after, sidePlan));
    this.store.edit({
      kind: 'batch',
      changes: [
        { kind: 'set_step', stepId: id, field: 'move', value: after },
        ...(left && left !== dose
          ? [{ kind: 'set_step' as const, stepId: id, field: 'dose' as const, value: left }]
          : []),
        ...(right && right !== rightDose
          ? [{ kind: 'set_step' as const, stepId: id, field: 'rightDose' as const, value: right }]
          : []),
      ],
    });
  }

  protected toggleMore(): void {
    this.more.set(!this.more());
    localStorage['limber.step-more'] = this.more() ? 'on' : 'off';
  }

  protected set(field: DoseField, shown: number): void {
    const { id, dose, rightDose } = this.step();
    this.store.edit({ kind: 'set_step', stepId: id, field: 'dose', value: withFigure(dose, field, shown) });
    // Tempo, rest and sets belong to the move: both sides keep the same, whatever their number.
    if (rightDose && field !== this.main())
      this.store.edit({ kind: 'set_step', stepId: id, field: 'rightDose', value: withFigure(rightDose, field, shown) });
  }

  protected setRight(shown: number): void {
    const { id, dose } = this.step();
    const value = withFigure(dose, this.main(), shown);
    this.store.edit({ kind: 'set_step', stepId: id, field: 'rightDose', value: sameDose(value, dose) ? null : value });
  }

  /** The left side alone changes: the right keeps what it had. */
  protected setLeft(shown: number): void {
    const { id, dose, rightDose } = this.step();
    const left = withFigure(dose, this.main(), shown);
    const right = rightDose ?? dose;
    this.store.edit({
      kind: 'batch',
      changes: [
        { kind: 'set_step', stepId: id, field: 'dose', value: left },
        { kind: 'set_step', stepId: id, field: 'rightDose', value: sameDose(left, right) ? null : right },
      ],
    });
  }

  protected equalise(): void {
    const { id, dose, rightDose } = this.step();
    const most = Math.max(figure(dose, this.main()), figure(rightDose ?? dose, this.main()));
    this.store.edit({
      kind: 'batch',
      changes: [
        { kind: 'set_step', stepId: id, field: 'dose', value: withFigure(dose, this.main(), most) },
        { kind: 'set_step', stepId: id, field: 'rightDose', value: null },
      ],
    });
  }

  protected setPlan(plan: MoveStep['sidePlan']): void {
    const stepId = this.step().id;
    const sides = { kind: 'set_step', stepId, field: 'sidePlan', value: plan } as const;
    // One side only is on purpose when she chooses it, and says so there.
    const purpose = plan === 'left_only' || plan === 'right_only';
    if (purpose === this.step().compares) this.store.edit(sides);
    else
      this.store.edit({
        kind: 'batch',
        changes: [sides, { kind: 'set_step', stepId, field: 'compares', value: purpose }],
      });
  }

  protected setWords(part: keyof Narration, text: string): void {
    const { id, narration } = this.step();
    this.store.edit({ kind: 'set_step', stepId: id, field: 'narration', value: { ...narration, [part]: text } });
  }
}

function sameDose(a: Dose, b: Dose): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
