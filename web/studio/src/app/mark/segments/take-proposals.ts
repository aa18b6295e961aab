import { computed, DestroyRef, effect, inject, resource, signal, untracked, type Signal } from '@angular/core';
import { switchMap, timer } from 'rxjs';
import { ROUTES } from '@limber/core/api/routes';
import type { Repair } from '@limber/core/check/finding';
import type { SaidDone } from '@limber/core/check/said-done';
import type { Analysis } from '@limber/core/footage/analysis.document';
import type { CellGrid } from '@limber/core/footage/lips';
import type { Sound } from '@limber/core/footage/sound.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { soundOf, type Take } from '@limber/core/lesson/take.schema';
import type { Proposal } from '@limber/core/proposal/propose';
import { Api } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { takesMade } from '../../progress/takes-made';
import { WorkQueue } from '../../shell/work-queue';
import { cellsOf } from '../../progress/cells-of';
import { takeCaptions, type TakeCaptions } from './take-captions';
import type { Proposed, ProposeQuestion } from './propose.worker';

/** What a take most likely shows, as far as it is known by now, and what that rests on. */
export interface TakeProposals {
  readonly proposals: Signal<readonly Proposal[]>;
  /** Whether it is being worked out: for the first time, or anew. */
  readonly working: Signal<boolean>;
  /** Whether the words that are heard are this lesson's; null where nobody knows. */
  readonly fits: Signal<boolean | null>;
  /** What was planned, said and done, as far as it is known; null before that. */
  readonly saidDone: Signal<SaidDone | null>;
  /** What lets a row of the sheet have as many as planned, by its key. */
  readonly otherCounts: Signal<ReadonlyMap<string, Repair>>;
  readonly captions: TakeCaptions;
  readonly sound: Signal<Sound | null>;
  readonly analysis: Signal<Analysis | null>;
  /** How much moves where. */
  readonly grid: Signal<CellGrid | null>;
}

/** An edit is often followed by another: so long is waited before it is worked out anew, ms. */
const CALM_MS = 150;

/** What of a lesson is only how its film looks and sounds. */
const LOOKS: ReadonlySet<string> = new Set<keyof Lesson>([
  'cueStyle',
  'cueSounds',
  'brighter',
  'quieter',
  'music',
  'openingCard',
  'closingCard',
  'thumbnail',
]);

/** Works out what a take shows, in a worker, whenever something that it rests on changes; called where a component is made. */
export function takeProposals(take: Signal<Take | null>): TakeProposals {
  const store = inject(LessonStore);
  const api = inject(Api);
  const made = takesMade(() => [take()].flatMap((one) => one ?? []));
  const found = computed(() => {
    const one = take();
    return one && made()(one);
  });
  const log = resource({
    params: computed(
      () => {
        const [id, takeId] = [store.lesson().id, take()?.id];
        return takeId === undefined ? undefined : { id, takeId };
      },
      { equal: (a, b) => a?.takeId === b?.takeId && a?.id === b?.id },
    ),
    // Without a log the rest is known all the same.
    loader: async ({ params }) => (await api.ask(ROUTES.takeLog, { params })).entries,
  });
  const captions = takeCaptions(() => (take() ? (soundOf(take()!)?.mediaId ?? null) : null));
  const sound = computed(() => found()?.sound ?? null);
  const analysis = computed(() => found()?.analysis ?? null);
  const words = computed(() => found()?.words ?? null);
  /** What is asked of an analysis; its grids, which are long, go as they are looked at. */
  const seen = computed(() => {
    const all = analysis();
    return all && { bouts: all.bouts, holds: all.holds, sceneChangesMs: all.sceneChangesMs };
  });
  const grid = computed(() => {
    const motion = analysis()?.motion;
    return motion ? cellsOf(motion) : null;
  });

  const proposals = signal<readonly Proposal[]>([]);
  const fits = signal<boolean | null>(null);
  const held = signal<SaidDone | null>(null);
  const otherCounts = signal<ReadonlyMap<string, Repair>>(new Map());
  const working = signal(false);
  /** What proposals and the table rest on: the whole lesson but how its film looks, which is no reason to ask anew. */
  const rests = computed(
    () => {
      const told = Object.entries(store.lesson()).filter(([field]) => !LOOKS.has(field));
      return [...told.map(([, value]) => value), take()?.id];
    },
    { equal: (a, b) => a.every((one, at) => one === b[at]) },
  );

  // What is under way for a take that was left, or for a lesson as it was before, is broken off.
  const work = new WorkQueue<ProposeQuestion>(
    () => new Worker(new URL('./propose.worker', import.meta.url), { type: 'module' }),
    () => true,
  );
  inject(DestroyRef).onDestroy(() => work.end());

  const takeId = computed(() => take()?.id ?? null);
  effect(() => {
    takeId();
    untracked(() => {
      proposals.set([]);
      held.set(null);
      otherCounts.set(new Map());
    });
  });
  effect((onCleanup) => {
    rests();
    const id = takeId();
    const known = {
      ...{ analysis: seen(), sound: sound(), captions: captions.text() },
      ...{ words: words(), moving: grid() && { grid: grid()!, faces: analysis()!.faces } },
      log: log.hasValue() ? log.value() : [],
    };
    // Where nothing was looked at yet there is nothing to propose.
    const nothing = known.analysis === null && known.sound === null && known.captions === null;
    if (id === null || (nothing && known.log.length === 0)) {
      working.set(false);
      return;
    }
    const lesson: Lesson = untracked(() => store.lesson());
    working.set(true);
    const asked = timer(CALM_MS)
      .pipe(switchMap(() => work.run<Proposed>({ lesson, takeId: id, known })))
      .subscribe({
        next: ({ done }) => {
          if (!done) return;
          proposals.set(done.proposals);
          fits.set(done.fits);
          held.set(done.saidDone);
          otherCounts.set(done.otherCounts);
          working.set(false);
        },
        error: () => working.set(false),
      });
    onCleanup(() => asked.unsubscribe());
  });
  return { proposals, working, fits, saidDone: held.asReadonly(), otherCounts, captions, sound, analysis, grid };
}
