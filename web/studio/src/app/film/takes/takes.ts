import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { Button } from 'primeng/button';
import { seenWords } from '@limber/core/footage/seen-words';
import { playsWhole } from '@limber/core/assembly/plays-whole';
import { asOne } from '@limber/core/lesson/as-one';
import { pictureOf, type Take, type ViewerSide } from '@limber/core/lesson/take.schema';
import { timelineOf } from '@limber/core/schedule/timeline';
import { size } from '@limber/core/format/size';
import { clock } from '@limber/core/time/clock';
import { perSecond } from '@limber/core/time/frames';
import { listed } from '@limber/core/speech/listed';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { doingWords, percentOf } from '../../progress/job-words';
import { Progress } from '../../progress/jobs';
import { madeOf } from '../../progress/made-of';
import { knowMedia } from '../../progress/media-of';
import { Uploads } from '../../progress/uploads';
import { BenchHead } from '../../shell/bench-head';
import { FromPhone } from './from-phone';
import { StepTakes } from './step-takes';
import { TakeSheet } from './take-sheet';
import { TakeSources } from './take-sources';
import { WaitingRecordings } from './waiting-recordings';
import { TakeCompare } from './take-compare';
import { ToFilmAgain } from './to-film-again';
import { LeftRecordings } from '../prompter/left-recordings';
import { ProgressLine } from '../../shell/progress-line';

const PICTURE_LEFT = 'limber.pictureLeft';

interface Twice {
  readonly file: File;
  /** The take that it is already. */
  readonly name: string;
}

/** Film · Takes: bring footage in, see it prepared, say which side viewers do, choose which take plays. */
@Component({
  selector: 'lc-takes',
  imports: [
    Button,
    ProgressLine,
    Ribbon,
    BenchHead,
    FromPhone,
    StepTakes,
    TakeSheet,
    TakeSources,
    TakeCompare,
    WaitingRecordings,
    ToFilmAgain,
    LeftRecordings,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './takes.html',
  styleUrl: './takes.css',
})
export class Takes {
  protected readonly store = inject(LessonStore);
  protected readonly uploads = inject(Uploads);
  protected readonly progress = inject(Progress);
  protected readonly clock = clock;
  protected readonly size = size;
  protected readonly over = signal(false);
  /** What was answered last, offered first the next time. */
  protected readonly usual = signal<ViewerSide>(localStorage.getItem(PICTURE_LEFT) === 'right' ? 'right' : 'left');
  protected readonly asking = signal<string | null>(null);
  /** What becomes of the film of a take that was just taken out. */
  protected readonly takenOut = signal<{ name: string; words: string } | null>(null);
  /** Files that are here already: asked about, not brought in. */
  protected readonly twice = signal<readonly Twice[]>([]);
  private filling: Take | null = null;
  private readonly file = viewChild.required<ElementRef<HTMLInputElement>>('file');

  protected readonly subtitle = computed(() => {
    const { takes } = this.store.lesson();
    return takes.length === 0 ? $localize`No take yet` : `${takes.length} ${takes.length === 1 ? 'take' : 'takes'}`;
  });
  private readonly own = computed(() => this.uploads.all().filter((one) => one.lessonId === this.store.lesson().id));
  protected readonly arrivals = computed(() => this.progress.arrivalsOf(this.store.lesson().id));
  /** Those under way; one whose arrival the server has told of already is told of there. */
  protected readonly sending = computed(() =>
    this.own().filter((one) => one.sent < one.bytes || !this.arrivals().some(({ bytes }) => bytes === one.bytes)),
  );
  protected readonly interrupted = computed(() =>
    this.uploads
      .interrupted()
      .filter((one) => one.lessonId === this.store.lesson().id && !this.own().some((each) => each.name === one.name)),
  );
  protected readonly rows = computed(() =>
    this.store.lesson().takes.map((take) => {
      const mediaId = pictureOf(take);
      const media = this.progress.mediaOf(mediaId);
      const job = media?.job ?? null;
      return {
        take,
        mediaId,
        media,
        job,
        working: job?.state === 'queued' || job?.state === 'running',
        plays: this.store.lesson().assembly.some((piece) => piece.takeId === take.id),
        whole: playsWhole(this.store.lesson().assembly, take),
        poster: media?.artefacts.includes('poster.jpg') ? `/api/media/${mediaId}/poster.jpg` : null,
        asks: take.pictureLeft === null || this.asking() === take.id,
        weighs: media ? $localize`${size(media.bytes + media.madeBytes)} on the disk` : '',
        needed: media?.neededBy ?? [],
        shape: $localize`${take.width} × ${take.height}, ${Number(perSecond(take.frameRate).toFixed(2))} pictures a second`,
        seen: this.seenIn(mediaId, take.pictureLeft),
        percent: percentOf(job),
        doing: job ? doingWords(job) : '',
      };
    }),
  );
  /** What was seen in the films of the takes, by medium, as far as they were looked at. */
  private readonly analyses = madeOf(
    () => this.store.lesson().takes.flatMap((take) => pictureOf(take) ?? []),
    'analysis.json',
    (id) => this.progress.analysis(id),
  );
  /** The step whose takes are looked at. */
  protected readonly comparing = signal<string | null>(null);
  /** The lesson as it plays, where anything of it is marked; the plan until then. */
  protected readonly timeline = computed(() => timelineOf(this.store.lesson())!);
  protected readonly marked = computed(() => this.store.lesson().segments.length > 0);
  protected readonly ribbonMs = computed(() =>
    Math.max(this.store.plan().totalMs, this.timeline().cut ? this.timeline().durationMs : 0),
  );
  protected readonly planMs = computed(() => this.store.plan().totalMs);

  constructor() {
    knowMedia(() => {
      const { takes, waiting } = this.store.lesson();
      return [...takes.flatMap((take) => take.sources), ...waiting].map((one) => one.mediaId);
    });
    void this.progress.loadArrivals(this.store.lesson().id);
    inject(Keys).use([{ key: 'b', does: $localize`Bring in a video file`, run: () => this.choose() }]);
  }

  private seenIn(mediaId: string | null, side: ViewerSide | null): string {
    const analysis = this.analyses().get(mediaId ?? '');
    return analysis ? seenWords(analysis, side) : '';
  }

  /** @param filling the take that lacks its footage; without one the film becomes a take of its own. */
  protected choose(filling: Take | null = null): void {
    this.filling = filling;
    this.file().nativeElement.click();
  }

  protected chosen(input: HTMLInputElement): void {
    this.send(input.files ?? []);
    input.value = '';
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.filling = null;
    this.send(event.dataTransfer?.files ?? []);
  }

  private send(files: Iterable<File>): void {
    const takeId = this.filling?.id;
    for (const file of files) {
      const name = takeId ? null : this.sameAs(file);
      if (name === null) this.bring(file, takeId);
      else this.twice.update((all) => [...all, { file, name }]);
    }
  }

  private bring(file: File, takeId?: string): void {
    const lessonId = this.store.lesson().id;
    // An archive has what several takes lack: whose it is, it says itself.
    const whole = /\.zip$/i.test(file.name);
    void this.uploads.start({ lessonId, ...(whole ? { role: 'bundle' } : takeId ? { takeId } : {}) }, file);
  }

  /** What a file is here already, or is becoming: films of the same length in bytes are the same, whatever they are called. */
  private sameAs(file: File): string | null {
    const take = this.rows().find((row) => row.media?.bytes === file.size);
    // One that broke off is chosen again so that it goes on.
    const underWay = this.own().filter((one) => one.state === 'sending');
    const arriving = [...underWay, ...this.arrivals().filter((one) => one.state === 'arrived')].find(
      (one) => one.bytes === file.size,
    );
    return take?.take.name ?? arriving?.name ?? null;
  }

  protected bringTwice(one: Twice, bring: boolean): void {
    this.twice.update((all) => all.filter((each) => each !== one));
    if (bring) this.bring(one.file);
  }

  /** Which side viewers do when the hand is at the left of the picture: kept as what is offered first next time. */
  protected answer(take: Take, value: ViewerSide): void {
    this.store.edit({ kind: 'set_take', takeId: take.id, field: 'pictureLeft', value });
    this.usual.set(value);
    this.asking.set(null);
    localStorage.setItem(PICTURE_LEFT, value);
  }

  protected dragging(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected rename(take: Take, field: HTMLInputElement): void {
    const value = field.value.trim();
    if (value && value !== take.name) this.store.edit({ kind: 'set_take', takeId: take.id, field: 'name', value });
    else field.value = take.name;
  }

  protected play(take: Take): void {
    this.store.edit({
      kind: 'set_assembly',
      assembly: [{ id: crypto.randomUUID(), takeId: take.id, fromMs: 0, toMs: take.durationMs }],
    });
  }

  /** It stays, and nothing of it plays or is offered. */
  protected setAside(take: Take): void {
    const pieces = this.store.lesson().assembly.filter((piece) => piece.takeId === take.id);
    const change = asOne([
      ...pieces.map((piece) => ({ kind: 'remove_piece' as const, pieceId: piece.id })),
      { kind: 'set_take', takeId: take.id, field: 'kept', value: false },
    ]);
    if (change) this.store.edit(change);
  }

  protected takeUp(take: Take): void {
    this.store.edit({ kind: 'set_take', takeId: take.id, field: 'kept', value: true });
  }

  protected remove(take: Take): void {
    const needed = this.progress.mediaOf(pictureOf(take))?.neededBy ?? [];
    // Its pieces and what is marked on it go along, and come back with it.
    this.store.edit({ kind: 'remove_take', takeId: take.id });
    this.takenOut.set({
      name: take.name,
      words:
        needed.length > 0
          ? $localize`Its film stays on the disk as long as ${listed(needed, 'or')} needs it.`
          : $localize`Its film goes from the disk within a day; until then Undo brings both back.`,
    });
  }
}
