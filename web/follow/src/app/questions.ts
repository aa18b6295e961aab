import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal, untracked } from '@angular/core';
import { regionName } from '@limber/core/face/regions';
import type { PublishedLesson } from '@limber/core/viewing/published.schema';
import type { Feedback } from '@limber/core/viewing/feedback.schema';
import { FaceMap, type Place } from '@shared/face-map';
import { FollowProblem, sendFeedback } from './follow.api';
import type { Hurt } from './player';
import type { Recorder } from './recorder';

const EASES = [
  { value: 'too_easy', words: $localize`Too easy` },
  { value: 'right', words: $localize`Just right` },
  { value: 'too_hard', words: $localize`Too hard to follow` },
] as const;

/** Four short questions at the end; every one may be left out. */
@Component({
  selector: 'lc-questions',
  imports: [FaceMap],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './questions.html',
  styleUrl: './questions.css',
})
export class Questions {
  readonly lesson = input.required<PublishedLesson>();
  readonly token = input.required<string>();
  readonly recorder = input.required<Recorder>();
  /** What hurt while it played, and on which side. */
  readonly hurt = input<Hurt | null>(null);
  readonly sent = output<boolean>();
  readonly later = output();

  protected readonly eases = EASES;
  protected readonly ease = signal<Feedback['ease']>(null);
  protected readonly felt = signal<readonly Place[]>([]);
  protected readonly hurts = signal<boolean | null>(null);
  protected readonly stepId = signal<string | null>(null);
  protected readonly side = signal<'left' | 'right' | null>(null);
  protected readonly serious = signal(false);
  protected readonly words = signal('');
  protected readonly remark = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly feltWords = computed(
    () =>
      this.felt()
        .map((place) => `${place.side ? `${place.side} ` : ''}${regionName(place.region)}`)
        .join(', ') || $localize`nowhere yet: press a part of the face`,
  );

  constructor() {
    effect(() => {
      const hurt = this.hurt();
      untracked(() => {
        if (!hurt) return;
        this.hurts.set(true);
        this.stepId.set(hurt.stepId);
        this.side.set(hurt.side);
      });
    });
  }

  protected pick(place: Place): void {
    const same = (one: Place): boolean => one.region === place.region && one.side === place.side;
    this.felt.update((felt) => (felt.some(same) ? felt.filter((one) => !same(one)) : [...felt, place]));
  }

  protected async send(): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      const { serious } = await sendFeedback(this.token(), {
        viewerId: this.recorder().viewerId,
        versionId: this.lesson().versionId,
        cut: this.recorder().cutId,
        feedback: {
          viewingId: this.recorder().viewingId,
          ease: this.ease(),
          felt: this.felt().map((place) => ({ ...place })),
          discomfort: this.hurts()
            ? { stepId: this.stepId(), side: this.side(), serious: this.serious(), words: this.words().trim() }
            : null,
          remark: this.remark().trim(),
        },
      });
      this.sent.emit(serious);
    } catch (error) {
      this.problem.set(error instanceof FollowProblem ? error.message : $localize`That did not work. Try again.`);
    } finally {
      this.busy.set(false);
    }
  }
}
