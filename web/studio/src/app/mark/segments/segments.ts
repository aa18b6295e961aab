import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import * as z from 'zod';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import { cutOf } from '@limber/core/assembly/cut';
import { asFilmed } from '@limber/core/assembly/other-count';
import { fullCut } from '@limber/core/assembly/cuts';
import { passagesOf } from '@limber/core/assembly/passages';
import { cutTimesOf, placeAt } from '@limber/core/assembly/place';
import type { FindingPlace, Repair } from '@limber/core/check/finding';
import type { Change } from '@limber/core/lesson/change.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { Segment } from '@limber/core/lesson/segment.schema';
import { agreedWith, asOneDoubt, playsMore, sheetOf, type SheetRow } from '@limber/core/proposal/sheet';
import {
  agreeTo,
  joined,
  nearestMoved,
  putRight,
  shiftedByHalf,
  SHORTEST_MS,
  splitAt,
  withCount,
} from '@limber/core/proposal/sheet-edits';
import { nextToMark, type Guess } from '@limber/core/schedule/next-to-mark';
import { freeStretch, segmentAt, withBeat } from '@limber/core/take/marking';
import { clock, fineClock } from '@limber/core/time/clock';
import type { TakeMs } from '@limber/core/time/clocks';
import { snapToFrame } from '@limber/core/time/frames';
import { AssemblyPlayer } from '@shared/assembly-player';
import { Playhead } from '@shared/playhead';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { TakeCompare } from '../../film/takes/take-compare';
import { FindingsPanel } from '../../findings/findings-panel';
import { keyName, Keys, type Key } from '../../keys/keys';
import { lessonMedia } from '../../progress/lesson-media';
import { BenchHead } from '../../shell/bench-head';
import { keep, kept } from '../../shell/kept';
import { countAt, CountPlate } from './count-plate';
import { agreeingTo } from './agreeing';
import { chosenRow } from './chosen-row';
import { DoubtCard } from './doubt-card';
import { figuresOf } from './figures';
import { PublicLesson } from './public-lesson';
import { leftAsIs } from './left-as-is';
import { AFTER_MS, Looking } from './looking';
import { segmentName } from './part-words';
import type { PartFields } from './part-fields';
import { remember } from './outcomes';
import { movesOf } from './row-lines';
import { SaidDoneTable } from './said-done-table';
import { SeamLook } from './seam-look';
import { shownRows } from './shown-rows';
import { SheetList } from './sheet-list';
import type { EndMove, Moves } from './sheet-row';
import { takeProposals } from './take-proposals';
import { WordsLine } from './words-line';

/** A key for an end means the chosen row so far around it, ms. */
const REACH_MS = 5000;
/** An end falls on a repetition or an edge of speech that is no further than this, ms. */
const FALLS_MS = 240;
/** What stands beside the picture is kept under this name. */
const VIEW = 'limber.sheet.view';
const viewSchema = z.enum(['take', 'held']);

/** Mark · Parts: the sheet of a take. What it shows is proposed, looked at, and agreed to. */
@Component({
  selector: 'lc-segments',
  imports: [
    FormsModule,
    RouterLink,
    Button,
    Select,
    AssemblyPlayer,
    CountPlate,
    FindingsPanel,
    Playhead,
    Ribbon,
    DoubtCard,
    PublicLesson,
    SaidDoneTable,
    SeamLook,
    SheetList,
    TakeCompare,
    WordsLine,
    BenchHead,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './segments.html',
  styleUrl: './segments.css',
})
export class Segments {
  protected readonly store = inject(LessonStore);
  private readonly injector = inject(Injector);
  protected readonly fineClock = fineClock;
  protected readonly player = viewChild(AssemblyPlayer);
  private readonly sheet = viewChild<ElementRef<HTMLElement>>('sheet');
  protected readonly note = signal('');
  protected readonly openFromMs = signal<number | null>(null);
  private openBeats: number[] = [];
  /** The step whose takes are held beside each other. */
  protected readonly comparing = signal<string | null>(null);
  /** What lets a part have another count, as long as it is looked at. */
  protected readonly trying = signal<Repair | null>(null);
  /** What stands beside the picture; as it was left. */
  protected readonly view = signal(kept(VIEW, viewSchema) ?? 'take');
  /** Whether ends stay where they are put, and do not fall on what is near. */
  protected readonly free = signal(false);

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
  protected readonly ready = computed(() => this.take() !== null && this.lessonMedia.plays([this.take()!.id]));
  /** The whole take, to be marked from its first picture to its last. */
  protected readonly whole = computed(
    () => {
      const { id, durationMs } = this.take()!;
      return cutOf('full', [{ id, takeId: id, fromMs: 0, toMs: durationMs }]);
    },
    { equal: (a, b) => a.pieces[0]?.takeId === b.pieces[0]?.takeId && a.durationMs === b.durationMs },
  );
  protected readonly known = takeProposals(this.take);
  /** Where in the take the picture is that is up: the whole take plays, so that this is the player's own time too. */
  protected readonly timeMs = computed<TakeMs>(() => this.player()?.place()?.takeMs ?? 0);
  private readonly aside = leftAsIs(() => this.lesson().id);
  protected readonly rows = computed(() => {
    const take = this.take();
    return take ? sheetOf(this.lesson(), take.id, this.known.proposals(), this.aside.keys(), this.filmed()) : [];
  });
  protected readonly shown = computed(() => shownRows(this.lesson(), this.rows(), this.store.looks()));
  protected readonly doubts = computed(() => this.rows().filter((row) => row.doubt));
  private readonly choice = chosenRow(this.rows, this.store.selectedStepId);
  protected readonly chosenKey = this.choice.key;
  protected readonly chosen = this.choice.row;
  protected readonly chosenShown = computed(() => this.shown().find(({ row }) => row.key === this.chosenKey()) ?? null);
  protected readonly looking = new Looking(this.player, this.timeMs, this.chosen);
  protected readonly guess = computed<Guess>(() => nextToMark(this.lesson()));
  protected readonly filmed = computed(() => passagesOf(this.lesson(), this.full()));
  protected readonly ribbonMs = computed(() => Math.max(this.full().durationMs, this.store.plan().totalMs));
  /** Where the lesson is, for the picture that is up; null where it is outside the lesson. */
  protected readonly lessonMs = computed(() => {
    const take = this.take();
    return take ? (cutTimesOf(this.full(), take.id, this.timeMs())[0] ?? null) : null;
  });
  protected readonly moves = computed<Moves | null>(() => {
    const grid = this.known.grid();
    return grid && { values: movesOf(grid), stepMs: grid.stepMs };
  });
  protected readonly drawnWidth = signal(300);

  protected readonly subtitle = computed(() => {
    const take = this.take();
    if (!take) return $localize`No footage`;
    const work = this.rows().filter((row) => isWork(row.kind));
    const agreed = work.filter((row) => row.state === 'agreed').length;
    return $localize`filmed ${clock(take.durationMs)}, planned ${clock(this.store.plan().totalMs)} · ${agreed} of ${work.length} parts agreed`;
  });
  protected readonly guessWords = computed(() => segmentName(this.lesson(), this.guess()));
  /** What is told above the sheet: that it is being worked out, or that the words are another lesson's. */
  protected readonly words = computed(() => {
    return this.known.working() && this.known.proposals().length === 0 ? $localize`Working out what it shows …` : '';
  });
  /** What one press agrees to: all that is sure; once nothing is doubtful, the rest too. */
  protected readonly agreeing = computed(() => agreeingTo(this.shown()));
  /** The chosen row, with the other side where both are looked at in one go. */
  protected readonly together = computed(() => {
    const row = this.chosen();
    return row ? asOneDoubt(this.rows(), row) : [];
  });
  /** What would give the chosen row as many as planned. */
  protected readonly otherCount = computed(() => this.known.otherCounts().get(this.chosenKey() ?? '') ?? null);
  protected readonly nth = computed<readonly [number, number] | null>(() => {
    const at = this.doubts().findIndex((row) => row.key === this.chosenKey());
    return at < 0 ? null : [at + 1, this.doubts().length];
  });
  protected readonly figures = computed(() => {
    const row = this.chosen();
    return row ? figuresOf(this.rows(), row) : [];
  });
  /** The number of the repetition that is under way, drawn into the picture while a row plays. */
  protected readonly counted = computed(() => {
    const ms = this.timeMs();
    const row = this.together().find((one) => ms >= one.startMs && ms <= one.endMs + AFTER_MS);
    return row ? countAt(row.beatsMs, ms) : null;
  });
  /** Which take it is, where another shows the same. */
  protected readonly takeWords = computed(() => (this.elsewhere() ? ` · ${this.take()!.name}` : ''));
  /** Where else what is chosen was filmed. */
  protected readonly elsewhere = computed(() => {
    const row = this.chosen();
    if (!row || row.stepId === null) return null;
    const { segments, takes } = this.lesson();
    const there = segments.find(
      (one) => one.takeId !== this.take()?.id && isWork(one.kind) && one.stepId === row.stepId && one.side === row.side,
    );
    const take = there && takes.find((one) => one.id === there.takeId);
    return take ? { segment: there, words: $localize`In ${take.name}` } : null;
  });

  private readonly keyList: readonly Key[] = [
    { key: 'space', does: $localize`Play or pause`, run: () => this.player()?.toggle() },
    { key: 'enter', does: $localize`Play the chosen part`, run: () => this.playChosen() },
    { key: 'l', does: $localize`Play its last six seconds`, run: () => this.playLast() },
    { key: 'r', does: $localize`Round and round`, run: () => this.looking.turnRound() && this.playChosen() },
    { key: 'arrowdown', does: $localize`Next part`, run: () => this.go(1) },
    { key: 'arrowup', does: $localize`Part before`, run: () => this.go(-1) },
    { key: 'd', does: $localize`Next doubt, and play it`, run: () => this.nextDoubt() },
    { key: 'a', does: $localize`Agree`, run: () => this.agree() },
    { key: 'n', does: $localize`Not this; take it away`, run: () => this.reject() },
    { key: 's', does: $localize`It starts here; a new part starts`, run: () => this.start() },
    { key: 'e', does: $localize`It ends here`, run: () => this.end() },
    { key: 'b', does: $localize`A repetition completes here`, run: () => this.beat() },
    { key: 'm', does: $localize`Move the nearest repetition here`, run: () => this.moveBeat(this.timeMs()) },
    { key: 'v', does: $localize`Drop the nearest repetition`, run: () => this.moveBeat(null) },
    { key: 'h', does: $localize`Its repetitions half a movement on`, run: () => this.shiftBeats() },
    { key: 'c', does: $localize`Clear its counts`, run: () => this.put({ beatsMs: [] }) },
    { key: 'p', does: $localize`Part it in two here`, run: () => this.split() },
    { key: 'j', does: $localize`Join it with the next`, run: () => this.join() },
    { key: 'x', does: $localize`Its other side`, run: () => this.flipSide() },
    { key: 'k', does: $localize`Its kind: work, talk, left out`, run: () => this.nextKind() },
    { key: 'g', does: $localize`Give it to the next step`, run: () => this.nextStep() },
    {
      key: 'q',
      does: $localize`What the take shows, or what was planned, said and done`,
      run: () => this.show(this.view() === 'take' ? 'held' : 'take'),
    },
    ...Array.from({ length: 9 }, (_, i) => i + 1).map((n) => ({
      ...{ key: String(n), does: $localize`So many are there`, run: () => this.answerCount(n) },
    })),
    {
      key: '0',
      does: $localize`As many as planned are there`,
      run: () => this.answerCount(this.chosen()?.planned ?? 0),
    },
    { key: 'o', does: $localize`As many as planned: see how that would play`, run: () => this.tryOther() },
    { key: 't', does: $localize`The same in another take`, run: () => this.goElsewhere() },
    { key: 'w', does: $localize`Which take is better`, run: () => this.compare() },
    { key: 'u', does: $localize`Take the last edit back`, run: () => this.store.undo() },
    {
      key: 'f',
      does: $localize`Ends stay where they are put, or fall into place`,
      run: () => this.free.update((on) => !on),
    },
    { key: 'arrowright', does: $localize`One picture on`, run: () => this.player()?.step(1) },
    { key: 'arrowleft', does: $localize`One picture back`, run: () => this.player()?.step(-1) },
    { key: 'shift+arrowright', does: $localize`One second on`, run: () => this.skip(1000) },
    { key: 'shift+arrowleft', does: $localize`One second back`, run: () => this.skip(-1000) },
    { key: '.', does: $localize`Faster`, run: () => this.looking.setRate(1) },
    { key: ',', does: $localize`Slower`, run: () => this.looking.setRate(-1) },
    { key: 'delete', does: $localize`Take it away`, run: () => this.reject() },
    { key: 'escape', does: $localize`Drop the open part; stop going round`, run: () => this.drop() },
  ];
  /** The keys that are used most, as buttons for a pointer too. */
  protected readonly bar = [
    { key: 'space', words: $localize`play` },
    { key: 'arrowup', words: $localize`part before` },
    { key: 'arrowdown', words: $localize`next part` },
    { key: 's', words: $localize`starts here` },
    { key: 'e', words: $localize`ends here` },
    { key: 'b', words: $localize`repetition` },
    { key: 'l', words: $localize`last six seconds` },
    { key: 'x', words: $localize`other side` },
  ].map((one) => ({ ...one, name: keyName(one.key), run: this.keyList.find((key) => key.key === one.key)!.run }));

  /** Every other key, for a pointer too. */
  protected readonly more = signal(false);
  protected readonly figureKeys = this.keyList.filter((one) => /^[1-9]$/.test(one.key));
  protected readonly moreKeys = this.keyList
    .filter((one) => !/^[1-9.,f]$/.test(one.key) && !this.bar.some((other) => other.key === one.key))
    .map((one) => ({ ...one, name: keyName(one.key) }));

  constructor() {
    inject(Keys).use(this.keyList);
    this.watchWidth();
  }

  protected show(view: z.infer<typeof viewSchema>): void {
    this.view.set(view);
    keep(VIEW, view);
  }

  protected choose(row: SheetRow): void {
    this.openFromMs.set(null);
    this.looking.leave();
    if (row.stepId) this.store.selectedStepId.set(row.stepId);
    this.chosenKey.set(row.key);
    this.player()?.pause();
    this.looking.seek(row.startMs);
  }

  /** The first press chooses a row, the next one plays it. */
  protected press(row: SheetRow): void {
    if (row.key === this.chosenKey()) this.playChosen();
    else this.choose(row);
  }

  protected chooseAt(row: SheetRow, ms: TakeMs): void {
    if (row.key !== this.chosenKey()) this.choose(row);
    this.looking.seek(ms);
  }

  protected chooseStep(stepId: string): void {
    this.store.selectedStepId.set(stepId);
    const here = this.rows().find((row) => row.stepId === stepId && isWork(row.kind) && row.state !== 'missing');
    if (here) {
      this.choose(here);
      this.reveal(here.key);
      return;
    }
    const there = this.lesson().segments.find((one) => one.stepId === stepId && isWork(one.kind));
    if (there) this.goTo(there.takeId, there.startMs, there.id);
  }

  /** Goes to an instant of the lesson, on whichever take it plays from. */
  protected goToLesson(lessonMs: number): void {
    const place = placeAt(this.full(), lessonMs);
    if (place) this.goTo(place.takeId, place.takeMs);
  }

  protected chooseTake(takeId: string): void {
    this.openFromMs.set(null);
    this.looking.leave();
    this.takeId.set(takeId);
    this.chosenKey.set(null);
  }

  /** Where something was found, on its take. */
  protected look(place: FindingPlace): void {
    if (place.on === 'cut') this.goToLesson(place.startMs);
    else if (place.on === 'take') this.goTo(place.takeId, place.startMs);
  }

  private goTo(takeId: string, takeMs: TakeMs, key: string | null = null): void {
    if (takeId !== this.take()?.id) this.chooseTake(takeId);
    if (key) this.chosenKey.set(key);
    // The player takes up another take with the next picture of the page; then it is told where.
    afterNextRender(() => this.looking.seek(takeMs), { injector: this.injector });
  }

  protected playChosen(): void {
    const row = this.chosen() ?? this.doubts()[0];
    if (!row) {
      this.player()?.toggle();
      return;
    }
    if (row.key !== this.chosenKey()) this.choose(row);
    if (row.state !== 'missing') this.looking.at(...this.together());
  }

  protected playLast(): void {
    const row = this.chosen();
    if (row && row.state !== 'missing') this.looking.atEndOf(row);
  }

  protected nextDoubt(): void {
    if (this.view() !== 'take') this.show('take');
    const here = this.chosen();
    // The one that is chosen comes first, when nobody has looked at it yet.
    if (here?.doubt && here.state !== 'missing' && !this.looking.hasLookedAt(here)) {
      this.looking.at(...this.together());
      return;
    }
    const all = this.doubts();
    const rows = this.rows();
    const at = rows.findIndex((row) => row.key === this.chosenKey());
    const next = all.find((row) => rows.indexOf(row) > at) ?? all[0];
    if (!next) {
      this.note.set($localize`No doubts are left.`);
      return;
    }
    this.choose(next);
    this.reveal(next.key);
    // To look is the first thing about a doubt.
    if (next.state !== 'missing') this.looking.at(...this.together());
  }

  /** Agrees to what is chosen: then the next doubt is next. */
  protected agree(): void {
    const row = this.chosen();
    if (!row) return;
    if (row.proposal) {
      const rows = this.together();
      this.agreeToRows(rows);
      remember(
        rows.map((one) => one.kind),
        false,
      );
    } else if (row.doubt) this.aside.leave(row.key);
    else return;
    if (this.doubts().length > 0) this.nextDoubt();
  }

  protected agreeAll(): void {
    const rows = this.agreeing()?.rows ?? [];
    remember(
      rows.map((row) => row.kind),
      false,
    );
    this.agreeToRows(rows);
    this.note.set($localize`${rows.length} agreed.`);
    if (this.doubts().length > 0) this.nextDoubt();
  }

  private agreeToRows(rows: readonly SheetRow[]): void {
    const all = this.known.proposals();
    this.edit(agreeTo(this.lesson(), this.take()!.id, agreedWith(rows, all), newId));
  }

  protected reject(): void {
    const row = this.chosen();
    const take = this.take();
    if (!row || !take || row.state === 'missing') return;
    const next = this.rows()[this.rows().indexOf(row) + 1];
    if (row.segment) this.store.edit({ kind: 'remove_segment', segmentId: row.segment.id });
    else {
      const { kind, stepId, side, startMs, endMs } = row;
      remember([kind], true);
      this.store.edit({
        kind: 'add_rejected',
        rejected: { id: newId(), takeId: take.id, kind, stepId, side, startMs, endMs },
      });
    }
    this.chosenKey.set(next?.key ?? null);
    // As after agreeing, the next doubt is next.
    if (row.doubt && this.doubts().some((one) => one.key !== row.key)) this.nextDoubt();
  }

  protected compare(): void {
    if (this.elsewhere() && this.chosen()?.segment) this.comparing.set(this.chosen()!.stepId);
    else this.note.set($localize`Takes are held beside each other where both are marked.`);
  }

  /** So many repetitions are in the chosen row: an answer to its doubt, and so the next one is next. */
  protected answerCount(count: number): void {
    const row = this.chosen();
    if (!row || !isWork(row.kind) || row.state === 'missing' || count < 1) return;
    const doubted = row.doubt !== null;
    const isSo = row.segment !== null && row.beatsMs.length === count;
    if (!isSo && !this.put({ beatsMs: withCount(row, count) })) return;
    // That it is not as many as planned is said, and not asked about again.
    this.aside.leave(this.chosenKey()!);
    this.noteCount(count);
    if (doubted && this.doubts().length > 0) this.nextDoubt();
  }

  /** Looks at how the chosen part would play with as many as planned; one that does already plays as it was filmed. */
  protected tryOther(): void {
    const row = this.chosen();
    const repair = this.otherCount();
    if (repair) {
      this.player()?.pause();
      this.trying.set(repair);
    } else if (row?.segment && playsMore(row) !== 0) this.edit(asFilmed(this.lesson(), row.segment, newId));
    else this.note.set($localize`Nothing in it can play again unheard and unseen, or has to.`);
  }

  protected makeTried(): void {
    const repair = this.trying();
    this.trying.set(null);
    if (!repair?.change) return;
    this.store.edit(repair.change);
    this.chosenKey.set(repair.lookFirst!.segmentId);
  }

  protected goElsewhere(): void {
    const there = this.elsewhere()?.segment;
    if (there) this.goTo(there.takeId, there.startMs, there.id);
  }

  protected moveEnd(row: SheetRow, { end, ms }: EndMove): void {
    this.chosenKey.set(row.key);
    this.put({ [end]: this.fallen(ms) });
  }

  /** Puts the chosen row right. @returns whether there was anything to put right, and room for it. */
  protected put(to: Partial<PartFields & Pick<Segment, 'startMs' | 'endMs' | 'beatsMs'>>): boolean {
    const row = this.chosen();
    const take = this.take();
    if (!row || !take) return false;
    const right = putRight(this.lesson(), take, row, this.known.proposals(), to, newId);
    if (!right) return false;
    if (row.proposal) remember([row.kind], true);
    this.store.edit(right.change);
    this.chosenKey.set(right.id);
    return true;
  }

  protected start(): void {
    const take = this.take();
    if (!take) return;
    const at = this.fallen(this.timeMs());
    const row = this.chosen();
    const isItsOwn = row && row.state !== 'missing' && at >= row.startMs - REACH_MS && at < row.endMs;
    if (this.openFromMs() === null && row && isItsOwn) {
      this.put({ startMs: at });
      return;
    }
    if (this.openFromMs() !== null) this.end();
    if (segmentAt(this.lesson().segments, take.id, at)) {
      this.note.set($localize`There is a part here already. Choose it to move its ends, or go to where it ends.`);
      return;
    }
    this.note.set('');
    this.openBeats = [];
    this.openFromMs.set(at);
  }

  protected end(): void {
    const take = this.take();
    const from = this.openFromMs();
    if (!take) return;
    const at = this.fallen(this.timeMs());
    if (from === null) {
      const row = this.chosen();
      if (row && row.state !== 'missing' && at > row.startMs && at <= row.endMs + REACH_MS) this.put({ endMs: at });
      else this.note.set($localize`Press S where it starts, then E where it ends.`);
      return;
    }
    this.openFromMs.set(null);
    const own = this.lesson().segments.filter((one) => one.takeId === take.id);
    const free = freeStretch(own, take.id, from, Math.min(at, take.durationMs));
    if (!free || free.endMs - free.startMs < SHORTEST_MS) {
      this.note.set($localize`That was too short to be a part.`);
      return;
    }
    const beats = this.openBeats.filter((ms) => ms > free.startMs && ms <= free.endMs);
    const segment: Segment = { id: newId(), takeId: take.id, ...this.guess(), ...free, beatsMs: beats };
    this.store.edit({ kind: 'add_segment', segment });
    this.chosenKey.set(segment.id);
    this.note.set($localize`${segmentName(this.lesson(), segment)} is marked. Next: ${this.guessWords()}.`);
  }

  protected beat(): void {
    const at = this.onPicture(this.looking.pressedAt());
    if (this.openFromMs() !== null) {
      this.openBeats = [...this.openBeats.filter((ms) => Math.abs(ms - at) >= 120), at];
      this.noteCount(this.openBeats.length);
      return;
    }
    const row = this.chosen();
    if (row && row.state !== 'missing' && at > row.startMs && at <= row.endMs) {
      const beatsMs = withBeat({ ...row, takeId: '', id: '', beatsMs: [...row.beatsMs] }, at);
      this.put({ beatsMs });
      this.noteCount(beatsMs.length);
      return;
    }
    const one = segmentAt(this.lesson().segments, this.take()?.id ?? '', at - 1);
    if (!one) {
      this.note.set($localize`A count belongs to a part. Start one with S, or go into one.`);
      return;
    }
    const beats = withBeat(one, at);
    this.store.edit({ kind: 'set_segment', segmentId: one.id, field: 'beatsMs', value: beats });
    this.chosenKey.set(one.id);
    this.noteCount(beats.length);
  }

  private noteCount(count: number): void {
    this.note.set(`${count} ${count === 1 ? $localize`repetition` : $localize`repetitions`}`);
  }

  private moveBeat(to: TakeMs | null): void {
    const row = this.chosen();
    if (row) this.put({ beatsMs: nearestMoved(row.beatsMs, this.timeMs(), to === null ? null : this.onPicture(to)) });
  }

  private shiftBeats(): void {
    const row = this.chosen();
    if (row) this.put({ beatsMs: shiftedByHalf({ ...row, beatsMs: [...row.beatsMs] }) });
  }

  private split(): void {
    const row = this.chosen();
    if (row?.segment) this.edit(splitAt(this.lesson(), row.segment, this.fallen(this.timeMs()), newId));
  }

  private join(): void {
    const row = this.chosen();
    const rows = this.rows();
    const next = row && rows.slice(rows.indexOf(row) + 1).find((one) => one.segment);
    if (row?.segment && next?.segment) this.edit(joined(row.segment, next.segment));
  }

  private flipSide(): void {
    const side = this.chosen()?.side;
    if (side === 'left' || side === 'right') this.put({ side: side === 'left' ? 'right' : 'left' });
  }

  private nextKind(): void {
    const row = this.chosen();
    if (!row) return;
    const ring = ['reps', 'hold', 'teach', 'talk', 'cut'] as const;
    this.put({ kind: ring[(ring.findIndex((kind) => kind === row.kind) + 1) % ring.length]! });
  }

  private nextStep(): void {
    const row = this.chosen();
    if (!row) return;
    const ids = this.lesson().steps.map((step) => step.id);
    const next = ids[(ids.indexOf(row.stepId ?? '') + 1) % ids.length];
    if (next) this.put({ stepId: next });
  }

  private go(by: 1 | -1): void {
    const list = this.rows();
    const at = list.findIndex((row) => row.key === this.chosenKey());
    const next = list[at < 0 ? 0 : Math.max(0, Math.min(list.length - 1, at + by))];
    if (!next) return;
    this.choose(next);
    this.reveal(next.key);
  }

  private drop(): void {
    this.openFromMs.set(null);
    this.looking.stopRound();
  }

  private skip(ms: number): void {
    this.looking.seek(this.timeMs() + ms);
  }

  /** An instant on a picture, or on the repetition or the edge of speech that is near. */
  private fallen(ms: TakeMs): TakeMs {
    if (this.free()) return this.onPicture(ms);
    const row = this.chosen();
    const near = [...(row?.beatsMs ?? []), ...(this.known.sound()?.speech.flat() ?? [])].filter(
      (one) => Math.abs(one - ms) <= FALLS_MS,
    );
    const nearest = near.sort((a, b) => Math.abs(a - ms) - Math.abs(b - ms))[0];
    return this.onPicture(nearest ?? ms);
  }

  private onPicture(ms: TakeMs): TakeMs {
    return snapToFrame(ms, this.take()!.frameRate);
  }

  private edit(change: Change | null): void {
    if (change) this.store.edit(change);
  }

  private reveal(key: string): void {
    afterNextRender(
      () =>
        this.sheet()
          ?.nativeElement.querySelector(`[data-key="${CSS.escape(key)}"]`)
          ?.scrollIntoView({ block: 'nearest' }),
      { injector: this.injector },
    );
  }

  /** Rows are drawn as wide as there is room for them. */
  private watchWidth(): void {
    const observer = new ResizeObserver(([entry]) => {
      const width = Math.round(entry!.contentRect.width) - 290;
      if (width > 80) this.drawnWidth.set(width);
    });
    effect((onCleanup) => {
      const element = this.sheet()?.nativeElement;
      if (!element) return;
      observer.observe(element);
      onCleanup(() => observer.unobserve(element));
    });
    inject(DestroyRef).onDestroy(() => observer.disconnect());
  }
}

const newId = (): string => crypto.randomUUID();
