import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TakeFigures } from '@limber/core/said-done/take-figures';

interface Told {
  readonly name: keyof TakeFigures;
  readonly what: string;
  readonly words: string;
  /** The measure behind the words. */
  readonly measure: string;
}

/** How good a take of a step is, in words, with what is better than in the other one. */
@Component({
  selector: 'lc-take-figures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (told().length === 0) {
      <p class="soft" i18n>Nothing was measured of this take yet.</p>
    }
    <dl data-testid="take-figures">
      @for (one of told(); track one.name) {
        <div [class.better]="better().has(one.name)" [title]="one.measure">
          <dt>{{ one.what }}</dt>
          <dd>
            {{ one.words }}
            @if (better().has(one.name)) {
              <b i18n>better</b>
            }
          </dd>
        </div>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      gap: 2px;
      margin: 0;
      font-size: 15px;
    }
    div {
      display: grid;
      grid-template-columns: 130px minmax(0, 1fr);
      gap: 10px;
      padding: 3px 0;
      border-top: 1px solid var(--line);
    }
    dt {
      color: var(--soft);
    }
    dd {
      margin: 0;
    }
    b {
      margin-left: 8px;
      font-weight: 650;
      color: var(--glass);
    }
  `,
})
export class TakeFiguresList {
  readonly figures = input.required<TakeFigures>();
  readonly better = input.required<ReadonlySet<keyof TakeFigures>>();

  protected readonly told = computed(() => {
    const { count, planned, voiceDb, inPicture, sway, heard } = this.figures();
    const percent = (share: number): number => Math.round(100 * share);
    const all: (Told | null)[] = [
      count === null || planned === null
        ? null
        : {
            name: 'count',
            what: $localize`repetitions`,
            words: $localize`${count} of ${planned}`,
            measure: $localize`as they are marked, of how many that are planned`,
          },
      voiceDb === null
        ? null
        : {
            name: 'voiceDb',
            what: $localize`voice`,
            words:
              voiceDb > LOUD_DB
                ? $localize`loud enough`
                : voiceDb > QUIET_DB
                  ? $localize`rather quiet`
                  : $localize`too quiet`,
            measure: $localize`${voiceDb.toFixed(0)} dB below full scale while it speaks`.replace('-', '−'),
          },
      inPicture === null
        ? null
        : {
            name: 'inPicture',
            what: $localize`in the picture`,
            words: inPicture >= ALL ? $localize`all the time` : $localize`${percent(inPicture)} % of the time`,
            measure: $localize`the face whole, where it was looked for`,
          },
      sway === null
        ? null
        : {
            name: 'sway',
            what: $localize`head`,
            words: sway < STILL ? $localize`still` : sway < SWAYS ? $localize`moves a little` : $localize`moves about`,
            measure: $localize`${percent(sway)} % of the width of the face, to and fro`,
          },
      heard === null
        ? null
        : {
            name: 'heard',
            what: $localize`words`,
            words: heard >= HEARD ? $localize`as they are written` : $localize`${percent(heard)} % as they are written`,
            measure: $localize`as captions have them, or as this machine heard them`,
          },
    ];
    return all.filter((one) => one !== null);
  });
}

/** What is told in which words (common practice, no source). */
const [LOUD_DB, QUIET_DB] = [-22, -32];
const ALL = 0.98;
const [STILL, SWAYS] = [0.08, 0.25];
const HEARD = 0.85;
