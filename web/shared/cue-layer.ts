import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { changesAtOnce, type Cue } from '@limber/core/cue/cue';
import type { Frame } from '@limber/core/cue/frame';
import { marksOf } from '@limber/core/cue/marks';
import type { Place } from '@limber/core/cue/place';
import { shownAt, trackOf } from '@limber/core/cue/track';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import { Marks } from './marks';

/** What is drawn of a cue: what it says and where it stands. */
export type DrawnCue = Pick<Cue, 'key' | 'kind' | 'side' | 'startMs' | 'endMs' | 'text' | 'value' | 'of' | 'shows'> &
  Place;

/**
 * The cues of an instant over the footage: the same for the instructor's preview, the viewer and a rendered film. It
 * draws what it is given, and decides nothing.
 */
@Component({
  selector: 'lc-cue-layer',
  imports: [Marks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 1000 ' + 1000 * frame().height" [style.--fade.ms]="cueStyle().fadeMs">
      @for (cue of drawn(); track cue.key) {
        <g
          [class.fades]="cue.fades"
          [attr.data-testid]="cue.kind"
          [attr.data-key]="cue.key"
          role="img"
          [attr.aria-label]="cue.text"
        >
          <svg:g lcMarks [marks]="cue.marks" />
        </g>
      }
    </svg>
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    .fades {
      animation: come var(--fade) linear;
    }
    @keyframes come {
      from {
        opacity: 0;
      }
    }
    @media (prefers-reduced-motion: reduce) {
      .fades {
        animation: none;
      }
    }
  `,
})
export class CueLayer {
  /** In the order in which they are drawn. */
  readonly cues = input.required<readonly DrawnCue[]>();
  readonly cueStyle = input.required<CueStyle>();
  /** The shape of picture that they are placed in. */
  readonly frame = input.required<Frame>();
  readonly timeMs = input.required<number>();
  readonly captions = input(true);

  private readonly track = computed(() => {
    const cues = this.cues();
    return trackOf(this.captions() ? cues : cues.filter((cue) => cue.kind !== 'caption'));
  });
  /** The same list for as long as nothing comes or goes, so that a frame costs a search and no drawing. */
  private readonly now = computed(() => shownAt(this.track(), this.timeMs()));
  protected readonly drawn = computed(() =>
    this.now().map((cue) => ({
      key: cue.key,
      kind: cue.kind,
      text: cue.kind === 'count' ? $localize`${cue.text} of ${cue.of}` : cue.text,
      fades: !changesAtOnce(cue.kind),
      marks: marksOf(cue, this.cueStyle(), this.frame()),
    })),
  );
}
