import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Source, Take } from '@limber/core/lesson/take.schema';
import { LessonStore } from '../../api/lesson-store';
import { Progress } from '../../progress/jobs';
import { placingWords } from '../../progress/media-of';
import { Uploads } from '../../progress/uploads';

/** What lies beside the film of a take: a sound that was recorded apart, a log with its room; and where it lies. */
@Component({
  selector: 'lc-take-sources',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of rows(); track one.source.mediaId) {
      <div class="source" data-testid="source">
        <span>
          <strong>{{ one.what }}</strong>
          <span class="soft">{{ one.name }}</span>
        </span>
        @if (one.doing) {
          <span class="soft times" role="status">{{ one.doing }}</span>
        } @else {
          <label class="at">
            <ng-container i18n>begins at</ng-container>
            <input
              #at
              type="number"
              step="0.01"
              [attr.aria-label]="one.label"
              [value]="one.seconds"
              (change)="lay(one.source, at)"
            />
            <abbr title="seconds of the film" i18n-title i18n>s</abbr>
          </label>
          <button type="button" class="text-button" (click)="listen(one.source)" i18n>Find it by its sound</button>
        }
        <button type="button" class="text-button" (click)="takeOff(one.source)" i18n>Take it off</button>
        @if (one.trouble) {
          <p role="alert" class="warning">{{ one.trouble }}</p>
        }
      </div>
    }
    <input
      #file
      type="file"
      hidden
      accept="audio/*,.wav,.flac,.m4a,.mp3,.ogg"
      ariaLabel="Sound of {{ take().name }}"
      i18n-ariaLabel
      (change)="bring(file)"
    />
    @if (canHaveSound()) {
      <p>
        <button type="button" class="text-button" (click)="file.click()" i18n>
          Bring a sound that was recorded apart
        </button>
      </p>
    }
  `,
  styleUrl: './take-sources.css',
})
export class TakeSources {
  private readonly store = inject(LessonStore);
  private readonly progress = inject(Progress);
  private readonly uploads = inject(Uploads);
  readonly take = input.required<Take>();

  private readonly beside = computed(() => this.take().sources.filter((one) => one.role !== 'picture'));
  protected readonly canHaveSound = computed(
    () =>
      this.take().sources.some((one) => one.role === 'picture') && !this.beside().some((one) => one.role === 'sound'),
  );
  protected readonly rows = computed(() =>
    this.beside().map((source) => {
      const medium = this.progress.mediaOf(source.mediaId);
      const what = source.role === 'sound' ? $localize`Its own sound` : $localize`The room, with its log`;
      return {
        ...{ source, what, name: medium?.name ?? '', seconds: (source.offsetMs / 1000).toFixed(2) },
        label: $localize`${what} begins at, seconds of the film`,
        ...placingWords(medium),
      };
    }),
  );

  /** Where she says that it begins; what is no number stays as it was. */
  protected lay(source: Source, field: HTMLInputElement): void {
    const offsetMs = Math.round(field.valueAsNumber * 1000);
    if (Number.isFinite(offsetMs) && Math.abs(offsetMs) <= 86_400_000) this.set(source, { ...source, offsetMs });
    else field.value = (source.offsetMs / 1000).toFixed(2);
  }

  protected async listen({ mediaId }: Source): Promise<void> {
    await this.progress.findPlace(mediaId, this.store.lesson().id);
  }

  protected takeOff(source: Source): void {
    this.set(source, null);
  }

  protected bring(field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    field.value = '';
    const [lessonId, takeId] = [this.store.lesson().id, this.take().id];
    if (file) void this.uploads.start({ lessonId, takeId, role: 'sound' }, file);
  }

  private set(source: Source, to: Source | null): void {
    const value = this.take().sources.flatMap((one) => (one === source ? (to ?? []) : one));
    this.store.edit({ kind: 'set_take', takeId: this.take().id, field: 'sources', value });
  }
}
