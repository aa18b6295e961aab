import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import * as z from 'zod';
import { pressureSchema, regionSchema } from '@limber/core/move/move.schema';
import { clock } from '@limber/core/time/clock';
import { FaceMap } from '@shared/face-map';
import { Api, ApiError } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { BenchHead } from '../../shell/bench-head';
import { WatchingChart, type Pin } from './watching-chart';

const intervalSchema = z.object({ k: z.number(), n: z.number(), share: z.number(), low: z.number(), high: z.number() });
const resultsSchema = z.object({
  version: z.object({ id: z.string(), number: z.number(), createdAt: z.coerce.date() }),
  follow: z.object({
    durationMs: z.number(),
    steps: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        region: regionSchema,
        pressure: pressureSchema,
        startMs: z.number(),
        endMs: z.number(),
      }),
    ),
  }),
  watching: z.object({
    viewings: z.number(),
    completed: intervalSchema,
    meanWatchedMs: z.number(),
    retention: z.array(z.object({ atMs: z.number(), share: intervalSchema })),
    replayed: z.array(z.number()),
    skipped: z.array(z.number()),
    steps: z.array(
      z.object({ stepId: z.string(), entered: z.number(), dropOff: intervalSchema, completion: z.number() }),
    ),
  }),
  stillWatching: z.number(),
  viewers: z.number(),
  answered: z.number(),
  ease: z.array(z.object({ ease: z.enum(['too_easy', 'right', 'too_hard']), share: intervalSchema })),
  felt: z.array(z.object({ region: regionSchema, side: z.enum(['left', 'right']).nullable(), n: z.number() })),
  remarks: z.array(z.object({ viewingId: z.string(), remark: z.string(), at: z.coerce.date() })),
  discomfort: z.array(
    z.object({
      viewingId: z.string(),
      stepId: z.string().nullable(),
      side: z.string().nullable(),
      serious: z.boolean(),
      words: z.string(),
      at: z.coerce.date(),
      seenAt: z.coerce.date().nullable(),
    }),
  ),
});
const versionsSchema = z.object({
  versions: z.array(z.object({ id: z.string(), number: z.number(), createdAt: z.coerce.date() })),
});

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
  protected readonly results = signal<z.infer<typeof resultsSchema> | null>(null);
  protected readonly problem = signal('');
  protected readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
  protected readonly clock = clock;

  protected readonly subtitle = computed(() => {
    const one = this.results();
    if (!one) return 'Watching';
    const { viewings } = one.watching;
    const still = one.stillWatching > 0 ? ` · ${one.stillWatching} still watching` : '';
    return `Version ${one.version.number}, shared ${this.day.format(one.version.createdAt)} · ${viewings} ${viewings === 1 ? 'viewing' : 'viewings'} by ${one.viewers} ${one.viewers === 1 ? 'viewer' : 'viewers'} · ${one.answered} answered${still}`;
  });
  protected readonly lastMove = computed(() => {
    const one = this.results();
    const last = one?.follow.steps[one.follow.steps.length - 1];
    if (!one || !last) return null;
    return one.watching.retention.find((point) => point.atMs >= last.startMs)?.share ?? null;
  });
  protected readonly right = computed(() => this.results()?.ease.find((one) => one.ease === 'right')?.share ?? null);
  protected readonly rows = computed(() => {
    const one = this.results();
    if (!one) return [];
    const worst = Math.max(...one.watching.steps.map((step) => step.dropOff.low));
    return one.watching.steps.map((step) => {
      const about = one.follow.steps.find((each) => each.id === step.stepId)!;
      return {
        ...step,
        name: about.name,
        at: clock(about.startMs),
        played: `${Math.round(100 * step.completion)} %`,
        left: percent(step.dropOff.share),
        range: range(step.dropOff),
        worst: step.dropOff.low === worst && worst > 0.02,
        width: Math.min(100, 400 * step.dropOff.share),
      };
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
    const steps = new Map(this.results()?.follow.steps.map((step) => [step.id, step]) ?? []);
    return (this.results()?.discomfort ?? []).map((one) => ({
      ...one,
      where: `${steps.get(one.stepId ?? '')?.name ?? 'whole lesson'}${one.side ? `, ${one.side}` : ''}`,
      startMs: steps.get(one.stepId ?? '')?.startMs ?? null,
    }));
  });
  protected readonly pins = computed<Pin[]>(() =>
    this.pains().flatMap((one) =>
      one.startMs === null ? [] : [{ atMs: one.startMs + 4000, serious: one.serious, words: one.words || one.where }],
    ),
  );
  protected readonly percent = percent;
  protected readonly range = range;

  constructor() {
    void this.open();
  }

  protected choose(versionId: string): Promise<void> {
    this.chosen.set(versionId);
    return this.load();
  }

  protected async seen(viewingId: string): Promise<void> {
    await this.doing(async () => {
      await this.api.post(`results/${this.chosen()}/discomfort/${viewingId}/seen`, {}, z.unknown());
      await this.load();
    });
  }

  private open(): Promise<void> {
    return this.doing(async () => {
      const { versions } = await this.api.get(`lessons/${this.store.lesson().id}/share`, versionsSchema);
      this.versions.set(versions.map((one) => ({ value: one.id, label: `Version ${one.number}` })));
      const asked = versions.find((one) => one.id === this.version()) ?? versions[0];
      if (asked) await this.choose(asked.id);
    });
  }

  protected load(): Promise<void> {
    return this.doing(async () => this.results.set(await this.api.get(`results/${this.chosen()}`, resultsSchema)));
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    try {
      await work();
      this.problem.set('');
    } catch (error) {
      this.problem.set(error instanceof ApiError ? error.message : 'The figures could not be shown. Reload the page.');
      if (!(error instanceof ApiError)) throw error;
    }
  }
}

function percent(share: number): string {
  const value = 100 * share;
  return `${value > 0 && value < 10 ? value.toFixed(1) : Math.round(value)} %`;
}

function range({ low, high }: { low: number; high: number }): string {
  return `${Math.round(100 * low)} to ${Math.round(100 * high)} %`;
}
