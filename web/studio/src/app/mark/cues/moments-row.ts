import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import type { Frame } from '@limber/core/cue/frame';
import type { PlacedCue } from '@limber/core/cue/place';
import type { Instant, Moment } from '@limber/core/cue/sheet';
import { viewAt, type Shot } from '@limber/core/cue/shots';
import { shownAt, type Track } from '@limber/core/cue/track';
import { pictureIn } from '@limber/core/cue/view';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import { clock } from '@limber/core/time/clock';
import { CueLayer } from '@shared/cue-layer';
import { Stills } from '../../progress/stills';
import { DOUBT_NAMES } from './doubt-names';
import type { NamedRow } from './moments-rows';

/** Everything that is drawn on stills, the same for all of them. */
export interface Seen {
  readonly track: Track<PlacedCue>;
  readonly cueStyle: CueStyle;
  readonly frame: Frame;
  readonly shots: readonly Shot[];
  /** By the id of a take: the film that is seen of it. */
  readonly films: ReadonlyMap<string, string>;
}

const INSTANT_NAMES: Readonly<Record<Exclude<Instant, 'doubt'>, string>> = {
  begins: $localize`begins`,
  middle: $localize`middle`,
  last: $localize`last`,
  release: $localize`let go`,
  change: $localize`change`,
};

/** A passage on the sheet of moments: its name, and three stills with what viewers see on them. */
@Component({
  selector: 'lc-moments-row',
  imports: [CueLayer],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'listitem' },
  template: `
    <span class="number">{{ row().number }}</span>
    <span class="name">
      <b>{{ row().name }}</b>
      <small>{{ row().side }}</small>
    </span>
    @for (one of moments(); track $index) {
      <button
        type="button"
        [class]="one.worst"
        [class.chosen]="chosen() === $index"
        [attr.aria-current]="chosen() === $index ? 'true' : null"
        [attr.aria-label]="one.words"
        [attr.data-instant]="one.instant"
        data-testid="moment"
        (click)="picked.emit($index)"
        (keydown.space)="toggled.emit(); $event.preventDefault()"
      >
        <span class="still">
          @if (one.url) {
            <img
              alt=""
              [src]="one.url"
              [style.left.%]="100 * one.box[0]"
              [style.top.%]="100 * one.box[1]"
              [style.width.%]="100 * one.box[2]"
              [style.height.%]="100 * one.box[3]"
            />
          }
          <lc-cue-layer [cues]="one.cues" [cueStyle]="seen().cueStyle" [frame]="seen().frame" [timeMs]="one.atMs" />
        </span>
        <span class="caption times">{{ one.found || one.label }}</span>
      </button>
    }
  `,
  styleUrl: './moments-row.css',
})
export class MomentsRowView {
  readonly row = input.required<NamedRow>();
  readonly seen = input.required<Seen>();
  /** Which of its moments is chosen, from 0; null when none is. */
  readonly chosen = input<number | null>(null);
  readonly picked = output<number>();
  /** Play or pause: what the key means everywhere on the bench. */
  readonly toggled = output();
  private readonly stills = inject(Stills);

  protected readonly moments = computed(() => {
    const { name, side, found } = this.row();
    const { track, frame, shots } = this.seen();
    return this.row().moments.map((one) => {
      const doubts = one.instant === 'doubt' ? found : [];
      const label = this.labelOf(one);
      const told = [name, side].filter(Boolean).join(', ');
      return {
        ...one,
        label,
        words: [$localize`${told}\: ${label}`, ...doubts.map((each) => each.message)].join('. '),
        found: doubts.map((each) => DOUBT_NAMES[each.rule]).join(' · '),
        worst: doubts[0]?.severity ?? '',
        cues: shownAt(track, one.atMs),
        box: pictureIn(frame, viewAt(shots, one.atMs, frame)),
        url: this.urlOf(one),
      };
    });
  });

  constructor() {
    // A row that comes into sight asks for its stills.
    effect(() => {
      const { films } = this.seen();
      const stills = this.row().moments.flatMap(({ still }) => (still ? [still] : []));
      untracked(() => {
        for (const { takeId, takeMs } of stills) {
          const film = films.get(takeId);
          if (film) this.stills.want(film, [takeMs]);
        }
      });
    });
  }

  private labelOf({ instant, atMs }: Moment): string {
    const at = clock(atMs);
    if (instant === 'doubt') return at;
    return instant === 'begins' ? $localize`${INSTANT_NAMES[instant]} ${at}` : INSTANT_NAMES[instant];
  }

  private urlOf({ still }: Moment): string | null {
    const film = still && this.seen().films.get(still.takeId);
    return film ? this.stills.url(film, still.takeMs) : null;
  }
}
