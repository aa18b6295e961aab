import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ROUTES } from '@limber/core/api/routes';
import { looksOf } from '@limber/core/assembly/looks';
import { COMPARED, differences, type Compared } from '@limber/core/compare/compare';
import { parseDocument } from '@limber/core/document/document';
import { lessonDocument } from '@limber/core/format/lesson.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { Ribbon } from '@shared/ribbon';
import { Api, wordsOf } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { versionName, type SharedVersion } from './shared-version';

/** The lesson as it is on the desk, among its versions. */
const NOW = 'now';
const HEADINGS: Readonly<Record<Compared, string>> = {
  length: $localize`Length`,
  steps: $localize`Steps`,
  order: $localize`Order`,
  amounts: $localize`How many`,
  shown: $localize`What the film shows`,
  words: $localize`Words`,
  cues: $localize`On the picture`,
};

/** Two forms of a lesson held against each other: in sentences, and on two ribbons of one scale. */
@Component({
  selector: 'lc-compare-versions',
  imports: [Ribbon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare-versions.html',
  styleUrl: './compare-versions.css',
})
export class CompareVersions {
  readonly versions = input.required<readonly SharedVersion[]>();
  /** Which of them was asked about: it is held against the one before, or the first against the lesson now. */
  readonly asked = input.required<string>();
  private readonly api = inject(Api);
  private readonly store = inject(LessonStore);
  protected readonly before = signal<string>(NOW);
  protected readonly after = signal<string>(NOW);
  protected readonly problem = signal('');
  /** What was frozen, as it comes in. */
  private readonly frozen = signal<ReadonlyMap<string, Lesson>>(new Map());
  protected readonly options = computed(() => [
    { id: NOW, name: $localize`The lesson as it is now` },
    ...this.versions().map((one) => ({ id: one.id, name: versionName(one) })),
  ]);
  private readonly was = computed(() => this.formOf(this.before()));
  private readonly is = computed(() => this.formOf(this.after()));
  protected readonly told = computed(() => {
    const [was, is] = [this.was(), this.is()];
    if (!was || !is) return null;
    const all = differences(was, is);
    return COMPARED.map((about) => ({
      about: HEADINGS[about],
      sentences: all.filter((one) => one.about === about).map((one) => one.words),
    })).filter(({ sentences }) => sentences.length > 0);
  });
  /** Both in one scale. */
  protected readonly ribbons = computed(() => {
    const forms = [this.was(), this.is()].map((lesson) => lesson && { lesson, timeline: timelineOf(lesson) });
    const durationMs = Math.max(1000, ...forms.map((one) => one?.timeline?.durationMs ?? 0));
    return forms.map((one, at) => {
      const { passages, cut, durationMs: runsMs } = one?.timeline ?? { passages: [], cut: null, durationMs: 0 };
      return {
        at,
        durationMs,
        label: at === 0 ? $localize`How it was` : $localize`How it became`,
        runs: clock(runsMs),
        looks: looksOf(one?.lesson.steps ?? []),
        filmed: cut ? passages : [],
        planned: cut ? [] : passages,
      };
    });
  });

  constructor() {
    effect(() => {
      const [versions, asked] = [this.versions(), this.asked()];
      const at = versions.findIndex((one) => one.id === asked);
      // The newest stands first.
      const earlier = versions[at + 1]?.id;
      untracked(() => {
        this.before.set(earlier ?? asked);
        this.after.set(earlier ? asked : NOW);
      });
    });
    effect(() => {
      for (const id of [this.before(), this.after()]) if (id !== NOW) untracked(() => void this.bring(id));
    });
  }

  private formOf(id: string): Lesson | null {
    return id === NOW ? this.store.lesson() : (this.frozen().get(id) ?? null);
  }

  private async bring(versionId: string): Promise<void> {
    if (this.frozen().has(versionId)) return;
    try {
      const params = { id: this.store.lesson().id, versionId };
      const lesson = parseDocument(lessonDocument, (await this.api.ask(ROUTES.frozen, { params })).doc);
      this.frozen.update((all) => new Map([...all, [versionId, lesson]]));
      this.problem.set('');
    } catch (error) {
      this.problem.set(wordsOf(error));
    }
  }
}
