import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  OnDestroy,
  OnInit,
  output,
  signal,
} from '@angular/core';
import { Dialog } from 'primeng/dialog';
import { ROUTES } from '@limber/core/api/routes';
import type { FilmWish } from '@limber/core/render/film.schema';
import { clock } from '@limber/core/time/clock';
import { Api, wordsOf } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';

const PUT_RIGHT = { picture: 'brighter', sound: 'quieter', music: 'it-will-be' } as const;

interface Tried {
  readonly name: string;
  readonly url: string;
}

/** A picture or some seconds of sound, as filmed and as the film will have it: both made by the steps of the film. */
@Component({
  selector: 'lc-before-after',
  imports: [Dialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      [header]="header()"
      [visible]="true"
      (visibleChange)="closed.emit()"
      [modal]="true"
      [dismissableMask]="true"
      [style]="{ width: what() === 'picture' ? 'min(1080px, 96vw)' : 'min(560px, 94vw)' }"
    >
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      } @else {
        <div class="both" [class.sounds]="what() !== 'picture'">
          @for (name of names; track name) {
            <figure>
              <figcaption>{{ name }}</figcaption>
              @if (made(name); as one) {
                @if (what() === 'picture') {
                  <img [src]="one.url" alt="{{ name }}, at {{ clock(atMs()) }}" i18n-alt />
                } @else {
                  <audio controls [src]="one.url" [attr.aria-label]="name"></audio>
                }
              } @else {
                <div class="wait" role="status" i18n>Being made …</div>
              }
            </figure>
          }
        </div>
        <p class="soft" i18n>
          {what() === 'picture', select, true {The picture} other {Eight seconds}} at {{ clock(atMs()) }}, where the
          preview stands. Move it to try another place.
        </p>
      }
    </p-dialog>
  `,
  styles: `
    .both {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 16px;
      margin-bottom: 12px;
    }
    .both.sounds {
      grid-template-columns: 1fr;
    }
    figure {
      margin: 0;
    }
    figcaption {
      margin-bottom: 6px;
      font-weight: 650;
    }
    img {
      display: block;
      width: 100%;
      max-height: 60vh;
      object-fit: contain;
      border-radius: 8px;
    }
    audio {
      width: 100%;
    }
    .wait {
      display: grid;
      place-content: center;
      min-height: 120px;
      color: var(--soft);
      background: var(--paper-low);
      border-radius: 8px;
    }
    .sounds .wait {
      min-height: 54px;
    }
    .problem {
      color: var(--clay);
      font-weight: 650;
    }
  `,
})
export class BeforeAfter implements OnInit, OnDestroy {
  protected readonly header = computed(() =>
    this.what() === 'picture' ? $localize`Before and after` : $localize`Hear before and after`,
  );
  private readonly api = inject(Api);
  private readonly store = inject(LessonStore);
  readonly what = input.required<'picture' | 'sound' | 'music'>();
  readonly wish = input.required<Pick<FilmWish, 'cut' | 'frame' | 'captions'>>();
  readonly atMs = input.required<number>();
  readonly closed = output();
  protected readonly clock = clock;
  protected readonly names = [$localize`As filmed`, $localize`Put right`] as const;
  protected readonly problem = signal('');
  private readonly tried = signal<readonly Tried[]>([]);

  ngOnInit(): void {
    void this.make();
  }

  ngOnDestroy(): void {
    for (const { url } of this.tried()) URL.revokeObjectURL(url);
  }

  protected made(name: string): Tried | null {
    return this.tried().find((one) => one.name === name) ?? null;
  }

  private async make(): Promise<void> {
    const route = this.what() === 'picture' ? ROUTES.filmPicture : ROUTES.filmSound;
    const { cut, frame, captions } = this.wish();
    const query = { cut, frame, captions, atMs: Math.round(this.atMs()) };
    const params = { id: this.store.lesson().id };
    try {
      for (const name of this.names) {
        const file = await this.api.file(route, {
          params,
          query: { ...query, as: name === this.names[0] ? 'filmed' : PUT_RIGHT[this.what()] },
        });
        this.tried.update((all) => [...all, { name, url: URL.createObjectURL(file) }]);
      }
    } catch (error) {
      this.problem.set(wordsOf(error));
    }
  }
}
