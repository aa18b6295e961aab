import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import type { WorkedArea } from '@limber/core/cue/worked-area';
import { isWork } from '@limber/core/lesson/segment-kind';
import { lessonFields } from '@limber/core/lesson/lesson.schema';
import { PLAIN_THUMBNAIL, type Thumbnail as Wish, type ThumbnailPlace } from '@limber/core/lesson/thumbnail.schema';
import { stillsOf } from '@limber/core/render/stretch';
import { clearPlace, drawThumbnail, THUMBNAIL } from '@limber/core/render/thumbnail';
import type { Timeline } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { Marks } from '@shared/marks';
import { LessonStore } from '../../api/lesson-store';
import { Choice, type Option } from '../../shell/choice';
import { fileName, saveAs } from '../../shell/save-file';
import { trialPictures, type TrialPicture } from '../film/trial-pictures';
import { jpegOf, readPicture } from './draw-picture';

/** The picture with a few words that stands for a lesson in lists at a video host. */
@Component({
  selector: 'lc-thumbnail',
  imports: [Button, InputText, Choice, Marks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './thumbnail.html',
  styleUrl: './thumbnail.css',
})
export class Thumbnail {
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
  private readonly pictures = trialPictures(() => ({
    ...{ cut: this.timeline().id, frame: '16:9', captions: 'none', cues: 'left-out', stills: this.offered() },
  }));
  /** A picture of her own, which stays in this page; null where a still is shown. */
  protected readonly own = signal<(TrialPicture & { name: string; width: number }) | null>(null);
  protected readonly picture = computed((): TrialPicture | null => this.own() ?? this.stillAt(this.atMs()));
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

  constructor() {
    inject(DestroyRef).onDestroy(() => this.letGo());
  }

  protected stillAt(ms: number): TrialPicture | null {
    return this.pictures.value()?.[this.offered().indexOf(ms)] ?? null;
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
    this.letGo();
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
    else {
      this.letGo();
      this.own.set({ file, url: URL.createObjectURL(file), name: file.name, width });
    }
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

  private letGo(): void {
    const own = this.own();
    if (own) URL.revokeObjectURL(own.url);
    this.own.set(null);
  }
}
