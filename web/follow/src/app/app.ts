import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import type { Follow } from '@limber/core/viewing/published.schema';
import { FollowProblem, loadFollow } from './follow.api';
import { Player } from './player';
import { Questions } from './questions';
import { OwnRecord } from './record';
import { Recorder } from './recorder';
import { forgetViewer } from './viewer';

/** The viewers' page: read first, follow, say how it was. No account. */
@Component({
  selector: 'lc-root',
  imports: [OwnRecord, Player, Questions],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.html',
  styleUrl: './app.css',
})
export class App {
  protected readonly token = location.pathname.split('/').filter(Boolean)[1] ?? '';
  protected readonly lesson = signal<Follow | null>(null);
  protected readonly problem = signal('');
  protected readonly stage = signal<'read' | 'follow' | 'ask' | 'thanks'>('read');
  protected readonly hurtStepId = signal<string | null>(null);
  protected readonly serious = signal(false);
  /** Whether what this device has sent is shown, in place of the page. */
  protected readonly showsRecord = signal(false);
  protected recorder!: Recorder;

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    this.problem.set('');
    try {
      const lesson = await loadFollow(this.token);
      this.recorder = new Recorder(this.token, lesson.versionId);
      this.lesson.set(lesson);
      document.title = lesson.title;
    } catch (error) {
      this.problem.set(error instanceof FollowProblem ? error.message : 'Something went wrong. Reload the page.');
    }
  }

  protected minutes(lesson: Follow): string {
    const minutes = Math.floor(lesson.durationMs / 60_000);
    const seconds = Math.round((lesson.durationMs % 60_000) / 1000);
    return minutes === 0 ? `${seconds} seconds` : `${minutes} min ${seconds} s`;
  }

  protected begin(fromStart: boolean): void {
    if (fromStart && this.recorder.resumeMs > 0) this.recorder.begin();
    this.recorder.note('opened', this.recorder.resumeMs);
    this.stage.set('follow');
  }

  protected again(): void {
    this.recorder.begin();
    this.serious.set(false);
    this.hurtStepId.set(null);
    this.begin(false);
  }

  protected readonly sendFirst = async (): Promise<void> => {
    if (this.lesson()) await this.recorder.sendNow();
  };

  /** Everything of this browser is gone at the studio: here too. */
  protected async erased(): Promise<void> {
    if (this.lesson()) await this.recorder.forget();
    else forgetViewer();
  }

  protected leaveRecord(): void {
    this.showsRecord.set(false);
    this.stage.set('read');
  }

  protected sent(serious: boolean): void {
    this.serious.set(serious);
    this.stage.set('thanks');
    scrollTo({ top: 0 });
  }
}
