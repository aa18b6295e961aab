import { ChangeDetectionStrategy, Component, computed, inject, OnDestroy, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { calibrate, READING_TEST, samplesFromTake, type Sample } from '@limber/core/speech/calibrate';
import { filled } from '@limber/core/speech/fields';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { keepPace, keptSamples } from '../../api/kept-pace';

/** Finds the instructor's pace: from a minute of reading, from rehearsing the lesson's words, or from a marked take. */
@Component({
  selector: 'lc-pace-test',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft" i18n>
      {{ pace().syllablesPerMinute }} syllables a minute, give or take {{ percent() }} %.
      {count(), plural,
        =0 {Not yet measured on you.}
        =1 {From 1 text that you spoke.}
        other {From {{ count() }} texts that you spoke.}
      }
    </p>
    <div class="ways">
      <button type="button" class="text-button" (click)="open(test)" i18n>One-minute reading</button>
      @if (words()) {
        <button type="button" class="text-button" (click)="open(words())" i18n>Rehearse this lesson’s words</button>
      }
      @if (fromTake().length > 0) {
        <button type="button" class="text-button" (click)="take(fromTake())" i18n>Take it from the marked take</button>
      }
      @if (count() > 0) {
        <button type="button" class="text-button" (click)="forget()" i18n>Forget what was measured</button>
      }
    </div>
    @if (text(); as reading) {
      <div class="reading" data-testid="reading">
        <p>{{ reading }}</p>
        <div class="go">
          @if (startedAt() === null) {
            <p-button label="Start, and read aloud" i18n-label size="small" (onClick)="start()" />
          } @else {
            <p-button label="Done reading" i18n-label size="small" (onClick)="stop()" />
            <span class="times" role="timer">{{ clock(elapsed()) }}</span>
          }
          <button type="button" class="text-button" (click)="text.set('')" i18n>Leave it</button>
        </div>
      </div>
    }
    @if (told()) {
      <p role="status">{{ told() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    .ways,
    .go {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      align-items: center;
    }
    .reading {
      padding: 14px 18px;
      background: var(--paper-low);
      border-radius: 12px;
    }
    .reading > p {
      max-height: 260px;
      margin-bottom: 12px;
      overflow: auto;
      font-size: 18px;
      line-height: 1.55;
      white-space: pre-line;
    }
  `,
})
export class PaceTest implements OnDestroy {
  private readonly store = inject(LessonStore);
  protected readonly clock = clock;
  protected readonly test = READING_TEST;
  protected readonly text = signal('');
  protected readonly startedAt = signal<number | null>(null);
  protected readonly elapsed = signal(0);
  protected readonly told = signal('');
  protected readonly count = signal(keptSamples().length);
  protected readonly pace = computed(() => this.store.lesson().pace);
  protected readonly percent = computed(() => Math.round(this.pace().spread * 100));
  protected readonly fromTake = computed(() => samplesFromTake(this.store.lesson()));
  protected readonly words = computed(() => {
    const { opening, closing, steps } = this.store.lesson();
    return [opening, ...steps.map((step) => filled(step.narration.before, step)), closing]
      .filter((one) => one.trim() !== '')
      .join('\n');
  });
  private ticking: ReturnType<typeof setInterval> | undefined;

  ngOnDestroy(): void {
    clearInterval(this.ticking);
  }

  protected open(text: string): void {
    this.told.set('');
    this.startedAt.set(null);
    this.text.set(text);
  }

  protected start(): void {
    const at = performance.now();
    this.startedAt.set(at);
    this.elapsed.set(0);
    clearInterval(this.ticking);
    this.ticking = setInterval(() => this.elapsed.set(performance.now() - at), 250);
  }

  protected stop(): void {
    clearInterval(this.ticking);
    const ms = performance.now() - this.startedAt()!;
    const text = this.text();
    this.startedAt.set(null);
    this.text.set('');
    this.take([{ text, ms }]);
  }

  protected forget(): void {
    keepPace(this.pace(), []);
    this.count.set(0);
  }

  protected take(samples: readonly Sample[]): void {
    const all = [...keptSamples(), ...samples];
    const pace = calibrate(all, this.pace());
    keepPace(pace, all);
    this.count.set(all.length);
    this.store.edit({ kind: 'set_lesson', field: 'pace', value: pace });
    this.told.set(
      $localize`You speak ${pace.syllablesPerMinute} syllables a minute. This lesson and new ones count with that.`,
    );
  }
}
