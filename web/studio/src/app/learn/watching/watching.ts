import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import type { Results } from '@limber/core/api/results';
import { ROUTES } from '@limber/core/api/routes';
import { FEW, watchingSentences, worstLeaving } from '@limber/core/insight/sentences';
import { clock } from '@limber/core/time/clock';
import { counted } from '@shared/counted';
import { cutName } from '@shared/cut-name';
import { FaceMap } from '@shared/face-map';
import { Api, ApiError } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { BenchHead } from '../../shell/bench-head';
import { WatchingChart, type Pin } from './watching-chart';

/** How often it is looked for something new while the page is open, ms. */
const AGAIN_MS = 15_000;
const PINS_MS = 4000;

/** Learn · Watching: what viewers did with a version, in sentences with their uncertainty. */
@Component({
  selector: 'lc-watching',
  imports: [FormsModule, RouterLink, Button, Select, FaceMap, BenchHead, WatchingChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './watching.html',
  styleUrl: './watching.css',
})
export class WatchingBench {
  private readonly api = inject(Api);
  protected readonly store = inject(LessonStore);
  readonly version = input<string>();
  protected readonly versions = signal<{ value: string; label: string }[] | null>(null);
  protected readonly chosen = signal<string | null>(null);
  protected readonly results = signal<Results | null>(null);
  /** The way through the lesson that is shown; `all` for every move over all of them. */
  protected readonly cutId = signal('full');
  protected readonly problem = signal('');
  protected readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
  protected readonly clock = clock;

  protected readonly subtitle = computed(() => {
    const one = this.results();
    if (!one) return 'Watching';
    const still = one.stillWatching > 0 ? $localize` · ${one.stillWatching} watching now` : '';
    return $localize`Version ${one.version.number}, shared ${this.day.format(one.version.createdAt)} · ${counted(one.viewings, $localize`viewing`)} by ${counted(one.viewers, $localize`viewer`)} · ${one.answered} answered${still}`;
  });
  /** The ways through the lesson, each with how often it was watched; all of them together where there are several. */
  protected readonly ways = computed(() => {
    const { cuts = [], steps = [] } = this.results() ?? {};
    const ways = cuts
      .filter((cut) => !cut.id.startsWith('step:') || cut.viewings > 0)
      .map((cut) => ({
        value: cut.id,
        label: `${cutName(cut.id, steps)} · ${counted(cut.viewings, $localize`viewing`)}`,
      }));
    return ways.length > 1 ? [...ways, { value: 'all', label: $localize`Every move, over all of these` }] : ways;
  });
  protected readonly watching = computed(() => this.results()?.cut?.watching ?? null);
  /** The sentences that lead. */
  protected readonly sentences = computed(() => {
    const watching = this.watching();
    return watching ? watchingSentences({ ...watching, steps: this.steps() }) : [];
  });
  protected readonly few = computed(() => (this.watching()?.viewings ?? this.results()?.viewings ?? 0) < FEW);
  protected readonly lastMove = computed(() => {
    const cut = this.results()?.cut;
    const last = cut?.steps[cut.steps.length - 1];
    if (!cut || !last) return null;
    return cut.watching.retention.find((point) => point.atMs >= last.startMs)?.share ?? null;
  });
  protected readonly right = computed(() => this.results()?.ease.find((one) => one.ease === 'right')?.share ?? null);
  /** What became of each run of a step (or of each step over all cuts), with its name and where it begins. */
  private readonly steps = computed(() => {
    const one = this.results();
    if (!one) return [];
    const names = new Map(one.steps.map((step) => [step.id, step.name]));
    const runs = new Map<string, number>();
    return (one.cut?.watching.steps ?? one.all ?? []).map((step, at) => {
      const run = runs.get(step.stepId) ?? 0;
      runs.set(step.stepId, run + 1);
      const name = names.get(step.stepId) ?? '';
      return {
        ...step,
        key: `${step.stepId}/${run}`,
        name: run === 0 ? name : $localize`${name}, again`,
        startMs: one.cut?.steps[at]?.startMs ?? null,
      };
    });
  });
  protected readonly rows = computed(() => {
    const worst = worstLeaving(this.steps());
    return this.steps().map((step) => ({
      ...step,
      at: step.startMs === null ? '' : clock(step.startMs),
      played: `${Math.round(100 * step.completion)} %`,
      left: percent(step.dropOff.share),
      range: range(step.dropOff),
      worst: step === worst,
      /** Too few to say anything of. */
      few: step.entered < FEW,
      width: Math.min(100, 400 * step.dropOff.share),
    }));
  });
  /** The runs of the cut as its chart draws them. */
  protected readonly bands = computed(() => {
    const one = this.results();
    const looks = new Map(one?.steps.map((step) => [step.id, step]) ?? []);
    return (one?.cut?.steps ?? []).flatMap(({ stepId, startMs, endMs }) => {
      const look = looks.get(stepId);
      return look ? [{ ...look, startMs, endMs }] : [];
    });
  });
  protected readonly shades = computed(() => {
    const felt = this.results()?.felt ?? [];
    const shades = new Map<string, number>();
    const most = Math.max(1, ...felt.map((one) => one.n));
    for (const { region, side, n } of felt)
      for (const each of side ? [side] : ['left', 'right']) shades.set(`${region}/${each}`, n / most);
    return shades;
  });
  protected readonly pains = computed(() => {
    const steps = new Map(this.results()?.steps.map((step) => [step.id, step]) ?? []);
    return (this.results()?.discomfort ?? []).map((one) => ({
      ...one,
      where: `${steps.get(one.stepId ?? '')?.name ?? $localize`whole lesson`}${one.side ? `, ${one.side}` : ''}`,
      startMs: this.results()?.cut?.steps.find((run) => run.stepId === one.stepId)?.startMs ?? null,
    }));
  });
  protected readonly pins = computed<Pin[]>(() =>
    this.pains().flatMap((one) =>
      one.startMs === null
        ? []
        : [{ atMs: one.startMs + PINS_MS, serious: one.serious, words: one.words || one.where }],
    ),
  );
  protected readonly allRemarks = signal(false);
  protected readonly shownRemarks = computed(() =>
    (this.results()?.remarks ?? []).slice(0, this.allRemarks() ? undefined : 8),
  );
  protected readonly percent = percent;
  protected readonly range = range;

  constructor() {
    void this.open();
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') void this.ask();
    }, AGAIN_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  protected choose(versionId: string): Promise<void> {
    this.chosen.set(versionId);
    this.cutId.set('full');
    return this.load();
  }

  protected chooseCut(cutId: string): Promise<void> {
    this.cutId.set(cutId);
    return this.load();
  }

  protected async seen(viewingId: string): Promise<void> {
    await this.doing(async () => {
      await this.api.ask(ROUTES.discomfortSeen, { params: { versionId: this.chosen()!, viewingId }, body: {} });
      await this.load();
    });
  }

  private open(): Promise<void> {
    return this.doing(async () => {
      const { versions } = await this.api.ask(ROUTES.share, { params: { id: this.store.lesson().id } });
      this.versions.set(versions.map((one) => ({ value: one.id, label: $localize`Version ${one.number}` })));
      const asked = versions.find((one) => one.id === this.version()) ?? versions[0];
      if (asked) await this.choose(asked.id);
    });
  }

  protected load(): Promise<void> {
    return this.doing(async () => {
      const asked = this.asked();
      const answer = await this.api.ask(ROUTES.results, asked);
      // What was chosen meanwhile is on its way by itself.
      if (answer && this.isChosen(asked)) this.results.set(answer);
    });
  }

  /** Looks whether anything is new; what is known already is not sent again. A line that is away is no matter here. */
  private async ask(): Promise<void> {
    const known = this.results();
    if (!known) return;
    const asked = this.asked(known.stamp);
    try {
      const answer = await this.api.ask(ROUTES.results, asked);
      if (answer && this.isChosen(asked)) this.results.set(answer);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
    }
  }

  private asked(since?: string) {
    return { params: { versionId: this.chosen()! }, query: { cut: this.cutId(), since } };
  }

  private isChosen({ params, query }: ReturnType<typeof this.asked>): boolean {
    return params.versionId === this.chosen() && query.cut === this.cutId();
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    try {
      await work();
      this.problem.set('');
    } catch (error) {
      this.problem.set(
        error instanceof ApiError ? error.message : $localize`The figures could not be shown. Reload the page.`,
      );
      if (!(error instanceof ApiError)) throw error;
    }
  }
}

function percent(share: number): string {
  const value = 100 * share;
  return `${value > 0 && value < 10 ? value.toFixed(1) : Math.round(value)} %`;
}

function range({ low, high }: { low: number; high: number }): string {
  return $localize`${Math.round(100 * low)} to ${Math.round(100 * high)} %`;
}
