import { termOf } from '@limber/core/words/terms';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { FormsModule } from '@angular/forms';
import { Textarea } from 'primeng/textarea';
import { describeDose, sidePlanName } from '@limber/core/dose/dose';
import { BAND_COLOURS, parentOf, regionName } from '@limber/core/face/regions';
import { describeRead, howSure } from '@limber/core/narration/describe';
import { around, draftLesson, draftSteps } from '@limber/core/draft/draft';
import { fittingSchools } from '@limber/core/draft/suggest-school';
import type { Narrated } from '@limber/core/narration/read';
import type { Evidence, FoundStep } from '@limber/core/narration/reading';
import { WORKED } from '@limber/core/narration/step-draft';
import { saidBy } from '@limber/core/narration/words';
import { SCHOOL_IDS, SCHOOL_NAMES, type SchoolId } from '@limber/core/school/schools';
import { clock } from '@limber/core/time/clock';
import { ApiError } from '../../api/http';
import { Lessons } from '../../api/lessons';
import { LibraryStore } from '../../api/library-store';
import { claimName } from '../../rules/words';
import { PlanWork } from '../plan-work';

const QUIET_MS = 400;
const TOOLS: ReadonlySet<string> = new Set(['knuckle', 'stone', 'roller', 'spoon', 'brush', 'device']);
const SIDES: Readonly<Record<FoundStep['side'], string>> = {
  left: $localize`left`,
  right: $localize`right`,
  first: $localize`first side`,
  second: $localize`second side`,
  both: $localize`both sides`,
  alternating: $localize`alternating`,
  midline: $localize`midline`,
  unknown: '',
};

/** Something that was read, with the words it came from; it can be left out. */
interface Chip {
  readonly what: string;
  readonly place: string;
  readonly words: string;
  readonly sure: string;
  readonly guess: boolean;
  readonly taken: boolean;
}

const SURE: Readonly<Record<ReturnType<typeof howSure>, string>> = {
  '': '',
  likely: $localize`likely`,
  'a guess': $localize`a guess`,
};

function placeOf({ from, to }: Evidence): string {
  return `${from}-${to}`;
}

/** From a narration to a lesson: what was read, the words it came from, and a draft of what is accepted. */
@Component({
  selector: 'lc-from-narration',
  imports: [FormsModule, NgTemplateOutlet, Button, Checkbox, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './from-narration.html',
  styleUrl: './from-narration.css',
})
export class FromNarration {
  protected readonly makeWords = computed(() =>
    this.made() === 1 ? $localize`Make a lesson of 1 step` : $localize`Make a lesson of ${this.made()} steps`,
  );
  private readonly work = inject(PlanWork);
  private readonly lessons = inject(Lessons);
  private readonly router = inject(Router);
  protected readonly clock = clock;
  protected readonly text = signal('');
  protected readonly name = signal('');
  protected readonly narrated = signal<Narrated | null>(null);
  protected readonly reading = signal(false);
  protected readonly problem = signal('');
  /** What is not taken: steps by number, and what was read in them by its place in the words. */
  protected readonly left = signal<ReadonlySet<number>>(new Set());
  private readonly unsaid = signal<ReadonlySet<string>>(new Set());
  private readonly library = inject(LibraryStore);

  private readonly accepted = computed(
    () => new Set((this.narrated()?.steps ?? []).map((_, at) => at).filter((at) => !this.left().has(at))),
  );
  private readonly taken = computed((): Narrated | null => {
    const narrated = this.narrated();
    return (
      narrated && {
        ...narrated,
        doses: narrated.doses.filter((one) => !this.unsaid().has(placeOf(one.evidence))),
        promises: narrated.promises.filter((one) => !this.unsaid().has(placeOf(one.evidence))),
      }
    );
  });
  private readonly draft = computed(() => {
    const narrated = this.taken();
    if (!narrated) return [];
    let made = 0;
    const seed = crypto.randomUUID();
    return draftSteps(narrated, this.library.moves() ?? [], () => `${seed}-${made++}`, this.accepted());
  });
  protected readonly steps = computed(() => {
    const narrated = this.narrated();
    if (!narrated) return [];
    const first = Math.min(...this.draft().flatMap(({ from }) => from), narrated.steps.length);
    return narrated.steps.map((step, at) => {
      const colours = BAND_COLOURS[parentOf(step.region)];
      const drafted = this.draft().find((one) => one.from.includes(at));
      const beside = this.draft().find((one) => one.along.includes(at));
      const worked = WORKED.has(step.kind);
      return {
        at,
        time: clock(step.startMs),
        kind: step.kind,
        worked,
        name: worked ? `${termOf(step.action)} · ${regionName(step.region)}` : step.kind,
        about: worked
          ? [SIDES[step.side], TOOLS.has(step.tool) ? termOf(step.tool) : ''].filter(Boolean).join(' · ')
          : '',
        words: this.words(step.evidence, 14),
        sure: worked ? SURE[howSure(Math.min(step.evidence.sure, step.evidence.work ?? 1))] : '',
        fill: worked ? colours.fill : 'var(--line)',
        line: worked ? colours.line : 'var(--line)',
        accepted: !this.left().has(at),
        becomes: drafted
          ? drafted.from[0] === at
            ? `${drafted.step.move.name}: ${describeDose(drafted.step.dose)}${drafted.doseSaid ? '' : $localize` (as usual: how many was not said)`}, ${sidePlanName(drafted.step.sidePlan)}`
            : $localize`the other side of it`
          : beside
            ? $localize`its words stay with ${beside.step.move.name}`
            : at < first
              ? $localize`its words stand in the opening`
              : $localize`its words stand in the closing`,
        doses: narrated.doses
          .filter((dose) => dose.atMs >= step.startMs && dose.atMs < step.endMs)
          .map((dose) => this.chip(dose.evidence, describeRead(dose))),
        change: narrated.swaps
          .filter((swap) => swap.atMs >= step.startMs - 1000 && swap.atMs < step.endMs - 1000)
          .map((swap) => ({ words: this.words(swap.evidence), sure: SURE[howSure(swap.evidence.sure)] })),
      };
    });
  });
  protected readonly promises = computed(() =>
    (this.narrated()?.promises ?? []).map((one) => ({
      time: clock(one.atMs),
      ...this.chip(
        one.evidence,
        `${one.low}${one.high > one.low ? $localize` to ${one.high}` : ''} ${one.unit.replace('_', ' ')}`,
      ),
    })),
  );
  protected readonly claims = computed(() =>
    (this.narrated()?.claims ?? []).map((one) => ({
      time: clock(one.atMs),
      what: `${claimName(one.about)}, ${one.strength === 'strong' ? $localize`said as certain` : $localize`said with care`}`,
      words: this.words(one.evidence),
      strong: one.strength === 'strong',
    })),
  );
  protected readonly cautions = computed(() =>
    (this.narrated()?.cautions ?? []).map((one) => ({
      time: clock(one.atMs),
      what: one.about.replace(/_/g, ' '),
      words: this.words(one.evidence),
    })),
  );
  protected readonly made = computed(() => this.draft().length);
  /** What is longer than the words of a step, of the opening or of the closing may be: it is shown, to be kept elsewhere. */
  protected readonly leftOver = computed(() => {
    const narrated = this.taken();
    if (!narrated) return '';
    const steps = this.draft();
    return [...steps.map((one) => one.leftOver), around(narrated, steps).leftOver].filter(Boolean).join('\n\n');
  });
  /** The school that fits the draft best, and the next likely one. */
  protected readonly schools = computed(() => {
    const narrated = this.taken();
    if (!narrated) return [];
    const likely = fittingSchools(draftLesson(narrated, this.draft(), 'x', 'x', SCHOOL_IDS[0])).slice(0, 2);
    const taken = likely.find(({ id }) => id === this.chosen()) ?? likely[0]!;
    return likely.map((one) => ({
      id: one.id,
      name: SCHOOL_NAMES[one.id],
      because: one.because.join(', '),
      taken: one === taken,
    }));
  });
  /** The one of them that was asked for; none where the first of them is taken. */
  protected readonly chosen = signal<SchoolId | null>(null);

  constructor() {
    void this.library.open();
    effect((onCleanup) => {
      const text = this.text();
      if (text.trim() === '') {
        this.narrated.set(null);
        return;
      }
      let running: { unsubscribe(): void } | undefined;
      const timer = setTimeout(() => {
        this.reading.set(true);
        running = this.work.run({ kind: 'read', text }).subscribe({
          next: ({ done }) => {
            if (!done) return;
            this.problem.set('');
            this.left.set(new Set());
            this.unsaid.set(new Set());
            this.narrated.set(done);
            this.reading.set(false);
          },
          error: (error: Error) => {
            this.problem.set(error.message);
            this.narrated.set(null);
            this.reading.set(false);
          },
        });
      }, QUIET_MS);
      onCleanup(() => {
        clearTimeout(timer);
        running?.unsubscribe();
      });
    });
  }

  protected async take(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    if (file.size > 4_000_000) {
      this.problem.set($localize`That file is larger than any narration. Choose the captions, not the video.`);
      return;
    }
    this.text.set(await file.text());
    if (!this.name()) this.name.set(file.name.replace(/\.\w+$/, '').replace(/[-_]+/g, ' '));
  }

  protected accept(at: number, on: boolean): void {
    const left = new Set(this.left());
    if (on) left.delete(at);
    else left.add(at);
    this.left.set(left);
  }

  /** Takes a dose or a promise, or leaves it out. */
  protected turn(place: string): void {
    const unsaid = new Set(this.unsaid());
    if (!unsaid.delete(place)) unsaid.add(place);
    this.unsaid.set(unsaid);
  }

  protected async make(): Promise<void> {
    const narrated = this.taken();
    if (!narrated) return;
    try {
      const title = this.name().trim() || $localize`From a narration`;
      const school = this.schools().find(({ taken }) => taken)?.id;
      const lesson = draftLesson(narrated, this.draft(), title, crypto.randomUUID(), school);
      const id = await this.lessons.bringIn(lesson);
      await this.router.navigateByUrl(`/lesson/${id}/plan/words`);
    } catch (error) {
      this.problem.set(error instanceof ApiError ? error.message : $localize`The lesson could not be made. Try again.`);
    }
  }

  protected turnWords(one: Chip): string {
    const does = one.taken ? $localize`leave it out` : $localize`take it`;
    return one.sure ? `${one.sure}: ${does}` : does;
  }

  private chip(evidence: Evidence, what: string): Chip {
    const place = placeOf(evidence);
    return {
      what,
      place,
      words: this.words(evidence),
      sure: SURE[howSure(evidence.sure)],
      guess: howSure(evidence.sure) === 'a guess',
      taken: !this.unsaid().has(place),
    };
  }

  private words({ from, to }: Evidence, most = 12): string {
    return saidBy(this.narrated()!, { from, to: Math.min(to, from + most) });
  }
}
