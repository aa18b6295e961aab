import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { size } from '@limber/core/format/size';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { Choice } from '../../shell/choice';
import type { KeptRecording } from './kept-files';
import { KeptRecordings } from './kept-recordings';

/** Recordings of this lesson that lie in this browser: what a crash left, and what was not sent yet. */
@Component({
  selector: 'lc-left-recordings',
  imports: [Button, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of rows(); track one.id) {
      <section class="card" data-testid="left-recording">
        <div>
          <strong>{{ one.name }}</strong>
          <p class="soft times">{{ one.about }}</p>
          @if (one.trouble) {
            <p role="alert" class="warning">{{ one.trouble }}</p>
          }
        </div>
        <div class="buttons">
          @if (one.underWay === 'sending') {
            <span class="soft" role="status" i18n>being sent …</span>
          } @else if (one.records === 'room') {
            @if (takes().length > 0) {
              <lc-choice
                label="The take that it was recorded beside"
                i18n-label
                [options]="takes()"
                [value]="beside() ?? takes()[0]!.value"
                (chosen)="beside.set($event)"
              />
              <p-button
                label="Lay it beside this take"
                i18n-label
                size="small"
                (onClick)="send(one, beside() ?? takes()[0]!.value)"
              />
            } @else {
              <span class="soft" i18n>It waits here for the film: bring that in first.</span>
            }
          } @else if (one.bytes > 0) {
            <p-button label="Send it to the lesson" i18n-label size="small" (onClick)="send(one)" />
          }
          @if (one.underWay === 'sending') {
            <!-- It is gone from here when it has arrived. -->
          } @else if (sure() === one.id) {
            <span i18n>Gone for good?</span>
            <button type="button" class="text-button" (click)="throwAway(one)" i18n>Yes, throw it away</button>
            <button type="button" class="text-button" (click)="sure.set(null)" i18n>No</button>
          } @else {
            <button type="button" class="text-button" (click)="sure.set(one.id)" i18n>Throw it away</button>
          }
        </div>
      </section>
    }
  `,
  styles: `
    section {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 24px;
      align-items: center;
      justify-content: space-between;
      margin-bottom: 14px;
      padding: 12px 16px;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
    }
    .warning {
      color: var(--clay);
    }
  `,
})
export class LeftRecordings {
  private readonly store = inject(LessonStore);
  private readonly kept = inject(KeptRecordings);
  protected readonly sure = signal<string | null>(null);
  protected readonly beside = signal<string | null>(null);
  protected readonly takes = computed(() =>
    this.store.lesson().takes.map(({ id, name }) => ({ value: id, label: name })),
  );
  protected readonly rows = computed(() =>
    this.kept
      .all()
      .filter((one) => one.lessonId === this.store.lesson().id && one.underWay !== 'recording')
      .map((one) => ({ ...one, about: aboutOf(one), trouble: this.kept.troubles().get(one.id) ?? '' })),
  );

  constructor() {
    void this.kept.look();
  }

  protected send(one: KeptRecording, takeId?: string): void {
    void this.kept.send(one, takeId);
  }

  protected throwAway(one: KeptRecording): void {
    this.sure.set(null);
    void this.kept.throwAway(one);
  }
}

function aboutOf({ beganMs, lastsMs, bytes, records, entries, uploadId }: KeptRecording): string {
  const when = new Date(beganMs).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });
  const what = records === 'room' ? $localize`the room’s sound` : $localize`picture and sound`;
  const where =
    uploadId === null
      ? $localize`It lies in this browser only.`
      : $localize`It lies in this browser; a part of it is in the studio already.`;
  return $localize`${when}, ${clock(lastsMs)} of ${what}, ${size(bytes)}, ${entries.length} entries in its log. ${where}`;
}
