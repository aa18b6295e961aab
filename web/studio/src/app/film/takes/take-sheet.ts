import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { ROUTES } from '@limber/core/api/routes';
import { RATINGS, type Rating, type Take } from '@limber/core/lesson/take.schema';
import { coversOf, coversWords } from '@limber/core/prompt/covers';
import { Api } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';

const WORDS: Readonly<Record<Rating, string>> = {
  good: $localize`good`,
  usable: $localize`usable`,
  poor: $localize`poor`,
};

/** What a take shows of the lesson, what she thinks of it, and what she wants to remember. */
@Component({
  selector: 'lc-take-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (covers(); as words) {
      <p data-testid="covers">{{ words }}</p>
    }
    <div class="line">
      <span role="group" ariaLabel="How {{ take().name }} is" i18n-ariaLabel class="ratings">
        @for (one of ratings; track one.value) {
          <button type="button" [attr.aria-pressed]="take().rating === one.value" (click)="rate(one.value)">
            {{ one.words }}
          </button>
        }
      </span>
      <input
        #note
        maxlength="2000"
        ariaLabel="Note on {{ take().name }}"
        i18n-ariaLabel
        placeholder="a note, for instance: gulls at the end"
        i18n-placeholder
        [value]="take().note"
        (change)="write(note.value)"
        (keydown.escape)="note.value = take().note; note.blur()"
      />
    </div>
  `,
  styleUrl: './take-sheet.css',
})
export class TakeSheet {
  private readonly store = inject(LessonStore);
  private readonly api = inject(Api);
  readonly take = input.required<Take>();
  protected readonly ratings = RATINGS.map((value) => ({ value, words: WORDS[value] }));

  private readonly marked = computed(() => this.store.lesson().segments.some((one) => one.takeId === this.take().id));
  /** What was pressed while it was filmed: asked for only where nothing is marked that says more. */
  private readonly log = resource({
    params: computed(
      () =>
        this.marked() ? undefined : { id: this.store.lesson().id, takeId: this.take().id, of: sourcesOf(this.take()) },
      { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
    ),
    loader: async ({ params: { id, takeId } }) =>
      (await this.api.ask(ROUTES.takeLog, { params: { id, takeId } })).entries,
  });
  protected readonly covers = computed(() => {
    const lesson = this.store.lesson();
    const log = this.log.hasValue() ? this.log.value() : [];
    const covers = coversOf(lesson, this.take().id, log);
    return covers ? coversWords(lesson, covers) : '';
  });

  /** Once more takes it back. */
  protected rate(rating: Rating): void {
    const value = this.take().rating === rating ? null : rating;
    this.store.edit({ kind: 'set_take', takeId: this.take().id, field: 'rating', value });
  }

  protected write(text: string): void {
    const value = text.trim();
    if (value !== this.take().note) this.store.edit({ kind: 'set_take', takeId: this.take().id, field: 'note', value });
  }
}

/** A log comes with a recording that joins the take. */
const sourcesOf = (take: Take): string => take.sources.map((one) => one.mediaId).join(' ');
