import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import * as z from 'zod';
import type { CutId } from '@limber/core/assembly/cut';
import { placeAt } from '@limber/core/assembly/place';
import { fullCut } from '@limber/core/assembly/cuts';
import { voicesIn } from '@limber/core/assembly/voices';
import type { FindingPlace } from '@limber/core/check/finding';
import type { Cue } from '@limber/core/cue/cue';
import { FRAMES, type FrameName } from '@limber/core/cue/frame';
import { viewAt } from '@limber/core/cue/shots';
import { boxWanted, ownPlaceOf } from '@limber/core/cue/own-place';
import { boxIn, pictureIn } from '@limber/core/cue/view';
import { shownAt, trackOf } from '@limber/core/cue/track';
import { cueStyleOf } from '@limber/core/cue/styles';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import type { CueKind, OwnPlace } from '@limber/core/lesson/override.schema';
import { MOST_KEPT_FREE } from '@limber/core/lesson/take.schema';
import { timelineOf } from '@limber/core/schedule/timeline';
import { fineClock } from '@limber/core/time/clock';
import { AssemblyPlayer } from '@shared/assembly-player';
import { CueLayer } from '@shared/cue-layer';
import { Playhead } from '@shared/playhead';
import { Ribbon } from '@shared/ribbon';
import { shownCues } from '../../cues/shown-cues';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { lessonMedia, soundsOf } from '../../progress/lesson-media';
import { LessonSensed } from '../../progress/lesson-sensed';
import { Findings } from '../../findings/findings';
import { FindingsPanel } from '../../findings/findings-panel';
import { BenchHead } from '../../shell/bench-head';
import { keep, kept } from '../../shell/kept';
import { waysThrough } from '../../shell/ways-through';
import { AllCues } from './all-cues';
import { CueEditor } from './cue-editor';
import { listedCues } from './cue-list';
import { FreePlaces } from './free-places';
import { MomentStill, type Seen } from './moment-still';
import { namedRows } from './moments-rows';
import { MomentsSheet, type Picked } from './moments-sheet';
import { PlaceHandle } from './place-handle';
import { StyleChoice } from './style-choice';
import { StyleEditor } from './style-editor';
import { WhatViewersSee } from './what-viewers-see';
import { WorkedOutline } from './worked-outline';

/** Under this name it is remembered whether all cues are listed. */
const LISTED = 'limber.cues-listed';
/** How a lesson is looked at; a television has a wide picture, far away. */
type Look = FrameName | 'television';
const LOOKS: readonly { value: Look; label: string }[] = [
  { value: '16:9', label: $localize`on a wide screen` },
  { value: 'page', label: $localize`on an upright phone` },
  { value: 'television', label: $localize`as on a television` },
  { value: '9:16', label: $localize`as an upright film` },
  { value: '1:1', label: $localize`as a square film` },
];
/** Mark · Cues: what is shown over the footage, as the viewer will get it; derived, with the instructor's overrides. */
@Component({
  selector: 'lc-cues',
  imports: [
    FormsModule,
    RouterLink,
    Button,
    Select,
    AllCues,
    AssemblyPlayer,
    CueEditor,
    CueLayer,
    FindingsPanel,
    FreePlaces,
    MomentStill,
    MomentsSheet,
    PlaceHandle,
    Playhead,
    Ribbon,
    StyleChoice,
    StyleEditor,
    BenchHead,
    WhatViewersSee,
    WorkedOutline,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cues.html',
  styleUrl: './cues.css',
})
export class Cues {
  protected readonly store = inject(LessonStore);
  private readonly lessonMedia = lessonMedia();
  private readonly sensed = inject(LessonSensed).takes;
  private readonly found = inject(Findings);
  protected readonly fineClock = fineClock;
  protected readonly player = viewChild(AssemblyPlayer);
  private readonly editor = viewChild(CueEditor);
  protected readonly freePlaces = viewChild(FreePlaces);
  protected readonly chosenKey = signal<string | null>(null);
  /** Which moment of the sheet is looked at. */
  protected readonly picked = signal<Picked | null>(null);
  /** Whether all cues are listed: one step behind the sheet, remembered. */
  protected readonly listed = signal(kept(LISTED, z.boolean()) ?? false);
  protected readonly lookNames = [...LOOKS];
  protected readonly look = signal<Look>('16:9');
  private readonly frameName = computed(() => {
    const look = this.look();
    return look === 'television' ? '16:9' : look;
  });
  protected readonly frame = computed(() => FRAMES[this.frameName()]);
  /** Whether how they look is being changed. */
  protected readonly changesLook = signal(false);
  /** How cues look while that is changed. */
  protected readonly triedStyle = signal<CueStyle | null>(null);

  protected readonly lesson = this.store.lesson;
  protected readonly media = this.lessonMedia.media;
  /** Which way through the lesson is looked at. */
  protected readonly cutId = signal<CutId>('full');
  protected readonly ways = computed(() => waysThrough(this.lesson()));
  protected readonly timeline = computed(
    () => timelineOf(this.lesson(), this.cutId()) ?? timelineOf(this.lesson(), 'full')!,
  );
  /** What plays; without marks on it, the footage as it is put together. */
  protected readonly cut = computed(() => this.timeline().cut ?? fullCut(this.lesson()));
  protected readonly ready = computed(
    () => this.cut().pieces.length > 0 && this.lessonMedia.plays(this.cut().pieces.map((piece) => piece.takeId)),
  );
  protected readonly sounds = computed(() => soundsOf(voicesIn(this.lesson(), this.timeline().passages)));
  protected readonly filmed = computed(() => this.timeline().cut !== null);
  protected readonly cueStyle = computed(() => this.triedStyle() ?? cueStyleOf(this.lesson()));
  private readonly asTried = computed(() => {
    const cueStyle = this.triedStyle();
    return cueStyle ? { ...this.lesson(), cueStyle } : this.lesson();
  });
  protected readonly shown = shownCues(() => ({
    lesson: this.asTried(),
    sensed: this.sensed(),
    cutId: this.cutId(),
    frameName: this.frameName(),
  }));
  protected readonly cues = computed(() => this.shown().cues);
  protected readonly timeMs = computed(() => this.player()?.timeMs() ?? 0);
  /** Where the wide picture lies in what is looked at: of an upright or square film only some of it is seen. */
  protected readonly pictureBox = computed(() =>
    pictureIn(this.frame(), viewAt(this.shown().shots, this.timeMs(), this.frame())),
  );
  /** Where she works at what is chosen, in what is looked at. */
  protected readonly worked = computed(() => {
    const [at, frame] = [this.timeMs(), this.frame()];
    if (this.chosenKey() === null || this.player()?.playing()) return null;
    const view = viewAt(this.shown().shots, at, frame);
    return this.shown()
      .areas.filter((area) => area.startMs <= at && at < area.endMs)
      .flatMap((area) => area.boxes.map((box) => boxIn(box, frame, view)));
  });
  protected readonly most = MOST_KEPT_FREE;
  /** The take that is looked at whole and at rest, where places of it can be kept free. */
  protected readonly keptFree = computed(() => {
    if (this.frameName() !== '16:9' || this.player()?.playing()) return null;
    const place = placeAt(this.cut(), this.timeMs());
    return this.lesson().takes.find((take) => take.id === place?.takeId) ?? null;
  });
  protected readonly rows = computed(() => {
    // Before it is known what is shown, nothing of it could be chosen.
    if (this.shown().lesson === null) return [];
    // What is checked is the whole lesson.
    const found = this.cutId() === 'full' ? this.found.open() : [];
    return namedRows(this.lesson(), this.timeline(), this.cues(), found);
  });
  private readonly track = computed(() => trackOf(this.cues()));
  protected readonly seen = computed((): Seen => ({
    track: this.track(),
    cueStyle: this.cueStyle(),
    frame: this.frame(),
    shots: this.shown().shots,
    films: this.lessonMedia.films(),
  }));
  /** What a style is tried on: the moment that is looked at, else the first number that there is. */
  protected readonly moment = computed(() => {
    const [picked, rows] = [this.picked(), this.rows()];
    const row = rows.find((one) => one.key === picked?.key);
    return row ? row.moments[picked!.at] : rows[0]?.moments[1];
  });
  protected readonly list = computed(() => listedCues(this.lesson(), this.cues(), this.shown().plain));
  protected readonly chosen = computed(() => this.list().find((one) => one.cue.key === this.chosenKey()) ?? null);
  /** Where the chosen one is tried while it is dragged. */
  protected readonly tried = signal<OwnPlace | null>(null);
  private readonly shownHere = computed(() => shownAt(this.track(), this.timeMs()));
  /** The chosen cue in the picture, where it can be taken: while it stands there and nothing plays. */
  protected readonly taken = computed(() => {
    const [key, tried] = [this.chosenKey(), this.tried()];
    if (key === null || this.player()?.playing()) return null;
    const cue = this.shownHere().find((one) => one.key === key);
    return cue && tried ? { ...cue, box: boxWanted(tried, cue.box[2], cue.box[3], this.frame()) } : (cue ?? null);
  });
  /** What is drawn over the picture: what is dragged stands where it is held, over everything else. */
  protected readonly drawn = computed(() => {
    const taken = this.taken();
    return taken && this.tried() ? [...this.shownHere().filter((cue) => cue.key !== taken.key), taken] : this.cues();
  });
  protected readonly nowKey = computed(() => {
    const order: CueKind[] = ['count', 'countdown', 'breath', 'caption', 'swap', 'side', 'label'];
    const here = this.shownHere();
    return here.toSorted((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind))[0]?.key ?? null;
  });
  protected readonly subtitle = computed(() => {
    if (this.shown().lesson === null) return '';
    const edited = this.lesson().overrides.length;
    return $localize`${this.cues().length} cues from ${this.filmed() ? $localize`the marked footage` : $localize`the plan`} · ${edited} changed by you`;
  });

  constructor() {
    effect(() => {
      if (this.shown().lesson === this.lesson()) untracked(() => this.tried.set(null));
    });
    inject(Keys).use([
      { key: 'space', does: $localize`Play or pause`, run: () => this.player()?.toggle() },
      { key: 'arrowright', does: $localize`One picture on`, run: () => this.player()?.step(1) },
      { key: 'arrowleft', does: $localize`One picture back`, run: () => this.player()?.step(-1) },
      { key: 'arrowdown', does: $localize`Next moment, or cue of the list`, run: () => this.go(1) },
      { key: 'arrowup', does: $localize`Moment or cue before`, run: () => this.go(-1) },
      { key: 'd', does: $localize`Next doubt`, run: () => this.nextDoubt() },
      { key: 'h', does: $localize`Hide or show the chosen cue`, run: () => this.editor()?.hide() },
      { key: 'delete', does: $localize`Forget your change of it`, run: () => this.editor()?.reset() },
    ]);
  }

  protected pick(cue: Cue): void {
    this.chosenKey.set(cue.key);
    this.seek(cue.startMs);
    if (this.lesson().steps.some((step) => step.id === cue.stepId)) this.store.selectedStepId.set(cue.stepId);
  }

  /** Looks at a moment; pressed again, it plays from there. */
  protected lookAt(picked: Picked): void {
    const row = this.rows().find((one) => one.key === picked.key);
    const moment = row?.moments[picked.at];
    if (!moment) return;
    const [before, player] = [this.picked(), this.player()];
    if (before?.key === picked.key && before.at === picked.at && Math.abs(this.timeMs() - moment.atMs) < 1)
      return player?.toggle();
    if (player?.playing()) player.toggle();
    this.picked.set(picked);
    if (moment.cue !== null) this.chosenKey.set(moment.cue);
    this.seek(moment.atMs);
    this.store.selectedStepId.set(row.passage.stepId);
  }

  protected unfold(open: boolean): void {
    this.listed.set(open);
    keep(LISTED, open);
  }

  protected chooseStep(stepId: string): void {
    this.store.selectedStepId.set(stepId);
    const row = this.rows().find((one) => one.passage.stepId === stepId);
    if (row) return this.lookAt({ key: row.key, at: 0 });
    const first = this.list().find((one) => one.cue.stepId === stepId);
    if (first) this.pick(first.cue);
  }

  protected lookAtFinding(place: FindingPlace): void {
    if (place.on !== 'cut' || this.cutId() !== 'full') return;
    this.seek(place.startMs);
    if (place.cue !== undefined) this.chosenKey.set(place.cue);
  }

  protected seek(cutMs: number): void {
    this.player()?.seek(cutMs);
  }

  protected place(place: OwnPlace): void {
    const before = this.lesson();
    this.editor()?.setPlace(place);
    // It is held there until it is known to stand there.
    this.tried.set(this.lesson() === before ? null : place);
  }

  /** From where it stands by now: keys come faster than the page is drawn. */
  protected nudge([across, down]: OwnPlace): void {
    const cue = this.taken();
    if (!cue) return;
    const [x, y, width, height] = cue.box;
    const { safe } = this.frame();
    const moved = [x + across * (safe[2] - width), y + down * (safe[3] - height), width, height] as const;
    this.place(ownPlaceOf(moved, this.frame()));
  }

  private nextDoubt(): void {
    const all = this.rows().flatMap((row) =>
      row.moments.flatMap((one, at) => (one.instant === 'doubt' ? [{ key: row.key, at, atMs: one.atMs }] : [])),
    );
    const next = all.find((one) => one.atMs > this.timeMs() + 1) ?? all[0];
    if (next) this.lookAt({ key: next.key, at: next.at });
  }

  /** A moment on or back, down the page. */
  private goTo(by: 1 | -1): void {
    const picked = this.picked();
    const rows = this.rows();
    const row = rows.findIndex((one) => one.key === picked?.key);
    const at = row < 0 ? (by > 0 ? 0 : -1) : 3 * row + picked!.at + by;
    const next = rows[Math.floor(at / 3)];
    if (next) this.lookAt({ key: next.key, at: at % 3 });
  }

  private go(by: 1 | -1): void {
    if (!this.listed()) return this.goTo(by);
    const list = this.list();
    const at = list.findIndex((one) => one.cue.key === (this.chosenKey() ?? this.nowKey()));
    const next = list[Math.max(0, Math.min(list.length - 1, at + by))];
    if (!next) return;
    this.pick(next.cue);
    document.getElementById(`cue-${next.cue.key}`)?.scrollIntoView({ block: 'nearest' });
  }
}
