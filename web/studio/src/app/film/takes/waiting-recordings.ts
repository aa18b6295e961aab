import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { asOne } from '@limber/core/lesson/as-one';
import type { Waiting } from '@limber/core/lesson/waiting.schema';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { Progress } from '../../progress/jobs';
import { placingWords } from '../../progress/media-of';
import { Choice } from '../../shell/choice';

/** Recordings of the room whose film is not here yet, or was not found by its sound. */
@Component({
  selector: 'lc-waiting-recordings',
  imports: [Button, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (row of rows(); track row.one.id) {
      <section class="card" data-testid="waiting">
        <div>
          <strong i18n>{{ row.one.name }}: the room and its log, {{ clock(row.one.durationMs) }}</strong>
          <p class="soft" role="status">{{ row.words }}</p>
        </div>
        <div class="buttons">
          @if (!row.working && takes().length > 0) {
            <lc-choice
              label="The take that it was recorded beside"
              i18n-label
              [options]="takes()"
              [value]="chosen() ?? takes()[0]!.value"
              (chosen)="chosen.set($event)"
            />
            <p-button
              label="Lay it beside this take"
              i18n-label
              size="small"
              [outlined]="true"
              (onClick)="layBeside(row.one, chosen() ?? takes()[0]!.value)"
            />
          }
          <button type="button" class="text-button" (click)="throwAway(row.one)" i18n>Throw it away</button>
        </div>
      </section>
    }
  `,
  styleUrl: '../recording-card.css',
})
export class WaitingRecordings {
  private readonly store = inject(LessonStore);
  private readonly progress = inject(Progress);
  protected readonly clock = clock;
  protected readonly chosen = signal<string | null>(null);
  protected readonly takes = computed(() =>
    this.store.lesson().takes.map(({ id, name }) => ({ value: id, label: name })),
  );
  protected readonly rows = computed(() =>
    this.store.lesson().waiting.map((one) => {
      const { doing, trouble } = placingWords(this.progress.mediaOf(one.mediaId));
      const waits = $localize`It waits for the film, and finds it by its sound.`;
      return { one, working: doing !== '', words: doing || trouble || waits };
    }),
  );

  /** Then it is looked for there by its sound. */
  protected layBeside({ id, mediaId }: Waiting, takeId: string): void {
    const take = this.store.lesson().takes.find((one) => one.id === takeId);
    if (!take) return;
    const value = [...take.sources, { mediaId, role: 'log' as const, offsetMs: 0 }];
    const change = asOne([
      { kind: 'set_take', takeId, field: 'sources', value },
      { kind: 'remove_waiting', waitingId: id },
    ]);
    if (change) this.store.edit(change);
    void this.progress.findPlace(mediaId, this.store.lesson().id);
  }

  protected throwAway({ id }: Waiting): void {
    this.store.edit({ kind: 'remove_waiting', waitingId: id });
  }
}
