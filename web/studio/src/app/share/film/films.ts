import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { filter, firstValueFrom, timeout, TimeoutError } from 'rxjs';
import type { Film, NewFilm } from '@limber/core/api/films';
import { ROUTES } from '@limber/core/api/routes';
import { Api, wordsOf } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { Stream } from '../../api/stream';
import { Progress } from '../../progress/jobs';

const SAVED_WITHIN_MS = 6000;
const NOT_SAVED = $localize`Your last changes are not saved yet, and the film is made of what is saved. Try again in a moment.`;

/** The finished films of the open lesson, kept up by the stream. */
@Injectable()
export class Films {
  private readonly api = inject(Api);
  private readonly progress = inject(Progress);
  private readonly store = inject(LessonStore);
  private readonly saving = toObservable(computed(() => this.store.document().saving()));
  readonly all = signal<readonly Film[] | null>(null);
  readonly problem = signal('');
  readonly busy = signal(false);

  constructor() {
    const stream = inject(Stream);
    const ended = inject(DestroyRef);
    stream.jobs.pipe(takeUntilDestroyed(ended)).subscribe((job) => {
      if (job.kind !== 'render' || job.lessonId !== this.params.id) return;
      const film = this.all()?.find((one) => one.id === job.ownerId);
      // One that another window asked for.
      if (!film) return void this.load();
      this.all.update((all) => all?.map((one) => (one.id === film.id ? { ...one, job } : one)) ?? null);
      if (job.state !== film.job?.state) void this.load();
    });
    stream.opened.pipe(takeUntilDestroyed(ended)).subscribe(() => void this.load());
    void this.load();
  }

  load(): Promise<void> {
    return this.doing(async () => this.all.set(await this.api.ask(ROUTES.films, { params: this.params })));
  }

  make(wish: NewFilm): Promise<void> {
    return this.doing(async () => {
      // What was changed last is in the film.
      await firstValueFrom(
        this.saving.pipe(
          filter((state) => state === 'saved'),
          timeout(SAVED_WITHIN_MS),
        ),
      );
      await this.api.ask(ROUTES.newFilm, { params: this.params, body: wish });
      await this.load();
    });
  }

  delete({ id }: Film): Promise<void> {
    return this.doing(async () => {
      await this.api.ask(ROUTES.deleteFilm, { params: { id } });
      await this.load();
    });
  }

  cancel({ job }: Film): Promise<void> {
    return this.doing(async () => {
      if (job) await this.progress.cancel(job);
      await this.load();
    });
  }

  retry({ job }: Film): Promise<void> {
    return this.doing(async () => {
      if (job) await this.progress.retry(job);
      await this.load();
    });
  }

  private get params(): { id: string } {
    return { id: this.store.lesson().id };
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await work();
      this.problem.set('');
    } catch (error) {
      this.problem.set(error instanceof TimeoutError ? NOT_SAVED : wordsOf(error));
    } finally {
      this.busy.set(false);
    }
  }
}
