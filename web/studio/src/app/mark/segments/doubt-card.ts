import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Button } from 'primeng/button';
import type { StepLook } from '@limber/core/assembly/passage';
import { playsMore, type SheetRow } from '@limber/core/proposal/sheet';
import { fineClock } from '@limber/core/time/clock';
import { keyName } from '../../keys/keys';
import { agreeWords, askedOf, thereAre } from './doubt-words';
import type { Figure } from './figures';
import { changedLately } from './outcomes';
import { PartFieldsForm, type PartFields } from './part-fields';

/** The row that is chosen: what is asked about it with its figures, why it is thought to be so, and what can be done. */
@Component({
  selector: 'lc-doubt-card',
  imports: [Button, PartFieldsForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="kicker">{{ kicker() }}</p>
    <h2 data-testid="asked">{{ asked() }}</h2>
    @if (figures().length > 0) {
      <div class="figures">
        <dl>
          @for (one of figures(); track one.name) {
            <div>
              <dt>{{ one.name }}</dt>
              <dd [class.off]="one.off">
                {{ one.value }}
              </dd>
            </div>
          }
        </dl>
        @if (row().beatsMs.length > 0) {
          <button type="button" class="text-button" (click)="replay.emit()" i18n>
            See its last six seconds <kbd>L</kbd>
          </button>
        }
      </div>
    }
    <div class="answers">
      @if (row().state !== 'missing') {
        <p-button size="small" (onClick)="play.emit()" i18n>
          {both(), select, true {Play both} other {Play it}} <kbd>Enter</kbd>
        </p-button>
      }
      @if (row().doubt || row().proposal) {
        <p-button size="small" [outlined]="true" (onClick)="agree.emit()">
          {{ agreeWords() }} <kbd>{{ keys.agree }}</kbd>
        </p-button>
      }
      @if (otherNumber(); as words) {
        <p-button size="small" [outlined]="true" (onClick)="asPlanned.emit()">{{ words }} <kbd>0</kbd></p-button>
      }
      @if (row().segment) {
        <p-button size="small" [outlined]="true" (onClick)="reject.emit()" i18n>Take it away <kbd>N</kbd></p-button>
      } @else if (row().proposal) {
        <p-button size="small" [outlined]="true" (onClick)="reject.emit()" i18n>Not this <kbd>N</kbd></p-button>
      }
      @if (other(); as one) {
        <p-button size="small" [outlined]="true" (onClick)="tryOut.emit()">
          {{ one }} <kbd>{{ keys.otherCount }}</kbd>
        </p-button>
      } @else if (playsMore(row()) !== 0) {
        <p-button size="small" [outlined]="true" (onClick)="tryOut.emit()" i18n>As it was filmed <kbd>O</kbd></p-button>
      }
      @if (elsewhere()) {
        <p-button size="small" [text]="true" (onClick)="goElsewhere.emit()">
          {{ elsewhere() }} <kbd>{{ keys.other }}</kbd>
        </p-button>
        @if (row().segment) {
          <p-button size="small" [text]="true" (onClick)="compare.emit()" i18n>Which is better? <kbd>W</kbd></p-button>
        }
      }
    </div>
    @if (row().state !== 'missing') {
      <p class="soft when times">{{ when() }}</p>
      @if (because()) {
        <p class="soft" data-testid="because">{{ because() }}</p>
      }
      <lc-part-fields [part]="row()" (changed)="set.emit($event)" />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .kicker {
      font-weight: 650;
      color: var(--honey-text);
    }
    h2 {
      font-size: 19px;
      line-height: 1.25;
    }
    .figures {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 26px;
      align-items: end;
    }
    dl {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 26px;
      margin: 0;
    }
    dt {
      font-size: 13.5px;
      color: var(--soft);
    }
    dd {
      margin: 0;
      font: 700 19px var(--head);
    }
    .off {
      color: var(--clay);
    }
    .answers {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .when {
      font-size: 14px;
    }
    p {
      margin: 0;
    }
  `,
})
export class DoubtCard {
  readonly row = input.required<SheetRow>();
  readonly look = input<StepLook | null>(null);
  /** Whether it is looked at and agreed to in one go with the other side, which comes next. */
  readonly both = input(false);
  readonly figures = input<readonly Figure[]>([]);
  /** Its number among the doubts, from 1, and how many there are. */
  readonly nth = input<readonly [number, number] | null>(null);
  /** Where else it was filmed. */
  readonly elsewhere = input('');
  /** What would give it as many as planned. */
  readonly other = input('');
  readonly play = output();
  /** The end of it, with its numbers drawn in. */
  readonly replay = output();
  readonly agree = output();
  readonly reject = output();
  readonly goElsewhere = output();
  /** As many as planned are there: they were seen, or missed, by mistake. */
  readonly asPlanned = output();
  /** As many as planned, looked at first; or as many as were filmed again. */
  readonly tryOut = output();
  /** Hold both takes beside each other. */
  readonly compare = output();
  readonly set = output<Partial<PartFields>>();

  protected readonly playsMore = playsMore;
  protected readonly keys = { agree: keyName('a'), other: keyName('t'), otherCount: keyName('o') };
  protected readonly asked = computed(() => askedOf(this.row(), this.look(), this.both()));
  protected readonly agreeWords = computed(() => agreeWords(this.row(), this.both()));
  /** The other answer to how many there are. */
  protected readonly otherNumber = computed(() => {
    const { planned, doubt, plays } = this.row();
    const isAsked = doubt === 'count' || (doubt === 'unsure' && planned !== plays);
    return isAsked && planned !== null ? thereAre(planned) : '';
  });
  protected readonly kicker = computed(() => {
    const nth = this.nth();
    if (nth && this.both()) return $localize`Doubts ${nth[0]} and ${nth[0] + 1} of ${nth[1]}`;
    if (nth) return $localize`Doubt ${nth[0]} of ${nth[1]}`;
    return this.row().proposal ? $localize`Proposed` : $localize`Agreed`;
  });
  protected readonly when = computed(() => {
    const { startMs, endMs } = this.row();
    const lengthS = ((endMs - startMs) / 1000).toFixed(1);
    return $localize`${fineClock(startMs)} to ${fineClock(endMs)} · ${lengthS} s`;
  });
  protected readonly because = computed(() => {
    const { proposal, kind } = this.row();
    if (!proposal) return '';
    const { changed, of } = changedLately(kind);
    const lately = of > 0 ? $localize` You changed ${changed} of the last ${of} like it.` : '';
    return $localize`Because\: ${proposal.because.join('; ')}.` + lately;
  });
}
