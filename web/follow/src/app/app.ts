import { ChangeDetectionStrategy, Component, computed, linkedSignal, signal } from '@angular/core';
import type { PublishedCut, PublishedLesson } from '@limber/core/viewing/published.schema';
import { cutName } from '@shared/cut-name';
import { wordsOf } from '@shared/words-of';
import { FollowProblem, loadFollow, sayPhrase } from './follow.api';
import { Player, type Hurt } from './player';
import { Questions } from './questions';
import { OwnRecord } from './record';
import { begunThrough, Recorder } from './recorder';
import { forgetViewer } from './viewer';

/** So many cautions are in sight beside the one that every lesson has. */
const IN_SIGHT = 3;
/** The way through a lesson that was chosen last, for the next one. */
const CUT = 'limber.cut';
/** What is gone on with after a reload has been watched for at least so long, ms. */
const WORTH_MS = 2000;

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
  protected readonly lesson = signal<PublishedLesson | null>(null);
  protected readonly problem = signal('');
  /** Whether the link asks for a pass phrase. */
  protected readonly asksPhrase = signal(false);
  protected readonly wrongPhrase = signal('');
  protected readonly stage = signal<'read' | 'follow' | 'ask' | 'thanks'>('read');
  protected readonly hurt = signal<Hurt | null>(null);
  protected readonly serious = signal(false);
  /** Whether what this device has sent is shown, in place of the page. */
  protected readonly showsRecord = signal(false);
  protected readonly cutId = signal('full');
  protected readonly cut = computed(() => {
    const cuts = this.lesson()?.cuts ?? [];
    return cuts.find((one) => one.id === this.cutId()) ?? cuts[0]!;
  });
  /** The whole lesson, and the same without the explaining where there is that. */
  protected readonly whole = computed(() => (this.lesson()?.cuts ?? []).filter((one) => !one.id.startsWith('step:')));
  /** Single moves that can be had by themselves. */
  protected readonly moves = computed(() =>
    (this.lesson()?.cuts ?? []).flatMap((cut) => {
      const step = this.lesson()!.steps.find((one) => cut.id === `step:${one.id}`);
      return step ? [{ id: cut.id, name: step.name }] : [];
    }),
  );
  protected readonly startMs = signal(0);
  /** Whether it plays at once; after a reload the browser wants to be asked. */
  protected readonly atOnce = signal(true);
  protected recorder!: Recorder;

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    this.problem.set('');
    try {
      this.open(await loadFollow(this.token, begunThrough(this.token)));
      this.asksPhrase.set(false);
    } catch (error) {
      this.asksPhrase.set(error instanceof FollowProblem && error.asksPhrase);
      this.problem.set(
        error instanceof FollowProblem ? error.message : $localize`Something went wrong. Reload the page.`,
      );
    }
  }

  private open(lesson: PublishedLesson): void {
    if (this.lesson()) this.recorder.close();
    this.recorder = new Recorder(this.token, lesson.versionId);
    this.lesson.set(lesson);
    document.title = lesson.title;
    if (this.recorder.resumeMs > WORTH_MS) this.goOn();
    else this.cutId.set(this.usual(lesson.cuts));
  }

  protected async say(phrase: string): Promise<void> {
    this.wrongPhrase.set('');
    try {
      await sayPhrase(this.token, phrase);
    } catch (error) {
      this.wrongPhrase.set(wordsOf(error));
      return;
    }
    await this.load();
  }

  /** The first picture of the lesson; null where there is none. */
  protected readonly picture = linkedSignal(() => {
    const source = this.lesson()?.takes[0]?.sources.find(({ role }) => role === 'picture');
    return source ? `/api/follow/${this.token}/media/${source.mediaId}/poster.jpg` : null;
  });

  /** What is read before what was chosen: so many of the strongest in sight, the rest folded. */
  private readonly cautions = computed(() => this.cut().cautions.slice(1));
  protected readonly first = computed(() => this.cautions().slice(0, IN_SIGHT));
  protected readonly others = computed(() => this.cautions().slice(IN_SIGHT));

  protected about(cutId: string): string {
    if (cutId === 'practice') return $localize`for when you know them`;
    return cutId.startsWith('half:') ? $localize`for that half of the day` : $localize`with everything explained`;
  }

  protected readonly cutName = cutName;
  protected readonly minutes = minutes;

  protected choose(cutId: string): void {
    this.cutId.set(cutId);
    if (!cutId.startsWith('step:')) localStorage.setItem(CUT, cutId);
  }

  /** From its first instant, as a new viewing where one had begun or another way was chosen. */
  protected begin(): void {
    if (this.recorder.resumeMs > 0 || this.recorder.cutId !== this.cut().id) this.recorder.begin(this.cut().id);
    this.startMs.set(0);
    this.atOnce.set(true);
    this.recorder.note('opened', 0);
    this.stage.set('follow');
  }

  /** From the beginning while it plays: a new viewing. */
  protected again(): void {
    this.recorder.begin();
    this.serious.set(false);
    this.hurt.set(null);
    this.stage.set('read');
    void this.newest();
  }

  /** The link may lead elsewhere by now; where nobody answers, it is the same once more. */
  private async newest(): Promise<void> {
    const newest = await loadFollow(this.token).catch(() => null);
    if (newest === null || newest.versionId === this.lesson()?.versionId) return;
    await this.recorder.sendNow();
    if (this.stage() === 'read') this.open(newest);
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

  /** After a reload the same viewing goes on where it was. */
  private goOn(): void {
    this.cutId.set(this.recorder.cutId);
    this.startMs.set(Math.min(this.recorder.resumeMs, this.cut().durationMs - 1));
    this.atOnce.set(false);
    this.recorder.note('opened', this.startMs());
    this.stage.set('follow');
  }

  private usual(cuts: readonly PublishedCut[]): string {
    const kept = localStorage.getItem(CUT);
    return cuts.some((one) => one.id === kept) ? kept! : 'full';
  }
}

function minutes(ms: number): string {
  const seconds = Math.round(ms / 1000);
  return seconds < 60 ? `${seconds} s` : $localize`${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}
