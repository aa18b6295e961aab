import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  linkedSignal,
  resource,
  signal,
  untracked,
  viewChild,
} from '@angular/core';

import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import type { Change, SingleChange } from '@limber/core/lesson/change.schema';
import { cutOf, inCut } from '@limber/core/assembly/cut';
import { fullCut } from '@limber/core/assembly/cuts';
import { passagesOf } from '@limber/core/assembly/passages';
import { cutTimesOf, leftOut, placeAt } from '@limber/core/assembly/place';
import { freeStretch, moveEnd, segmentAt, withBeat } from '@limber/core/take/marking';
import type { FindingPlace } from '@limber/core/check/finding';
import { pictureOf } from '@limber/core/lesson/take.schema';
import type { Segment } from '@limber/core/lesson/segment.schema';
import { clock, fineClock } from '@limber/core/time/clock';
import type { TakeMs } from '@limber/core/time/clocks';
import { snapToFrame } from '@limber/core/time/frames';
import { AssemblyPlayer } from '@shared/assembly-player';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { Progress } from '../../progress/jobs';
import { lessonMedia } from '../../progress/lesson-media';
import { FindingsPanel } from '../../findings/findings-panel';
import { BenchHead } from '../../shell/bench-head';
import { SegmentCard, segmentName } from './segment-card';
import { Tape, type BoundaryMove } from './tape';
import { isWork } from '@limber/core/lesson/segment-kind';
import { nextToMark, type Guess } from '@limber/core/schedule/next-to-mark';

const WINDOWS = [15_000, 40_000, 90_000, 240_000, 1_200_000];
const NUDGE_FRAMES = 1;

/** Mark · Segments: where each step, side, hold and repetition lies in the footage. */
@Component({
  selector: 'lc-segments',
  imports: [
    FormsModule,
    RouterLink,
    Button,
    Select,
    AssemblyPlayer,
    FindingsPanel,
    Ribbon,
    SegmentCard,
    Tape,
    BenchHead,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './segments.html',
  styleUrl: './segments.css',
})
export class Segments {
  protected readonly store = inject(LessonStore);
  private readonly progress = inject(Progress);
  private readonly injector = inject(Injector);
  protected readonly fineClock = fineClock;
  protected readonly player = viewChild(AssemblyPlayer);
  protected readonly note = signal('');
  protected readonly openFromMs = signal<number | null>(null);
  private openBeats: number[] = [];
  protected readonly zoom = signal(Number(localStorage.getItem('limber.tape') ?? 2));
  protected readonly windowMs = computed(() => WINDOWS[this.zoom()]!);

  protected readonly lesson = this.store.lesson;
  private readonly lessonMedia = lessonMedia();
  protected readonly media = this.lessonMedia.media;
  private readonly full = computed(() => fullCut(this.lesson()));
  /** The take that is marked: the one chosen, as long as it is there; else the one that the lesson begins with. */
  protected readonly takeId = signal<string | null>(null);
  protected readonly take = computed(() => {
    const { takes, assembly } = this.lesson();
    const of = (id: string | null | undefined) => takes.find((take) => take.id === id);
    return of(this.takeId()) ?? of(assembly[0]?.takeId) ?? takes[0] ?? null;
  });
  protected readonly takes = computed(() => this.lesson().takes.map(({ id, name }) => ({ value: id, label: name })));
  protected readonly mediaId = computed(() => pictureOf(this.take()));
  protected readonly ready = computed(() => this.take() !== null && this.lessonMedia.plays([this.take()!.id]));
  /** The whole take, to be marked from its first picture to its last. */
  protected readonly whole = computed(
    () => {
      const { id, durationMs } = this.take()!;
      return cutOf('full', [{ id, takeId: id, fromMs: 0, toMs: durationMs }]);
    },
    { equal: (a, b) => a.pieces[0]?.takeId === b.pieces[0]?.takeId && a.durationMs === b.durationMs },
  );
  /** What of the take does not play in the lesson, take time. */
  protected readonly outside = computed(() => leftOut(this.full(), this.take()!.id, this.take()!.durationMs));
  protected readonly sound = resource({
    params: () => (this.ready() ? this.mediaId()! : undefined),
    loader: ({ params }) => this.progress.sound(params),
  });
  /** Where in the take the picture is that is up: the whole take plays, so that this is the player's own time too. */
  protected readonly timeMs = computed<TakeMs>(() => this.player()?.place()?.takeMs ?? 0);
  protected readonly own = computed(() => this.lesson().segments.filter((one) => one.takeId === this.take()?.id));
  /** Choosing another step chooses its first segment; edits and saves leave the choice alone. */
  protected readonly selectedId = linkedSignal<string | null, string | null>({
    source: () => this.store.selectedStepId(),
    computation: (stepId) => untracked(() => this.own().find((one) => one.stepId === stepId)?.id ?? null),
  });
  protected readonly selected = computed(() => this.own().find((one) => one.id === this.selectedId()) ?? null);
  protected readonly guess = computed<Guess>(() => nextToMark(this.lesson()));
  protected readonly filmed = computed(() => passagesOf(this.lesson(), this.full()));
  protected readonly ribbonMs = computed(() => Math.max(this.full().durationMs, this.store.plan().totalMs));
  /** Where the lesson is, for the picture that is up; null where it is outside the lesson. */
  protected readonly lessonMs = computed(() => {
    const take = this.take();
    return take ? (cutTimesOf(this.full(), take.id, this.timeMs())[0] ?? null) : null;
  });

  protected readonly subtitle = computed(() => {
    const take = this.take();
    if (!take) return $localize`No footage`;
    const steps = this.lesson().steps.length;
    const marked = new Set(this.own().flatMap((one) => (one.stepId && isWork(one.kind) ? [one.stepId] : []))).size;
    return $localize`${take.name} · filmed ${clock(take.durationMs)} for a plan of ${clock(this.store.plan().totalMs)} · ${marked} of ${steps} steps marked`;
  });
  protected readonly guessWords = computed(() => this.nameOf(this.guess()));
  constructor() {
    inject(Keys).use([
      { key: 'space', does: $localize`Play or pause`, run: () => this.player()?.toggle() },
      { key: 'arrowright', does: $localize`One picture on`, run: () => this.player()?.step(1) },
      { key: 'arrowleft', does: $localize`One picture back`, run: () => this.player()?.step(-1) },
      { key: 'shift+arrowright', does: $localize`One second on`, run: () => this.skip(1000) },
      { key: 'shift+arrowleft', does: $localize`One second back`, run: () => this.skip(-1000) },
      { key: 's', does: $localize`A part starts here (and the open one ends)`, run: () => this.start() },
      { key: 'e', does: $localize`The part ends here`, run: () => this.end() },
      { key: 'b', does: $localize`A repetition completes here`, run: () => this.beat() },
      { key: 'arrowdown', does: $localize`Next part`, run: () => this.go(1) },
      { key: 'arrowup', does: $localize`Part before`, run: () => this.go(-1) },
      { key: '[', does: $localize`Move its start here`, run: () => this.moveTo('startMs', this.timeMs()) },
      { key: ']', does: $localize`Move its end here`, run: () => this.moveTo('endMs', this.timeMs()) },
      { key: ',', does: $localize`Its start one picture earlier`, run: () => this.nudge('startMs', -NUDGE_FRAMES) },
      { key: '.', does: $localize`Its start one picture later`, run: () => this.nudge('startMs', NUDGE_FRAMES) },
      {
        key: 'shift+arrowup',
        does: $localize`Its end one picture earlier`,
        run: () => this.nudge('endMs', -NUDGE_FRAMES),
      },
      {
        key: 'shift+arrowdown',
        does: $localize`Its end one picture later`,
        run: () => this.nudge('endMs', NUDGE_FRAMES),
      },
      { key: 'x', does: $localize`Its other side`, run: () => this.flipSide() },
      { key: 'g', does: $localize`Give it to the next step`, run: () => this.nextStep() },
      { key: 'c', does: $localize`Clear its counts`, run: () => this.setField('beatsMs', []) },
      { key: 'delete', does: $localize`Take it away`, run: () => this.remove() },
      { key: 'escape', does: $localize`Drop the open part`, run: () => this.openFromMs.set(null) },
      { key: '+', does: $localize`Closer`, run: () => this.setZoom(-1) },
      { key: '-', does: $localize`Wider`, run: () => this.setZoom(1) },
    ]);
  }

  protected nameOf(guess: Guess): string {
    return segmentName(this.lesson(), guess);
  }

  protected pick(id: string): void {
    this.selectedId.set(id);
    const stepId = this.own().find((one) => one.id === id)?.stepId;
    if (stepId) {
      this.store.selectedStepId.set(stepId);
      this.selectedId.set(id);
    }
  }

  protected chooseStep(stepId: string): void {
    this.store.selectedStepId.set(stepId);
    // The take at hand first; else the one that plays.
    const all = this.lesson().segments.filter((one) => one.stepId === stepId);
    const plays = this.filmed().find((one) => one.stepId === stepId && isWork(one.kind))?.segmentId;
    const first =
      all.find((one) => one.takeId === this.take()?.id && isWork(one.kind)) ??
      all.find((one) => one.id === plays) ??
      all.find((one) => isWork(one.kind)) ??
      all[0];
    if (first) this.goTo(first.takeId, first.startMs, first.id);
  }

  /** Goes to an instant of the lesson, on whichever take it plays from. */
  protected goToLesson(lessonMs: number): void {
    const place = placeAt(this.full(), lessonMs);
    if (place) this.goTo(place.takeId, place.takeMs);
  }

  protected chooseTake(takeId: string): void {
    this.openFromMs.set(null);
    this.takeId.set(takeId);
    this.selectedId.set(null);
  }

  /** Where something was found, on its take. */
  protected look(place: FindingPlace): void {
    if (place.on === 'cut') this.goToLesson(place.startMs);
    else if (place.on === 'take') {
      this.chooseTake(place.takeId);
      afterNextRender(() => this.seek(place.startMs), { injector: this.injector });
    }
  }

  protected seek(takeMs: TakeMs): void {
    const [piece] = this.whole().pieces;
    if (piece) this.player()?.seek(inCut(piece, takeMs));
  }

  private goTo(takeId: string, takeMs: TakeMs, segmentId: string | null = null): void {
    if (takeId !== this.take()?.id) this.chooseTake(takeId);
    if (segmentId) this.selectedId.set(segmentId);
    // The player takes up another take with the next picture of the page; then it is told where.
    afterNextRender(() => this.seek(takeMs), { injector: this.injector });
  }

  protected boundary({ segment, end, ms }: BoundaryMove): void {
    this.selectedId.set(segment.id);
    this.moveTo(end, ms);
  }

  protected setField<F extends 'kind' | 'stepId' | 'side' | 'beatsMs'>(field: F, value: Segment[F]): void {
    const one = this.selected();
    if (!one) return;
    this.keepSelected(one.id, { kind: 'set_segment', segmentId: one.id, field, value } as SingleChange);
  }

  protected start(): void {
    if (!this.take()) return;
    if (this.openFromMs() !== null) this.end();
    const at = this.snap(this.timeMs());
    if (segmentAt(this.own(), this.take()!.id, at)) {
      this.note.set($localize`There is a part here already. Move on to where it ends, or choose it and press Delete.`);
      return;
    }
    this.note.set('');
    this.openBeats = [];
    this.openFromMs.set(at);
  }

  protected end(): void {
    const take = this.take();
    const from = this.openFromMs();
    if (!take || from === null) {
      this.note.set($localize`Press S where it starts, then E where it ends.`);
      return;
    }
    this.openFromMs.set(null);
    const free = freeStretch(this.own(), take.id, from, Math.min(this.snap(this.timeMs()), take.durationMs));
    if (!free || free.endMs - free.startMs < 80) {
      this.note.set($localize`That was too short to be a part.`);
      return;
    }
    const beats = this.openBeats.filter((ms) => ms > free.startMs && ms <= free.endMs);
    const segment: Segment = { id: crypto.randomUUID(), takeId: take.id, ...this.guess(), ...free, beatsMs: beats };
    this.keepSelected(segment.id, { kind: 'add_segment', segment });
    this.note.set($localize`${this.nameOf(segment)} is marked. Next: ${this.guessWords()}.`);
  }

  protected beat(): void {
    const at = this.snap(this.timeMs());
    if (this.openFromMs() !== null) {
      this.openBeats = [...this.openBeats.filter((ms) => Math.abs(ms - at) >= 120), at];
      this.note.set(`${this.openBeats.length} ${this.openBeats.length === 1 ? 'beat' : 'beats'}`);
      return;
    }
    const one = segmentAt(this.own(), this.take()?.id ?? '', at - 1);
    if (!one) {
      this.note.set($localize`A count belongs to a part. Start one with S, or go into one.`);
      return;
    }
    const beats = withBeat(one, at);
    this.keepSelected(one.id, { kind: 'set_segment', segmentId: one.id, field: 'beatsMs', value: beats });
    this.note.set(
      `${beats.length} ${beats.length === 1 ? $localize`repetition` : $localize`repetitions`} in ${this.nameOf(one)}`,
    );
  }

  protected remove(): void {
    const one = this.selected();
    if (!one) return;
    this.store.edit({ kind: 'remove_segment', segmentId: one.id });
    this.selectedId.set(null);
  }

  protected setZoom(by: 1 | -1): void {
    const next = Math.max(0, Math.min(WINDOWS.length - 1, this.zoom() + by));
    this.zoom.set(next);
    localStorage.setItem('limber.tape', String(next));
  }

  private moveTo(end: BoundaryMove['end'], ms: number): void {
    const one = this.selected();
    if (!one) return;
    const changes = moveEnd(this.lesson(), one, end, this.snap(ms), this.take()!.durationMs);
    if (changes.length > 0) this.keepSelected(one.id, { kind: 'batch', changes });
  }

  private nudge(end: BoundaryMove['end'], frames: number): void {
    const one = this.selected();
    if (!one) return;
    const { numerator, denominator } = this.take()!.frameRate;
    const ms = one[end] + (frames * 1000 * denominator) / numerator;
    this.moveTo(end, ms);
    this.player()?.pause();
    this.seek(ms);
  }

  private flipSide(): void {
    const side = this.selected()?.side;
    if (side === 'left' || side === 'right') this.setField('side', side === 'left' ? 'right' : 'left');
  }

  private nextStep(): void {
    const one = this.selected();
    if (!one) return;
    const ids = this.lesson().steps.map((step) => step.id);
    const next = ids[(ids.indexOf(one.stepId ?? '') + 1) % ids.length];
    if (next) this.setField('stepId', next);
  }

  private go(by: 1 | -1): void {
    const list = this.own();
    const at = list.findIndex((one) => one.id === this.selectedId());
    const next = list[at < 0 ? 0 : Math.max(0, Math.min(list.length - 1, at + by))];
    if (!next) return;
    this.pick(next.id);
    this.player()?.pause();
    this.seek(next.startMs);
  }

  private skip(ms: number): void {
    this.seek(this.timeMs() + ms);
  }

  private snap(ms: number): number {
    return snapToFrame(ms, this.take()!.frameRate);
  }

  protected keepSelected(id: string, change: Change): void {
    this.store.edit(change);
    this.selectedId.set(id);
  }
}
