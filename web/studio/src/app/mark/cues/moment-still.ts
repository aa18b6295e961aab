import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import type { Frame } from '@limber/core/cue/frame';
import type { PlacedCue } from '@limber/core/cue/place';
import type { Moment } from '@limber/core/cue/sheet';
import { viewAt, type Shot } from '@limber/core/cue/shots';
import { shownAt, type Track } from '@limber/core/cue/track';
import { pictureIn } from '@limber/core/cue/view';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import { CueLayer } from '@shared/cue-layer';
import { Stills } from '../../progress/stills';

/** Everything that is drawn on stills, the same for all of them. */
export interface Seen {
  readonly track: Track<PlacedCue>;
  readonly cueStyle: CueStyle;
  readonly frame: Frame;
  readonly shots: readonly Shot[];
  /** By the id of a take: the film that is seen of it. */
  readonly films: ReadonlyMap<string, string>;
}

/** A still of a moment with what viewers see on it; asked for as soon as it comes into sight. */
@Component({
  selector: 'lc-moment-still',
  imports: [CueLayer],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (url(); as url) {
      <img
        alt=""
        [src]="url"
        [style.left.%]="100 * box()[0]"
        [style.top.%]="100 * box()[1]"
        [style.width.%]="100 * box()[2]"
        [style.height.%]="100 * box()[3]"
      />
    }
    <lc-cue-layer [cues]="cues()" [cueStyle]="seen().cueStyle" [frame]="seen().frame" [timeMs]="moment().atMs" />
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      overflow: hidden;
      background: #4a3f50;
      border-radius: 10px;
    }
    img {
      position: absolute;
    }
  `,
})
export class MomentStill {
  readonly moment = input.required<Moment>();
  readonly seen = input.required<Seen>();
  private readonly stills = inject(Stills);
  /** The film and the instant of it; null where nothing plays. */
  private readonly of = computed(() => {
    const { still } = this.moment();
    const film = still && this.seen().films.get(still.takeId);
    return film ? { film, atMs: still.takeMs } : null;
  });
  protected readonly url = computed(() => {
    const of = this.of();
    return of && this.stills.url(of.film, of.atMs);
  });
  protected readonly cues = computed(() => shownAt(this.seen().track, this.moment().atMs));
  protected readonly box = computed(() => {
    const { frame, shots } = this.seen();
    return pictureIn(frame, viewAt(shots, this.moment().atMs, frame));
  });

  constructor() {
    effect(() => {
      const of = this.of();
      if (of) untracked(() => this.stills.want(of.film, [of.atMs]));
    });
  }
}
