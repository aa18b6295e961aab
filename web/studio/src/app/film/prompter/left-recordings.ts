import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { size } from '@limber/core/format/size';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { beganWords, type KeptRecording } from './kept-files';
import { KeptRecordings } from './kept-recordings';
import { ThrowAway } from './throw-away';

/** Recordings of this lesson that lie in this browser: what a crash left, and what was not sent yet. */
@Component({
  selector: 'lc-left-recordings',
  imports: [Button, ThrowAway],
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
          } @else if (one.bytes > 0) {
            <p-button label="Send it to the lesson" i18n-label size="small" (onClick)="send(one)" />
          }
          <!-- What another window sends is gone from here when it has arrived. -->
          @if (one.underWay !== 'sending' || one.sentHere) {
            <lc-throw-away (thrown)="throwAway(one)" />
          }
        </div>
      </section>
    }
  `,
  styleUrl: '../recording-card.css',
})
export class LeftRecordings {
  private readonly store = inject(LessonStore);
  private readonly kept = inject(KeptRecordings);
  protected readonly rows = computed(() =>
    this.kept
      .all()
      .filter((one) => one.lessonId === this.store.lesson().id && one.underWay !== 'recording')
      .map((one) => ({
        ...{ ...one, about: aboutOf(one), sentHere: this.kept.sendsHere(one.id) },
        trouble: this.kept.troubles().get(one.id) ?? '',
      })),
  );

  constructor() {
    void this.kept.look();
  }

  protected send(one: KeptRecording): void {
    void this.kept.send(one);
  }

  protected throwAway(one: KeptRecording): void {
    void this.kept.throwAway(one);
  }
}

function aboutOf(one: KeptRecording): string {
  const { lastsMs, bytes, records, entries, uploadId } = one;
  const what = records === 'room' ? $localize`the room’s sound` : $localize`picture and sound`;
  const logged = entries.length === 1 ? $localize`1 entry` : $localize`${entries.length} entries`;
  const where =
    uploadId === null
      ? $localize`It lies in this browser only.`
      : $localize`It lies in this browser; a part of it is in the studio already.`;
  return $localize`${beganWords(one)}, ${clock(lastsMs)} of ${what}, ${size(bytes)}, ${logged} in its log. ${where}`;
}
