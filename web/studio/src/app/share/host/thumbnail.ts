import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  OnDestroy,
  resource,
  signal,
} from '@angular/core';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { ROUTES } from '@limber/core/api/routes';
import type { WorkedArea } from '@limber/core/cue/worked-area';
import { isWork } from '@limber/core/lesson/segment-kind';
import { lessonFields } from '@limber/core/lesson/lesson.schema';
import { PLAIN_THUMBNAIL, type Thumbnail as Wish, type ThumbnailPlace } from '@limber/core/lesson/thumbnail.schema';
import { stillsOf } from '@limber/core/render/stretch';
import { clearPlace, drawThumbnail, THUMBNAIL } from '@limber/core/render/thumbnail';
import type { Timeline } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { Marks } from '@shared/marks';
import { Api } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { Choice, type Option } from '../../shell/choice';
import { fileName, saveAs } from '../../shell/save-file';
import { jpegOf, readPicture } from './draw-picture';

/** A picture, and where the page shows it from. */
interface Shown {
  readonly file: Blob;
  readonly url: string;
}

/** The picture with a few words that stands for a lesson in lists at a video host. */
@Component({
  selector: 'lc-thumbnail',
  imports: [Button, InputText, Choice, Marks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './thumbnail.html',
  styleUrl: './thumbnail.css',
})
export class Thumbnail implements OnDestroy {
  private readonly api = inject(Api);
  private readonly store = inject(LessonStore);
  readonly timeline = input.required<Timeline>();
  /** Where the face and the hands are, as far as it is known. */
  readonly areas = input.required<readonly WorkedArea[]>();
  protected readonly clock = clock;
  protected readonly sizes = THUMBNAIL;

  protected readonly wish = computed(() => this.store.lesson().thumbnail ?? PLAIN_THUMBNAIL);
  protected readonly words = computed(() => this.wish().words || this.store.lesson().title);
  protected readonly stills = computed(() =>
    stillsOf(
      this.timeline().passages.filter((one) => isWork(one.kind)),
      2,
    ),
  );
  /** The instant that is shown: what was chosen, as long as it still plays. */
  protected readonly atMs = computed(() => {
    const { atMs } = this.wish();
    return atMs !== null && atMs < this.timeline().durationMs ? atMs : (this.stills()[0] ?? 0);
  });
  /** All that are offered: one that was chosen stays, also where others would be proposed by now. */
  protected readonly offered = computed(() => [...new Set([...this.stills(), this.atMs()])].sort((a, b) => a - b));
  protected readonly pictures = resource({
    params: computed(
      () => ({
        ...{ id: this.store.lesson().id, cut: this.timeline().id, brighter: this.store.lesson().brighter },
        stills: this.offered(),
      }),
      { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
    ),
    loader: async ({ params: { id, cut, stills }, abortSignal }) => {
      const made = new Map<number, Shown>();
      for (const atMs of stills) {
        if (abortSignal.aborted) break;
        const query = { cut, frame: '16:9', captions: 'none', cues: 'left-out', atMs } as const;
        const file = await this.api.file(ROUTES.filmPicture, { params: { id }, query }).catch(() => null);
        if (file) made.set(atMs, { file, url: this.urlOf(file) });
      }
      return made;
    },
  });
  /** A picture of her own, which stays in this page; null where a still is shown. */
  protected readonly own = signal<(Shown & { name: string; width: number }) | null>(null);
  protected readonly picture = computed(
    (): Shown | null =>
      this.own() ?? (this.pictures.hasValue() ? (this.pictures.value().get(this.atMs()) ?? null) : null),
  );
  /** What of the picture words would hide; of her own picture nobody knows. */
  private readonly taken = computed(() =>
    this.own()
      ? []
      : this.areas()
          .filter(({ startMs, endMs }) => startMs <= this.atMs() && this.atMs() < endMs)
          .flatMap(({ boxes }) => boxes),
  );
  protected readonly place = computed(() => this.wish().place ?? clearPlace(this.taken()));
  protected readonly drawn = computed(() => drawThumbnail(this.words(), this.place()));
  protected readonly places: Option<ThumbnailPlace | null>[] = [
    { value: null, label: $localize`clear of the face` },
    { value: 'left', label: $localize`at the left` },
    { value: 'right', label: $localize`at the right` },
    { value: 'below', label: $localize`along the bottom` },
  ];
  protected readonly label = $localize`The thumbnail`;
  protected readonly pictureWord = $localize`Picture of the thumbnail`;
  protected readonly inList = $localize`The thumbnail as small as in a list`;
  /** What stands where the picture is not there. */
  protected readonly waiting = computed(() =>
    this.pictures.isLoading() ? $localize`Fetching the picture …` : $localize`This picture could not be fetched`,
  );
  protected readonly problem = signal('');
  private readonly urls: string[] = [];

  ngOnDestroy(): void {
    for (const url of this.urls) URL.revokeObjectURL(url);
  }

  protected stillAt(ms: number): string | null {
    return this.pictures.hasValue() ? (this.pictures.value().get(ms)?.url ?? null) : null;
  }

  protected set(change: Partial<Wish>): void {
    const value = lessonFields.thumbnail.parse({ ...this.wish(), ...change });
    this.store.edit({ kind: 'set_lesson', field: 'thumbnail', value });
  }

  protected setWords(typed: string): void {
    const words = typed.trim().slice(0, 80);
    this.set({ words: words === this.store.lesson().title ? '' : words });
  }

  protected chooseStill(atMs: number): void {
    this.own.set(null);
    this.set({ atMs });
  }

  protected async bring(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    this.problem.set('');
    const width = await readPicture(file).then(
      (read) => read.width,
      () => null,
    );
    if (width === null)
      this.problem.set($localize`${file.name} is no picture that this browser can read. Take a JPEG or a PNG.`);
    else this.own.set({ file, url: this.urlOf(file), name: file.name, width });
  }

  protected async save(): Promise<void> {
    const picture = this.picture();
    if (!picture) return;
    this.problem.set('');
    try {
      const file = await jpegOf(picture.file, this.drawn().marks, THUMBNAIL);
      saveAs(`${fileName(this.store.lesson().title)}-thumbnail.jpg`, 'image/jpeg', file);
    } catch {
      this.problem.set($localize`The picture could not be put together here. Try it once more.`);
    }
  }

  private urlOf(file: Blob): string {
    const url = URL.createObjectURL(file);
    this.urls.push(url);
    return url;
  }
}
