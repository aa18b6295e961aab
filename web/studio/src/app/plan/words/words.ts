import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { sidePlanName } from '@limber/core/dose/dose';
import { BAND_COLOURS, parentOf } from '@limber/core/face/regions';
import type { PlanPlace } from '@limber/core/check/finding';
import { groupsOf, type FindingGroup } from '@limber/core/check/groups';
import { describeDoses } from '@limber/core/lesson/dose-for';
import { isMove, type MoveStep, nameOfStep, type Narration, type Step } from '@limber/core/lesson/lesson.schema';
import { filled } from '@limber/core/speech/fields';
import { speakingMs, syllablesOf, wordsPerMinute } from '@limber/core/speech/speaking-time';
import { describeMove } from '@limber/core/check/describe-move';
import { readingEase } from '@limber/core/check/reading-ease';
import { clock } from '@limber/core/time/clock';
import { Ribbon } from '@shared/ribbon';
import { PLAIN_COLOURS, PLAIN_WORDS } from '../moves/plain-kinds';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { BenchHead } from '../../shell/bench-head';
import { FindingCard } from '../../findings/finding-card';
import { Findings } from '../../findings/findings';
import { WordsField } from '../moves/words-field';

type Part = PlanPlace['part'];

interface Field {
  readonly part: Part;
  readonly label: string;
  readonly hint: string;
  readonly text: string;
  readonly ms: number;
}

interface Passage {
  readonly stepId: string | null;
  readonly id: string;
  readonly number: string;
  readonly name: string;
  readonly about: string;
  readonly fill: string;
  readonly line: string;
  readonly fields: readonly Field[];
  readonly findings: readonly FindingGroup[];
  /** Sides that get less, or nothing. */
  readonly sides: readonly string[];
  /** Whether words can be taken from the move. */
  readonly offer: boolean;
  readonly step: Step | null;
}

const STEP_PARTS: readonly { part: keyof Narration; label: string; hint: string }[] = [
  {
    part: 'before',
    label: $localize`Before`,
    hint: $localize`What to do, how much, which side, and what to mind`,
  },
  { part: 'during', label: $localize`Meanwhile`, hint: $localize`Short, with silence to work in` },
  { part: 'after', label: $localize`After`, hint: $localize`Often nothing` },
];
const CALM = { low: 90, high: 130 } as const;

/** Plan · Words: everything that is said, in order, with what the checks find beside the words. */
@Component({
  selector: 'lc-words',
  imports: [BenchHead, FindingCard, Ribbon, WordsField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './words.html',
  styleUrl: './words.css',
})
export class Words {
  protected readonly store = inject(LessonStore);
  protected readonly checks = inject(Findings);
  protected readonly clock = clock;

  private readonly everything = computed(() => {
    const { opening, closing, steps } = this.store.lesson();
    const parts = steps.flatMap((step) => STEP_PARTS.map(({ part }) => filled(step.narration[part], step)));
    return [opening, ...parts, closing].filter((words) => words.trim() !== '').join('\n');
  });
  protected readonly subtitle = computed(() => {
    const words = this.everything().match(/[\p{L}\d’'-]+/gu)?.length ?? 0;
    return $localize`${words} words · ${clock(speakingMs(this.everything(), this.store.lesson().pace))} of speech`;
  });
  protected readonly rate = computed(() =>
    Math.round(wordsPerMinute(this.everything(), this.store.lesson().pace) ?? 0),
  );
  protected readonly rateWords = computed(() => {
    const perMinute = Math.round(
      (60_000 * (this.everything().match(/[\p{L}\d’'-]+/gu)?.length ?? 0)) / Math.max(1, this.store.plan().totalMs),
    );
    if (perMinute < CALM.low) return $localize`leaves much silence`;
    return perMinute <= CALM.high
      ? $localize`calm, with room to work`
      : $localize`more like a talk than a follow-along`;
  });
  protected readonly ease = computed(() => {
    const ease = readingEase(this.everything(), syllablesOf(this.everything()));
    if (ease === null) return '';
    return ease >= 70 ? $localize`easy to follow` : ease >= 55 ? $localize`plain` : $localize`hard to follow`;
  });
  protected readonly talk = computed(() => Math.round(this.store.plan().talkShare * 100));

  protected readonly passages = computed<Passage[]>(() => {
    const lesson = this.store.lesson();
    const { pace } = lesson;
    const frame = (part: 'opening' | 'closing', name: string, hint: string): Passage => ({
      stepId: null,
      id: part,
      number: '',
      name,
      about: '',
      fill: 'var(--line)',
      line: 'var(--line)',
      fields: [{ part, label: name, hint, text: lesson[part], ms: speakingMs(lesson[part], pace) }],
      findings: this.at(null, part === 'opening' ? ['opening', 'promise', 'title'] : ['closing', 'description']),
      sides: [],
      offer: false,
      step: null,
    });
    return [
      frame('opening', $localize`Opening`, $localize`Hello, the promise, what you need, who should ask first`),
      ...lesson.steps.map((step, at): Passage => {
        const colours = isMove(step) ? BAND_COLOURS[parentOf(step.move.region)] : PLAIN_COLOURS;
        return {
          stepId: step.id,
          id: step.id,
          number: String(at + 1),
          name: nameOfStep(step),
          about: aboutOf(step),
          fill: colours.fill,
          line: colours.line,
          fields: STEP_PARTS.map(({ part, label, hint }) => {
            const text = step.narration[part];
            return { part, label, hint, text, ms: speakingMs(filled(text, step), pace) };
          }),
          findings: this.at(step.id, ['before', 'during', 'after']),
          sides: this.sidesOf(step.id),
          offer: isMove(step) && step.narration.before === '',
          step,
        };
      }),
      frame('closing', $localize`Closing`, $localize`Thanks, how often, what to expect`),
    ];
  });

  constructor() {
    inject(Keys).use([
      { key: 'arrowdown', does: $localize`Next step`, run: () => this.go(1) },
      { key: 'arrowup', does: $localize`Step before`, run: () => this.go(-1) },
    ]);
  }

  protected set(passage: Passage, part: Part, text: string): void {
    const step = this.store.lesson().steps.find((one) => one.id === passage.stepId);
    if (step) {
      const value = { ...step.narration, [part]: text };
      this.store.edit({ kind: 'set_step', stepId: step.id, field: 'narration', value });
    } else this.store.edit({ kind: 'set_lesson', field: part as 'opening', value: text });
  }

  /** Words from the move's own fields, for a step that says nothing yet. */
  protected offer(passage: Passage): void {
    this.set(passage, 'before', describeMove(passage.step as MoveStep));
  }

  protected select(passage: Passage): void {
    if (passage.stepId) this.store.selectedStepId.set(passage.stepId);
  }

  protected choose(stepId: string): void {
    this.store.selectedStepId.set(stepId);
    document.getElementById(`words-${stepId}`)?.scrollIntoView({ block: 'center', behavior: 'smooth' });
  }

  /** What the checks say of a step's sides, told beside its words: there it is said, or never. */
  private sidesOf(stepId: string): string[] {
    return this.checks
      .open()
      .filter(
        ({ rule, place }) => place.stepId === stepId && (rule === 'uneven-sides' || rule === 'second-side-missing'),
      )
      .map((one) => one.message);
  }

  private at(stepId: string | null, parts: readonly Part[]): FindingGroup[] {
    return groupsOf(
      this.checks
        .open()
        .filter(({ place }) => place.on === 'plan' && place.stepId === stepId && parts.includes(place.part)),
    );
  }

  private go(by: 1 | -1): void {
    const ids = this.store.lesson().steps.map((step) => step.id);
    const next = ids[Math.max(0, Math.min(ids.length - 1, ids.indexOf(this.store.selectedStepId() ?? '') + by))];
    if (next) this.choose(next);
  }
}

function aboutOf(step: Step): string {
  if (!isMove(step)) return PLAIN_WORDS[step.kind];
  return `${describeDoses(step)}, ${sidePlanName(step.sidePlan)}`;
}
