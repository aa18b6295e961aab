import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { FRAMES } from '@limber/core/cue/frame';
import { lessonFields, type ClosingCard } from '@limber/core/lesson/lesson.schema';
import { cardMarks } from '@limber/core/render/card';
import type { FilmWish } from '@limber/core/render/film.schema';
import { Marks } from '@shared/marks';
import { LessonStore } from '../../api/lesson-store';
import { Progress } from '../../progress/jobs';
import { Uploads } from '../../progress/uploads';
import { BeforeAfter } from './before-after';

const USUAL_CLOSING: ClosingCard = {
  first: $localize`That was it.`,
  second: $localize`Ask me anything: point your phone here.`,
  link: '',
};

/** What is put right in the films of a lesson, in one choice each. */
@Component({
  selector: 'lc-put-right',
  imports: [FormsModule, InputText, ToggleSwitch, Marks, BeforeAfter],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './put-right.html',
  styleUrl: './put-right.css',
})
export class PutRight {
  protected readonly store = inject(LessonStore);
  private readonly uploads = inject(Uploads);
  private readonly progress = inject(Progress);
  readonly wish = input.required<Pick<FilmWish, 'cut' | 'frame' | 'captions'>>();
  /** Where the preview stands: what is looked at or heard before and after. */
  readonly atMs = input.required<number>();
  protected readonly comparing = signal<'picture' | 'sound' | 'music' | null>(null);
  private readonly file = viewChild.required<ElementRef<HTMLInputElement>>('file');

  protected readonly lesson = this.store.lesson;
  protected readonly sending = computed(() =>
    this.uploads.all().find((one) => one.lessonId === this.lesson().id && this.isMusic(one)),
  );
  /** The file that was chosen last, by its size: on the server it has another name. */
  private readonly musicBytes = signal(-1);
  protected readonly percent = computed(() => {
    const one = this.sending();
    return one ? Math.round((100 * one.sent) / Math.max(1, one.bytes)) : 0;
  });
  /** What became of the file that was sent last, while it is not the music yet. */
  protected readonly arrival = computed(() =>
    this.progress.arrivalsOf(this.lesson().id).find((one) => this.isMusic(one) && one.state !== 'taken'),
  );
  protected readonly linkProblem = signal('');
  protected readonly frame = computed(() => FRAMES[this.wish().frame]);
  protected readonly closing = computed(() => {
    const card = this.lesson().closingCard;
    return card && cardMarks({ title: '', lines: [card.first, card.second], link: card.link }, this.frame());
  });

  protected set(field: 'brighter' | 'quieter' | 'openingCard', value: boolean): void {
    this.store.edit({ kind: 'set_lesson', field, value });
  }

  protected setClosing(on: boolean): void {
    this.linkProblem.set('');
    this.store.edit({ kind: 'set_lesson', field: 'closingCard', value: on ? USUAL_CLOSING : null });
  }

  protected setLine(field: keyof ClosingCard, value: string): void {
    const card = this.lesson().closingCard;
    if (!card) return;
    const next = lessonFields.closingCard.safeParse({ ...card, [field]: value.trim() });
    if (field === 'link')
      this.linkProblem.set(next.success ? '' : $localize`Write it whole, as in https://example.org/lessons.`);
    if (next.success) this.store.edit({ kind: 'set_lesson', field: 'closingCard', value: next.data });
  }

  protected chooseMusic(): void {
    this.file().nativeElement.click();
  }

  protected sendMusic(field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    const lessonId = this.lesson().id;
    this.musicBytes.set(file.size);
    void this.uploads.start({ lessonId, role: 'music' }, file);
  }

  private isMusic({ bytes }: { bytes: number }): boolean {
    return bytes === this.musicBytes();
  }

  protected takeMusicOut(): void {
    this.store.edit({ kind: 'set_lesson', field: 'music', value: null });
  }
}
