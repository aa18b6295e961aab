import { ChangeDetectionStrategy, Component, computed, input, OnInit, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { defaultDose, sidePlanName } from '@limber/core/dose/dose';
import { SIDE_PLANS, type DoseForm } from '@limber/core/dose/dose.schema';
import { REGIONS } from '@limber/core/face/regions';
import { moveIdOf } from '@limber/core/format/library-file';
import { ACTIONS, LEVELS, moveSchema, POSTURES, type Move } from '@limber/core/move/move.schema';
import { retimed } from '@limber/core/schedule/tempo';
import { fieldsOf, figure, withFigure, type DoseField } from '../plan/moves/dose-fields';
import { Stepper } from '../plan/moves/stepper';
import { Choice, plainOptions } from '../shell/choice';
import { linesOf } from '../shell/lines';
import { WayEditor } from './way-editor';

const FORMS: { value: DoseForm; label: string }[] = [
  { value: 'reps', label: $localize`repetitions` },
  { value: 'passes', label: $localize`passes in lanes` },
  { value: 'count', label: $localize`a count` },
  { value: 'hold', label: $localize`holds` },
  { value: 'timed', label: $localize`timed movement` },
  { value: 'breaths', label: $localize`breaths` },
];
/** A move to be made: name, region, action, dose and sides are asked; the rest has defaults and waits behind "more". */
@Component({
  selector: 'lc-move-editor',
  imports: [FormsModule, Button, Choice, InputText, Stepper, Textarea, ToggleSwitch, WayEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './move-editor.html',
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px 16px;
    }
    label,
    .label {
      display: block;
      margin-bottom: 3px;
      font-weight: 650;
    }
    input[type='text'],
    textarea {
      width: 100%;
    }
    .chips,
    .switches {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 18px;
      align-items: center;
    }
    .switches span {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .switches label {
      margin: 0;
      font-weight: 400;
    }
    .end {
      display: flex;
      justify-content: flex-end;
      gap: 10px;
    }
    .why {
      color: var(--clay);
      font-weight: 650;
    }
  `,
})
export class MoveEditor implements OnInit {
  protected readonly words = { change: $localize`Change it`, add: $localize`Put it in the library` };
  readonly from = input<Move | null>(null);
  readonly doing = input.required<'new' | 'vary' | 'change'>();
  readonly saved = output<Move>();
  readonly closed = output();
  protected readonly regions = plainOptions(REGIONS);
  protected readonly actions = plainOptions(ACTIONS);
  protected readonly levels = plainOptions(LEVELS);
  protected readonly postures = plainOptions(POSTURES);
  protected readonly forms = FORMS;
  protected readonly plans = SIDE_PLANS.map((value) => ({ value, label: sidePlanName(value) }));
  protected readonly figure = figure;
  protected readonly more = signal(false);
  protected readonly problem = signal('');
  protected readonly draft = signal<Partial<Move>>({});
  protected readonly dose = computed(() => this.draft().dose!);
  protected readonly fields = computed(() => fieldsOf(this.dose()));

  ngOnInit(): void {
    const from = this.from();
    this.draft.set(
      from
        ? { ...from, ...(this.doing() === 'vary' ? { name: $localize`${from.name}, varied` } : {}) }
        : { name: '', region: 'cheek', action: 'stroke', dose: defaultDose('reps'), sidePlan: 'both' },
    );
    this.more.set(this.doing() === 'change');
  }

  /** The draft as a whole move, to draw its way; null while it is none yet. */
  protected readonly full = computed(() => {
    const parsed = moveSchema.safeParse({ id: 'draft', revision: 1, ...this.draft(), name: this.draft().name || 'x' });
    return parsed.success ? parsed.data : null;
  });

  /** The tempo goes along with the length of the way. */
  protected lead(change: Partial<Move>): void {
    const before = this.full()!;
    const dose = retimed(before.dose, before, { ...before, ...change }, before.sidePlan);
    this.draft.update((draft) => ({ ...draft, ...change, dose }));
  }

  protected set<F extends keyof Move>(field: F, value: Move[F]): void {
    this.draft.update((draft) => ({ ...draft, [field]: value }));
  }

  protected setForm(form: DoseForm): void {
    this.set('dose', defaultDose(form));
  }

  protected setFigure(field: DoseField, value: number): void {
    this.set('dose', withFigure(this.dose(), field, value));
  }

  /** One caution a line. */
  protected setCautions(text: string): void {
    this.set('cautions', linesOf(text));
  }

  protected save(): void {
    const draft = this.draft();
    const own = this.doing() === 'change' ? {} : { id: moveIdOf(draft.name ?? ''), revision: 1 };
    const { usedIn: _usedIn, ...rest } = { usedIn: null, ...draft, ...own } as Record<string, unknown>;
    const parsed = moveSchema.safeParse(rest);
    if (parsed.success) this.saved.emit(parsed.data);
    else this.problem.set(parsed.error.issues[0]!.message);
  }
}
