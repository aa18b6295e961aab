import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  Injector,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { Menu } from 'primeng/menu';
import {
  movesOf,
  PLAIN_KINDS,
  plainStepOf,
  stepOf,
  type PlainKind,
  type Step,
} from '@limber/core/lesson/lesson.schema';
import { singleStep } from '@limber/core/schedule/practice-cut';
import { standingRules } from '@limber/core/narration/standing';
import { schoolOf } from '@limber/core/caution/school-of';
import { speakingMs } from '@limber/core/speech/speaking-time';
import { clock, parseClock } from '@limber/core/time/clock';
import { FaceAround } from '@shared/face-around';
import { FaceMap, type Place } from '@shared/face-map';
import { drawnWays } from '@shared/face-way';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { ApiError } from '../../api/http';
import { plainMove, type LibraryMove } from '../../api/library-store';
import { Lessons } from '../../api/lessons';
import { Keys } from '../../keys/keys';
import { MoveFinder } from '../../library/move-finder';
import { BenchHead } from '../../shell/bench-head';
import { FindingsPanel } from '../../findings/findings-panel';
import { ChosenBar } from './chosen-bar';
import { ChosenSteps } from './chosen-steps';
import { FitDialog } from './fit-dialog';
import { LessonDetails } from './lesson-details';
import { OrderDialog } from './order-dialog';
import { routeOf } from './route';
import { sideTimes, workShades } from './side-times';
import { StepList } from './step-list';
import { LastLengths } from './last-lengths';
import { OtherLessons } from './other-lessons';
import { UsualWays } from './usual-ways';
import { WordsField } from './words-field';

const OTHER_STEPS: Readonly<Record<PlainKind, string>> = {
  product: $localize`Something is put on`,
  question: $localize`A question, answered`,
  check: $localize`A look or a touch`,
  comparison: $localize`One side against the other`,
  talk: $localize`Talk`,
};

/** Plan · Moves: which moves, in which order, how much, in which words; and how long that runs. */
@Component({
  selector: 'lc-moves',
  imports: [
    FormsModule,
    Button,
    Dialog,
    Menu,
    FaceAround,
    FaceMap,
    Ribbon,
    MoveFinder,
    BenchHead,
    ChosenBar,
    FindingsPanel,
    FitDialog,
    LessonDetails,
    OrderDialog,
    StepList,
    WordsField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [ChosenSteps, LastLengths, OtherLessons, UsualWays],
  templateUrl: './moves.html',
  styleUrl: './moves.css',
})
export class Moves {
  protected readonly words = {
    opening: $localize`nothing said yet. Hello, what you need, who should ask first`,
    closing: $localize`nothing said yet. Thanks, how often, what to expect`,
  };
  protected readonly store = inject(LessonStore);
  private readonly lessons = inject(Lessons);
  private readonly router = inject(Router);
  private readonly messages = inject(MessageService);
  private readonly injector = inject(Injector);
  protected readonly clock = clock;
  protected readonly adding = signal<Place | 'anywhere' | null>(null);
  protected readonly details = signal(false);
  protected readonly fitting = signal(false);
  protected readonly ordering = signal(false);
  protected readonly open = signal<'opening' | 'closing' | null>(null);
  protected readonly chosen = inject(ChosenSteps);
  protected readonly usual = inject(UsualWays);
  protected readonly lengths = inject(LastLengths);
  /** How far her last lessons ran over their plan, in words. */
  protected readonly lastWords = computed(() => {
    const told = this.lengths.told();
    if (!told) return '';
    const percent = Math.round(100 * Math.abs(told.ratio - 1));
    return told.ratio > 1
      ? $localize`your last ${told.count} ran ${percent} % longer`
      : $localize`your last ${told.count} ran ${percent} % shorter`;
  });

  protected readonly lesson = this.store.lesson;
  protected readonly plan = this.store.plan;
  protected readonly subtitle = computed(() => {
    const { level } = this.lesson();
    const steps = movesOf(this.lesson().steps);
    return $localize`${schoolOf(this.store.judged()).name} · ${level} level · ${steps.length} ${steps.length === 1 ? $localize`move` : $localize`moves`}`;
  });
  protected readonly overMs = computed(() =>
    this.lesson().targetMs === null ? null : this.plan().totalMs - this.lesson().targetMs!,
  );
  protected readonly overWords = computed(() => {
    const over = this.overMs();
    if (over === null) return '';
    if (Math.abs(over) < 500) return $localize`on target`;
    return `${clock(Math.abs(over))} ${over > 0 ? 'over' : 'under'}`;
  });
  /** Speaking is never quite as estimated: the length is told with its spread. */
  protected readonly spread = computed(() => (this.plan().spreadMs >= 1000 ? ` ± ${clock(this.plan().spreadMs)}` : ''));
  protected readonly talk = computed(() => Math.round(this.plan().talkShare * 100));
  protected readonly openingMs = computed(() => speakingMs(this.lesson().opening, this.lesson().pace));
  protected readonly closingMs = computed(() => speakingMs(this.lesson().closing, this.lesson().pace));

  private readonly sides = computed(() => sideTimes(this.plan().passages));
  protected readonly sided = computed(() => this.sides().leftMs + this.sides().rightMs > 0);
  protected readonly sideBars = computed(() => {
    const { leftMs, rightMs } = this.sides();
    const most = Math.max(leftMs, rightMs, 1);
    return [
      { name: 'left', ms: leftMs, width: (100 * leftMs) / most, short: rightMs - leftMs > 500 },
      { name: 'right', ms: rightMs, width: (100 * rightMs) / most, short: leftMs - rightMs > 500 },
    ];
  });
  protected readonly sideWords = computed(() => {
    const short = this.sideBars().find((side) => side.short);
    if (!short) return '';
    return $localize`Your ${short.name} gets ${clock(Math.abs(this.sides().leftMs - this.sides().rightMs))} less work.`;
  });
  protected readonly shades = computed(() => workShades(this.plan().passages, this.lesson().steps));
  /** Where the hand goes at the chosen step. */
  protected readonly ways = computed(() => {
    const step = this.store.selectedMove();
    return step ? drawnWays(step.move, step.sidePlan, step.dose.sets.planned) : [];
  });
  /** The rules that the lesson states for itself, as they were understood. */
  protected readonly ownRules = computed(() => [...new Set(standingRules(this.lesson()).map((rule) => rule.words))]);
  protected readonly route = computed(() => routeOf(this.lesson().steps, this.store.selectedStepId()));

  constructor() {
    inject(Keys).use([
      { key: 'a', does: $localize`Add a move`, run: () => this.adding.set('anywhere') },
      { key: 'f', does: $localize`Fit to a length`, run: () => this.fitting.set(true) },
      { key: 'o', does: $localize`Suggest an order`, run: () => this.ordering.set(true) },
      { key: 'arrowdown', does: $localize`Next step`, run: () => this.go(1) },
      { key: 'arrowup', does: $localize`Step before`, run: () => this.go(-1) },
      { key: 'x', does: $localize`Choose the step together with others`, run: () => this.toggle() },
      { key: 'shift+arrowdown', does: $localize`Choose the next one too`, run: () => this.reach(1) },
      { key: 'shift+arrowup', does: $localize`Choose the one before too`, run: () => this.reach(-1) },
      {
        key: 'escape',
        does: $localize`Choose none together`,
        run: () => this.chosen.none(),
        when: () => this.together(),
      },
      { key: 'mod+arrowdown', does: $localize`Move later`, run: () => this.chosen.move(1) },
      { key: 'mod+arrowup', does: $localize`Move earlier`, run: () => this.chosen.move(-1) },
      {
        key: 'mod+c',
        does: $localize`Copy the step, for any lesson`,
        run: () => this.chosen.copy(),
        when: nothingMarked,
      },
      {
        key: 'mod+v',
        does: $localize`Put in what was copied`,
        run: () => this.paste(),
        when: () => this.chosen.copiedCount() > 0,
      },
      { key: 'mod+d', does: $localize`Repeat the step after itself`, run: () => this.repeat() },
      { key: 'delete', does: $localize`Take the step out`, run: () => this.chosen.remove() },
    ]);
    // Something may have been copied in another window.
    const look = (): void => this.chosen.look();
    addEventListener('focus', look);
    inject(DestroyRef).onDestroy(() => removeEventListener('focus', look));
  }

  private together(): boolean {
    return this.chosen.ids().size > 0;
  }

  private toggle(): void {
    const id = this.store.selectedStepId();
    if (id) this.chosen.toggle(id);
  }

  /** The one that is open goes along, and all from there are chosen. */
  private reach(by: 1 | -1): void {
    const id = this.store.selectedStepId();
    if (!id) return;
    if (!this.chosen.ids().has(id)) this.chosen.toggle(id);
    this.go(by);
    const next = this.store.selectedStepId();
    if (next && !this.chosen.ids().has(next)) this.chosen.toggle(next);
  }

  protected select(stepId: string): void {
    this.store.selectedStepId.set(stepId);
  }

  /** Steps that are no moves, to choose from. */
  protected readonly otherSteps = PLAIN_KINDS.map((kind) => ({
    label: OTHER_STEPS[kind],
    command: () => this.place(plainStepOf(crypto.randomUUID(), kind)),
  }));

  /** A field is kept when it is left: left here too, since not every browser leaves one that Escape takes away. */
  protected showDetails(shown: boolean): void {
    if (!shown && document.activeElement instanceof HTMLElement) document.activeElement.blur();
    this.details.set(shown);
  }

  protected add(move: LibraryMove): void {
    this.place(stepOf(crypto.randomUUID(), plainMove(move)));
  }

  private place(step: Step): void {
    const after = this.store.selectedStepId() ?? this.lesson().steps[this.lesson().steps.length - 1]?.id ?? null;
    this.store.edit({
      kind: 'add_step',
      step,
      afterStepId: this.lesson().steps.some((one) => one.id === after) ? after : null,
    });
    this.adding.set(null);
    this.show(step.id);
  }

  protected repeat(): void {
    this.show(this.chosen.repeat());
  }

  protected paste(): void {
    this.show(this.chosen.paste());
  }

  /** What is new is opened, and comes into view. */
  private show(stepId: string | null): void {
    if (stepId === null) return;
    this.select(stepId);
    afterNextRender(() => document.getElementById(`step-${stepId}`)?.scrollIntoView({ block: 'nearest' }), {
      injector: this.injector,
    });
  }

  /** The chosen step as a short lesson of its own. */
  protected async alone(): Promise<void> {
    const single = singleStep(this.lesson(), this.store.selectedStepId() ?? '');
    if (!single) return;
    try {
      await this.router.navigateByUrl(`/lesson/${await this.lessons.bringIn(single)}/plan/moves`);
    } catch (error) {
      const summary = error instanceof ApiError ? error.message : $localize`The lesson could not be made. Try again.`;
      this.messages.add({ severity: 'error', summary, life: 8000 });
    }
  }

  protected planAsRun(): void {
    const told = this.lengths.told();
    if (told && !this.lengths.correct())
      this.messages.add({
        severity: 'warn',
        summary: $localize`No pace makes it ${clock(told.lengthMs)} long. Change how many, or its words.`,
        life: 8000,
      });
  }

  protected setTarget(text: string, field: HTMLInputElement): void {
    const value = text.trim() === '' ? null : parseClock(text);
    const fits = value === null ? text.trim() === '' : value >= 30_000 && value <= 7_200_000;
    if (fits && value !== this.lesson().targetMs) this.store.edit({ kind: 'set_lesson', field: 'targetMs', value });
    field.value = this.lesson().targetMs === null ? '' : clock(this.lesson().targetMs!);
  }

  protected takeTarget(value: number): void {
    this.store.edit({ kind: 'set_lesson', field: 'targetMs', value });
  }

  protected setOpening(value: string): void {
    this.store.edit({ kind: 'set_lesson', field: 'opening', value });
  }

  protected setClosing(value: string): void {
    this.store.edit({ kind: 'set_lesson', field: 'closing', value });
  }

  private go(by: 1 | -1): void {
    const ids = this.lesson().steps.map((step) => step.id);
    const at = ids.indexOf(this.store.selectedStepId() ?? '');
    const next = ids[Math.max(0, Math.min(ids.length - 1, at + by))];
    if (next) {
      this.select(next);
      document.getElementById(`step-${next}`)?.scrollIntoView({ block: 'nearest' });
    }
  }
}

/** Words that are marked on the page are what is copied. */
function nothingMarked(): boolean {
  return (getSelection()?.toString() ?? '') === '';
}
