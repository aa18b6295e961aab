import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import type { CutId } from '@limber/core/assembly/cut';
import { fullCut } from '@limber/core/assembly/cuts';
import { voicesIn } from '@limber/core/assembly/voices';
import { FRAMES } from '@limber/core/cue/frame';
import { viewAt } from '@limber/core/cue/shots';
import { cueStyleOf } from '@limber/core/cue/styles';
import { pictureIn } from '@limber/core/cue/view';
import type { FilmWish } from '@limber/core/render/film.schema';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { AssemblyPlayer } from '@shared/assembly-player';
import { CueLayer } from '@shared/cue-layer';
import { shownCues } from '../../cues/shown-cues';
import { LessonStore } from '../../api/lesson-store';
import { lessonMedia, soundsOf } from '../../progress/lesson-media';
import { LessonSensed } from '../../progress/lesson-sensed';

/** What the film will show, before it is made: the same cut, the same cues, the same part of the picture. */
@Component({
  selector: 'lc-film-preview',
  imports: [AssemblyPlayer, CueLayer],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './film-preview.html',
  styleUrl: './film-preview.css',
})
export class FilmPreview {
  private readonly store = inject(LessonStore);
  private readonly lessonMedia = lessonMedia();
  private readonly sensed = inject(LessonSensed).takes;
  readonly cutId = input.required<CutId>();
  readonly frameName = input.required<FilmWish['frame']>();
  readonly captions = input.required<FilmWish['captions']>();

  /** Where it stands at first. */
  readonly startMs = input(0);

  protected readonly clock = clock;
  readonly player = viewChild(AssemblyPlayer);
  protected readonly lesson = this.store.lesson;
  protected readonly media = this.lessonMedia.media;
  protected readonly timeline = computed(() => timelineOf(this.lesson(), this.cutId()) ?? timelineOf(this.lesson())!);
  protected readonly cut = computed(() => this.timeline().cut ?? fullCut(this.lesson()));
  protected readonly sounds = computed(() => soundsOf(voicesIn(this.lesson(), this.timeline().passages)));
  protected readonly plays = computed(() => this.lessonMedia.plays(this.cut().pieces.map((piece) => piece.takeId)));
  protected readonly frame = computed(() => FRAMES[this.frameName()]);
  protected readonly style = computed(() => cueStyleOf(this.lesson()));
  readonly shown = shownCues(() => ({
    lesson: this.lesson(),
    sensed: this.sensed(),
    cutId: this.cutId(),
    frameName: this.frameName(),
  }));
  protected readonly cues = computed(() => this.shown().cues);
  readonly timeMs = computed(() => this.player()?.timeMs() ?? 0);
  protected readonly picture = computed(() =>
    pictureIn(this.frame(), viewAt(this.shown().shots, this.timeMs(), this.frame())),
  );
  /** The path of what is seen, as a line over the width of the picture: time runs down. */
  protected readonly path = computed(() => {
    const { shots } = this.shown();
    const whole = this.timeline().durationMs || 1;
    return shots.map(({ startMs, endMs, centre, width }) => ({
      ...{ y: (100 * startMs) / whole, height: (100 * (endMs - startMs)) / whole },
      ...{ x: 100 * (centre - width / 2), width: 100 * width, startMs, endMs },
      far: width > this.frame().shows + 1e-9,
      when: $localize`${clock(startMs)} to ${clock(endMs)}`,
    }));
  });
  protected readonly now = computed(() => (100 * this.timeMs()) / (this.timeline().durationMs || 1));
  /** What is seen of the wide picture, in words. */
  protected readonly seen = computed(() => {
    const path = this.path();
    if (path.length === 0) return '';
    const far = path.some((shot) => shot.far);
    const moves = path.length - 1;
    if (moves === 0)
      return far
        ? $localize`Your wide picture is seen from further away here, so that your hands stay in it.`
        : $localize`The middle of your wide picture is seen here, and your hands stay in it.`;
    return $localize`What is seen of your wide picture changes ${moves === 1 ? $localize`once` : $localize`${moves} times`}, so that your hands stay in it${far ? $localize`; where they are wide apart it is seen from further away` : ''}.`;
  });

  constructor() {
    // Another part of the lesson is looked at from where it shows something.
    effect(() => {
      this.cutId();
      const player = this.player();
      untracked(() => player?.seek(this.startMs()));
    });
  }

  protected seek(ms: number): void {
    this.player()?.seek(ms);
  }
}
