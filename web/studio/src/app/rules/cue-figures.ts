import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { CUE_FIGURE_IDS, CUE_FIGURES, type CueFigureId } from '@limber/core/caution/cue-figure';
import { CUE_PROFILE, profileOf } from '@limber/core/check/cue-profile';
import type { RulesChange } from '@limber/core/rules/rules-change';
import { RulesStore } from '../api/rules-store';

interface Named {
  readonly words: string;
  readonly unit: string;
  /** Shown in seconds, kept in milliseconds. */
  readonly inSeconds?: true;
}

const SECONDS = { unit: $localize`s`, inSeconds: true } as const;
const NAMES: Readonly<Record<CueFigureId, Named>> = {
  charactersPerSecond: { words: $localize`Notes are read at no more than`, unit: $localize`letters a second` },
  saidPerSecond: { words: $localize`Captions are read at no more than`, unit: $localize`letters a second` },
  leastMs: { words: $localize`What is read stands for at least`, ...SECONDS },
  mostMs: { words: $localize`A note stands for at most`, ...SECONDS },
  gapPictures: { words: $localize`Between two captions there is nothing, or at least`, unit: $localize`pictures` },
  lineCharacters: { words: $localize`A line of a caption has at most`, unit: $localize`letters` },
  lines: { words: $localize`A caption has at most`, unit: $localize`lines` },
  leastPx: { words: $localize`On a telephone letters are at least`, unit: $localize`px tall` },
  words: { words: $localize`Letters differ from their ground by`, unit: $localize`to 1` },
  shapes: { words: $localize`Shapes differ from their ground by`, unit: $localize`to 1` },
  changesPerSecond: { words: $localize`A number changes at most`, unit: $localize`times a second` },
  atOnce: { words: $localize`So much is shown at once at most`, unit: $localize`things` },
  earlyMs: { words: $localize`A number comes before its movement by at most`, ...SECONDS },
  lateMs: { words: $localize`A number comes after its movement by at most`, ...SECONDS },
  holeMs: { words: $localize`Talk without captions is told of from`, ...SECONDS },
};

/** What cues are held against, figure by figure, as the program brings it and as the studio wants it. */
@Component({
  selector: 'lc-cue-figures',
  imports: [InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft" i18n>
      What the program brings follows published guides for subtitles, contrast and flashing as far as there are any,
      else common practice. What misses a figure is told under Cues, with the still that it is about.
    </p>
    <ul>
      @for (one of figures(); track one.id) {
        <li>
          <label [for]="'figure-' + one.id">{{ one.words }}</label>
          <input
            pInputText
            #field
            inputmode="decimal"
            autocomplete="off"
            [id]="'figure-' + one.id"
            [value]="one.value"
            [readonly]="locked()"
            [attr.aria-describedby]="'of-' + one.id"
            (change)="set(one.id, field)"
          />
          <span [id]="'of-' + one.id" class="soft">{{ one.told }}</span>
          @if (one.own && !locked()) {
            <button type="button" class="text-button" (click)="reset(one.id)" i18n>Back to {{ one.brought }}</button>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      max-width: 860px;
      padding: 0 28px;
    }
    p {
      margin: 0 0 14px;
    }
    ul {
      display: grid;
      gap: 8px;
      padding: 0;
      margin: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 390px) 92px 200px 110px;
      gap: 14px;
      align-items: center;
      font-size: 16px;
    }
    input {
      width: 100%;
      min-width: 0;
      text-align: right;
    }
    @media (max-width: 760px) {
      li {
        grid-template-columns: 92px minmax(0, 1fr);
      }
      label {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class CueFigures {
  private readonly store = inject(RulesStore);
  readonly locked = input(false);
  readonly changed = output<RulesChange>();

  private readonly profile = computed(() => profileOf({ rules: this.store.own() }));
  protected readonly figures = computed(() => {
    const own = new Set(this.store.rules().figures.map(({ id }) => id));
    return CUE_FIGURE_IDS.map((id) => {
      const { words, unit } = NAMES[id];
      const [least, most] = [shown(id, CUE_FIGURES[id].least), shown(id, CUE_FIGURES[id].most)];
      return {
        ...{ id, words, own: own.has(id), brought: shown(id, CUE_PROFILE[id]) },
        value: shown(id, this.profile()[id]),
        told: $localize`${unit} (${least} to ${most})`,
      };
    });
  });

  protected set(id: CueFigureId, field: HTMLInputElement): void {
    const { least, most, step } = CUE_FIGURES[id];
    const typed = Number(field.value.replace(',', '.')) * (NAMES[id].inSeconds ? 1000 : 1);
    const value = Math.min(most, Math.max(least, Number((Math.round(typed / step) * step).toFixed(1))));
    if (field.value.trim() === '' || Number.isNaN(value)) field.value = shown(id, this.profile()[id]);
    else {
      field.value = shown(id, value);
      if (value === CUE_PROFILE[id]) this.reset(id);
      else if (value !== this.profile()[id]) this.changed.emit({ kind: 'set_figure', figure: { id, value } });
    }
  }

  protected reset(id: CueFigureId): void {
    this.changed.emit({ kind: 'reset_rule', list: 'figures', id });
  }
}

function shown(id: CueFigureId, value: number): string {
  return String(NAMES[id].inSeconds ? value / 1000 : value);
}
