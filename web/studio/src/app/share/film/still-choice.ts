import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { FilmWish } from '@limber/core/render/film.schema';
import { clock } from '@limber/core/time/clock';
import { trialPictures } from './trial-pictures';

/** The picture that stands for the film in lists: one of three, or none. */
@Component({
  selector: 'lc-still-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend i18n>The picture for lists</legend>
      @for (ms of stills(); track ms; let i = $index) {
        <button type="button" [attr.aria-pressed]="chosen() === ms" (click)="choose.emit(chosen() === ms ? null : ms)">
          @if (pictures.value()?.[i]; as one) {
            <img [src]="one.url" alt="At {{ clock(ms) }}" i18n-alt />
          } @else {
            <span class="wait">{{ pictures.isLoading() ? '…' : clock(ms) }}</span>
          }
          <span class="times">{{ clock(ms) }}</span>
        </button>
      }
    </fieldset>
    <p class="soft" i18n>
      {chosen() === null, select,
        true {None chosen: the film keeps none of its own.}
        other {It goes into the film, and can be saved by itself.}
      }
    </p>
  `,
  styles: `
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      margin: 0 0 6px;
      padding: 0;
      border: 0;
    }
    legend {
      margin-bottom: 8px;
      padding: 0;
      font: 700 18px var(--head);
    }
    button {
      position: relative;
      display: block;
      padding: 0;
      overflow: hidden;
      background: var(--paper-low);
      border: 0;
      border-radius: 10px;
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      box-shadow: 0 0 0 4px var(--plum);
    }
    img,
    .wait {
      display: grid;
      place-content: center;
      height: 92px;
      min-width: 52px;
    }
    .wait {
      width: 150px;
      color: var(--soft);
    }
    .times {
      position: absolute;
      right: 6px;
      bottom: 6px;
      padding: 0 7px;
      color: #fff;
      background: #2b2330;
      border-radius: 7px;
      font-size: 13px;
    }
  `,
})
export class StillChoice {
  readonly wish = input.required<Pick<FilmWish, 'cut' | 'frame' | 'captions'>>();
  readonly stills = input.required<readonly number[]>();
  readonly chosen = input.required<number | null>();
  readonly choose = output<number | null>();
  protected readonly clock = clock;
  protected readonly pictures = trialPictures(() => {
    const { cut, frame, captions } = this.wish();
    return { cut, frame, captions, stills: this.stills() };
  });
}
