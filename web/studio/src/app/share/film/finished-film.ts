import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  resource,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { lessonCuts } from '@limber/core/assembly/cuts';
import { ROUTES } from '@limber/core/api/routes';
import type { Share } from '@limber/core/api/keeping';
import { isWork } from '@limber/core/lesson/segment-kind';
import { FILM_FRAMES, SHAPE_NAMES } from '@limber/core/render/film.schema';
import { cardsMs } from '@limber/core/render/on-film';
import { filmSize } from '@limber/core/render/size';
import { stillsOf } from '@limber/core/render/stretch';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { Api } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { BenchHead } from '../../shell/bench-head';
import { Choice, type Option } from '../../shell/choice';
import { waysThrough } from '../../shell/ways-through';
import { FilmList } from './film-list';
import { FilmPreview } from './film-preview';
import { Films } from './films';
import { PRESETS, USUAL, wishFor, type OwnWish, type Purpose } from './presets';
import { PutRight } from './put-right';
import { StillChoice } from './still-choice';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';

const KEPT = 'limber.film-purpose';

/** Share · Finished film: one press makes the film of the lesson with its counts in it. */
@Component({
  selector: 'lc-finished-film',
  imports: [RouterLink, Button, BenchHead, Choice, FilmList, FilmPreview, PutRight, StillChoice],
  providers: [Films],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './finished-film.html',
  styleUrl: './finished-film.css',
})
export class FinishedFilm {
  private readonly api = inject(Api);
  protected readonly store = inject(LessonStore);
  protected readonly films = inject(Films);
  protected readonly presets = PRESETS;
  protected readonly clock = clock;
  protected readonly preview = viewChild(FilmPreview);

  /** What was wanted last, offered first the next time. */
  protected readonly purpose = signal<Purpose>(
    PRESETS.find((one) => one.purpose === localStorage.getItem(KEPT))?.purpose ?? 'host',
  );
  protected readonly own = signal<OwnWish>(USUAL);
  /** The version that it is of; empty for the lesson as it is. */
  protected readonly versionId = signal('');
  protected readonly stillMs = signal<number | null>(null);

  private readonly cuts = computed(() => lessonCuts(this.store.lesson()));
  private readonly steps = computed(() =>
    this.store.lesson().steps.map((step) => ({ id: step.id, name: nameOfStep(step) })),
  );
  protected readonly ready = computed(() => this.cuts().length > 0 && timelineOf(this.store.lesson())?.cut != null);
  protected readonly moves = computed<Option<string>[]>(() =>
    this.cuts().flatMap(({ id }) =>
      this.steps().flatMap((step) => (id === `step:${step.id}` ? [{ value: step.id, label: step.name }] : [])),
    ),
  );
  /** The move of a clip: the chosen step, where it plays. */
  protected readonly stepId = linkedSignal(() => {
    const chosen = this.store.selectedStepId();
    const moves = this.moves();
    return moves.find((one) => one.value === chosen)?.value ?? moves[0]?.value ?? null;
  });
  protected readonly wish = computed(() => {
    const wish = wishFor(this.purpose(), this.stepId(), this.own());
    // A way that does not play any more is not kept.
    return this.cuts().some((cut) => cut.id === wish.cut) ? wish : { ...wish, cut: 'full' as const };
  });
  protected readonly timeline = computed(
    () => timelineOf(this.store.lesson(), this.wish().cut) ?? timelineOf(this.store.lesson())!,
  );
  protected readonly facts = computed(() => {
    const { width, height } = filmSize(this.store.lesson(), this.wish().frame);
    return `${clock(this.timeline().durationMs + cardsMs(this.store.lesson()))} · ${width} × ${height} · ${this.wish().kind === 'mp4' ? 'MP4' : 'WebM'}`;
  });
  protected readonly stills = computed(() =>
    stillsOf(
      this.timeline().passages.filter((one) => isWork(one.kind)),
      3,
    ),
  );
  protected readonly ways = computed(() => waysThrough(this.store.lesson()));
  protected readonly shapes = FILM_FRAMES.map((value) => ({ value, label: SHAPE_NAMES[value] }));
  protected readonly captionWays: Option<OwnWish['captions']>[] = [
    { value: 'track', label: $localize`viewers switch them on` },
    { value: 'burned', label: $localize`in the picture` },
    { value: 'none', label: $localize`none` },
  ];
  protected readonly kinds: Option<OwnWish['kind']>[] = [
    { value: 'mp4', label: $localize`MP4, plays everywhere` },
    { value: 'webm', label: $localize`WebM, slower to make` },
  ];
  private readonly shared = resource<Share | null, string>({
    params: () => this.store.lesson().id,
    loader: ({ params }) => this.api.ask(ROUTES.share, { params: { id: params } }).catch(() => null),
  });
  protected readonly versions = computed<Option<string>[]>(() => [
    { value: '', label: $localize`the lesson as it is now` },
    ...((this.shared.hasValue() ? this.shared.value() : null)?.versions ?? []).map((one) => ({
      value: one.id,
      label: $localize`version ${one.number}, as it was shared`,
    })),
  ]);
  protected readonly subtitle = computed(() => {
    const made = (this.films.all() ?? []).filter((one) => one.bytes !== null).length;
    return made === 0
      ? $localize`No film made yet`
      : $localize`${made} ${made === 1 ? $localize`film` : $localize`films`} made`;
  });

  constructor() {
    inject(Keys).use([
      { key: ' ', does: $localize`Play or pause`, run: () => this.preview()?.player()?.toggle() },
      { key: 'm', does: $localize`Make this film`, run: () => void this.make() },
    ]);
  }

  protected choose(purpose: Purpose): void {
    this.purpose.set(purpose);
    this.stillMs.set(null);
    localStorage.setItem(KEPT, purpose);
  }

  protected setOwn(change: Partial<OwnWish>): void {
    this.own.update((own) => ({ ...own, ...change }));
    this.stillMs.set(null);
  }

  protected chooseMove(stepId: string): void {
    this.stepId.set(stepId);
    this.stillMs.set(null);
  }

  protected async make(): Promise<void> {
    if (!this.ready() || this.films.busy()) return;
    await this.films.make({
      ...this.wish(),
      stillMs: this.stillMs(),
      ...(this.versionId() ? { versionId: this.versionId() } : {}),
    });
  }
}
