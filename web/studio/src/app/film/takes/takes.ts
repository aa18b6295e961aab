import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { ProgressBar } from 'primeng/progressbar';
import { ToggleSwitch } from 'primeng/toggleswitch';
import type { Take } from '@limber/core/segment/segment.schema';
import { clock } from '@limber/core/time/clock';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { Progress } from '../../progress/jobs';
import { BenchHead } from '../../shell/bench-head';
import { Uploads } from './uploads';

const MIRRORED = 'limber.mirrored';

/** Film · Takes: bring footage in, see it prepared, say whether it is mirrored, choose which take plays. */
@Component({
  selector: 'lc-takes',
  imports: [FormsModule, Button, ProgressBar, ToggleSwitch, Ribbon, BenchHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './takes.html',
  styleUrl: './takes.css',
})
export class Takes {
  protected readonly store = inject(LessonStore);
  protected readonly uploads = inject(Uploads);
  protected readonly progress = inject(Progress);
  protected readonly clock = clock;
  protected readonly over = signal(false);
  protected readonly mirrored = signal(localStorage.getItem(MIRRORED) !== 'false');
  private readonly file = viewChild.required<ElementRef<HTMLInputElement>>('file');

  protected readonly subtitle = computed(() => {
    const { takes } = this.store.lesson();
    return takes.length === 0 ? 'No take yet' : `${takes.length} ${takes.length === 1 ? 'take' : 'takes'}`;
  });
  private readonly own = computed(() => this.uploads.all().filter((one) => one.lessonId === this.store.lesson().id));
  protected readonly sending = computed(() => this.own().filter((one) => one.state !== 'done' || one.words !== ''));
  protected readonly interrupted = computed(() =>
    this.uploads
      .interrupted()
      .filter((one) => one.lessonId === this.store.lesson().id && !this.own().some((each) => each.name === one.name)),
  );
  protected readonly rows = computed(() =>
    this.store.lesson().takes.map((take) => {
      const media = this.progress.mediaOf(take.mediaId);
      const job = this.progress.jobOf(take.mediaId);
      const ready = media?.parts.proxy === true;
      return {
        take,
        media,
        job,
        ready,
        plays: this.store.lesson().assembly.some((piece) => piece.takeId === take.id),
        poster: media?.parts.poster ? `/api/media/${take.mediaId}/poster.jpg` : null,
        shape: `${take.width} × ${take.height}, ${Number((take.frameRate.numerator / take.frameRate.denominator).toFixed(2))} pictures a second`,
        percent: Math.round((job?.progress ?? 0) * 100),
        left: job?.leftMs ? `about ${clock(job.leftMs)} left` : '',
      };
    }),
  );
  protected readonly planMs = computed(() => this.store.plan().totalMs);

  constructor() {
    effect(() => {
      for (const { mediaId } of this.store.lesson().takes)
        if (mediaId && !this.progress.mediaOf(mediaId)) void this.progress.loadMedia(mediaId);
    });
    inject(Keys).use([{ key: 'b', does: 'Bring in a video file', run: () => this.choose() }]);
  }

  protected choose(): void {
    this.file().nativeElement.click();
  }

  protected setMirrored(mirrored: boolean): void {
    this.mirrored.set(mirrored);
    localStorage.setItem(MIRRORED, String(mirrored));
  }

  protected chosen(input: HTMLInputElement): void {
    for (const file of input.files ?? []) void this.uploads.start(this.store.lesson().id, file, this.mirrored());
    input.value = '';
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    for (const file of event.dataTransfer?.files ?? [])
      void this.uploads.start(this.store.lesson().id, file, this.mirrored());
  }

  protected dragging(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected megabytes(bytes: number): string {
    return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
  }

  protected rename(take: Take, field: HTMLInputElement): void {
    const value = field.value.trim();
    if (value && value !== take.name) this.store.edit({ kind: 'set_take', takeId: take.id, field: 'name', value });
    else field.value = take.name;
  }

  protected mirror(take: Take, value: boolean): void {
    this.store.edit({ kind: 'set_take', takeId: take.id, field: 'mirrored', value });
  }

  protected play(take: Take): void {
    this.store.edit({ kind: 'set_assembly', assembly: [{ takeId: take.id, fromMs: 0, toMs: take.durationMs }] });
  }

  protected remove(take: Take): void {
    const { assembly, segments } = this.store.lesson();
    this.store.edit({
      kind: 'batch',
      changes: [
        { kind: 'set_assembly', assembly: assembly.filter((piece) => piece.takeId !== take.id) },
        ...segments
          .filter((segment) => segment.takeId === take.id)
          .map((segment) => ({ kind: 'remove_segment' as const, segmentId: segment.id })),
        { kind: 'remove_take', takeId: take.id },
      ],
    });
  }
}
