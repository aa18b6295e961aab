import { ChangeDetectionStrategy, Component, input, OnInit, output, signal } from '@angular/core';
import { clock } from '@limber/core/time/clock';
import type { ViewerRecord } from '@limber/core/api/viewer-record';
import { eraseRecord, FollowProblem, loadRecord } from './follow.api';
import { knownViewer } from './viewer';

const EASE_WORDS = {
  too_easy: $localize`too easy`,
  right: $localize`just right`,
  too_hard: $localize`too hard to follow`,
} as const;

/** What this browser has sent of all lessons, and having it erased. */
@Component({
  selector: 'lc-record',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './record.html',
  styleUrl: './record.css',
})
export class OwnRecord implements OnInit {
  /** Sends what waits here, so that it is told of too. */
  readonly first = input<() => Promise<void>>(() => Promise.resolve());
  /** Everything is erased at the studio: what the browser keeps can go too. */
  readonly erased = output();
  readonly back = output();

  protected readonly clock = clock;
  protected readonly easeWords = EASE_WORDS;
  protected readonly record = signal<ViewerRecord | null>(null);
  protected readonly state = signal<'shown' | 'sure' | 'erasing' | 'erased'>('shown');
  protected readonly problem = signal('');
  private readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

  ngOnInit(): void {
    void this.load();
  }

  protected date(iso: string): string {
    return this.day.format(new Date(iso));
  }

  protected load(): Promise<void> {
    return this.doing(async () => {
      await this.first()();
      const viewer = knownViewer();
      this.record.set(viewer ? await loadRecord(viewer) : { lessons: [] });
    });
  }

  protected erase(): Promise<void> {
    return this.doing(async () => {
      const viewer = knownViewer();
      this.state.set('erasing');
      if (viewer) await eraseRecord(viewer);
      this.state.set('erased');
      this.erased.emit();
    });
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.problem.set('');
    try {
      await work();
    } catch (error) {
      this.state.set('shown');
      this.problem.set(error instanceof FollowProblem ? error.message : $localize`That did not work. Try again.`);
    }
  }
}
