import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import type { Film } from '@limber/core/api/films';
import { cutName } from '@shared/cut-name';
import { size } from '@limber/core/format/size';
import { SHAPE_NAMES } from '@limber/core/render/film.schema';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { Session } from '../../api/session';
import { doingWords, percentOf } from '../../progress/job-words';
import { Films } from './films';
import { nameOfStep } from '@limber/core/lesson/lesson.schema';
import { ProgressLine } from '../../shell/progress-line';

const WORDS = {
  burned: $localize`captions in the picture`,
  track: $localize`captions to switch on`,
  none: $localize`no captions`,
} as const;

/** The films of the lesson: how far they are, to watch, to keep, to delete. */
@Component({
  selector: 'lc-film-list',
  imports: [Button, Dialog, ProgressLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './film-list.html',
  styleUrl: './film-list.css',
})
export class FilmList {
  protected readonly films = inject(Films);
  protected readonly session = inject(Session);
  private readonly store = inject(LessonStore);
  protected readonly deleting = signal<Film | null>(null);
  protected readonly watching = signal<string | null>(null);
  private readonly day = new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  });

  protected readonly rows = computed(() => {
    const steps = this.store.lesson().steps.map((step) => ({ id: step.id, name: nameOfStep(step) }));
    return (this.films.all() ?? []).map((film) => {
      const { job, bytes, kind, id, version } = film;
      const state = bytes !== null ? ('made' as const) : (job?.state ?? 'cancelled');
      const url = `/api/films/${id}/film.${kind}`;
      return {
        film,
        state,
        url,
        still: film.stillMs !== null ? `/api/films/${id}/film.jpg` : null,
        name: `${cutName(film.cut, steps)}, ${SHAPE_NAMES[film.frame]}`,
        about: [clock(film.durationMs), `${film.width} × ${film.height}`, WORDS[film.captions]].join(' · '),
        of: version === null ? $localize`of the lesson as it was` : $localize`of version ${version}`,
        made: `${this.day.format(film.createdAt)}${bytes === null ? '' : `, ${size(bytes)}`}`,
        percent: percentOf(job),
        doing: job ? doingWords(job) : '',
        leftOut:
          film.leftOut.length > 0
            ? $localize`Left out, since no film has them: the pictures in “${film.leftOut.join('”, “')}”.`
            : '',
      };
    });
  });

  protected again({ cut, frame, captions, kind, stillMs }: Film): void {
    void this.films.make({ cut, frame, captions, kind, stillMs });
  }

  protected async delete(film: Film): Promise<void> {
    await this.films.delete(film);
    this.deleting.set(null);
  }
}
