import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { ToggleSwitch } from 'primeng/toggleswitch';
import type { Trigger } from '@limber/core/caution/caution.schema';
import { areaName, PARTS_OF, type Part } from '@limber/core/face/areas';
import { regionName, REGIONS, type Region } from '@limber/core/face/regions';
import { ACTIONS, GRIPS, PRESSURES, TEMPERATURES, TOOLS } from '@limber/core/move/move.schema';
import { Choice, optionsOr, plainOptions } from '../shell/choice';
import { Choices } from '../shell/choices';
import { linesOf } from '../shell/lines';

/** Places to choose from: every region, and its parts where it has some. */
const PLACES = REGIONS.flatMap((region) => [
  { value: `${region}/`, label: PARTS_OF[region] ? $localize`${regionName(region)}, any part` : regionName(region) },
  ...(PARTS_OF[region] ?? []).map((part) => ({ value: `${region}/${part}`, label: areaName({ region, part }) })),
]);
const LISTS = [
  { field: 'actions', label: $localize`Done like this`, options: plainOptions(ACTIONS) },
  { field: 'tools', label: $localize`With`, options: plainOptions(TOOLS) },
  { field: 'grips', label: $localize`Hand held as`, options: plainOptions(GRIPS) },
  { field: 'temperatures', label: $localize`Tool that is`, options: plainOptions(TEMPERATURES) },
] as const;
const SWITCHES = [
  { field: 'touch', words: $localize`hands or a tool touch the skin` },
  { field: 'bothSides', words: $localize`both sides at once` },
  { field: 'points', words: $localize`a named point is pressed` },
  { field: 'open', words: $localize`until the breath is out` },
] as const;

/** What calls for a caution: whatever is given has to be so at once; what is left empty does not matter. */
@Component({
  selector: 'lc-trigger-editor',
  imports: [Choice, Choices, FormsModule, InputText, Textarea, ToggleSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft" i18n>Everything that is given here has to be so at once. What is left empty does not matter.</p>
    <label class="wide" i18n
      >The move …
      <input pInputText maxlength="300" [value]="trigger().because" (change)="setBecause($any($event.target))" />
    </label>
    <div>
      <span class="label" i18n>Where the hand passes</span>
      <lc-choices
        label="Where the hand passes"
        i18n-label
        [options]="places"
        none="anywhere"
        i18n-none
        [value]="areas()"
        (chosen)="setAreas($event)"
      />
    </div>
    <div>
      <span class="label" i18n>Pressure there, at least</span>
      <lc-choice
        label="Pressure there, at least"
        i18n-label
        [options]="pressures"
        [value]="trigger().atLeast"
        (chosen)="changed.emit({ atLeast: $event })"
      />
    </div>
    @for (one of ways; track one.field) {
      <div>
        <span class="label">{{ one.label }}</span>
        <lc-choices
          [label]="one.label"
          [options]="regions"
          none="wherever"
          i18n-none
          [value]="trigger()[one.field]"
          (chosen)="setList(one.field, $event)"
        />
      </div>
    }
    @for (one of lists; track one.field) {
      <div>
        <span class="label">{{ one.label }}</span>
        <lc-choices
          [label]="one.label"
          [options]="one.options"
          none="whatever"
          i18n-none
          [value]="trigger()[one.field]"
          (chosen)="setList(one.field, $event)"
        />
      </div>
    }
    <label class="wide"
      ><ng-container i18n>The words say one of these, one a line;</ng-container> <em i18n>jaw + sideways</em>
      <ng-container i18n>asks for both in a sentence</ng-container>
      <textarea
        pTextarea
        rows="3"
        [value]="trigger().words.join('\\n')"
        (change)="setWords($any($event.target).value)"
      ></textarea>
    </label>
    <div class="switches wide">
      @for (one of switches; track one.field) {
        <span>
          <p-toggleswitch
            [inputId]="'t-' + one.field"
            [ngModel]="trigger()[one.field]"
            (ngModelChange)="setSwitch(one.field, $event)"
          />
          <label [attr.for]="'t-' + one.field">{{ one.words }}</label>
        </span>
      }
    </div>
    @if (!last()) {
      <button type="button" class="text-button" (click)="removed.emit()" i18n>Take this out</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 10px 18px;
      padding: 10px 0 14px;
    }
    p,
    .wide {
      grid-column: 1 / -1;
      margin: 0;
    }
    label,
    .label {
      display: block;
      font-weight: 600;
    }
    input,
    textarea {
      display: block;
      width: 100%;
      margin-top: 3px;
      font-weight: 400;
    }
    .switches {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 20px;
    }
    .switches span {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .switches label {
      font-weight: 400;
    }
    .text-button {
      justify-self: start;
    }
  `,
})
export class TriggerEditor {
  readonly trigger = input.required<Trigger>();
  readonly last = input(false);
  readonly changed = output<Partial<Trigger>>();
  readonly removed = output();
  protected readonly places = PLACES;
  protected readonly regions = plainOptions(REGIONS);
  protected readonly ways = [
    { field: 'from', label: $localize`Coming from` },
    { field: 'to', label: $localize`Leading to` },
  ] as const;
  protected readonly lists = LISTS;
  protected readonly switches = SWITCHES;
  protected readonly pressures = optionsOr('any', PRESSURES);
  protected readonly areas = computed(() => this.trigger().areas.map(({ region, part }) => `${region}/${part ?? ''}`));

  protected setBecause(field: HTMLInputElement): void {
    const because = field.value.trim();
    if (because) this.changed.emit({ because });
    field.value = this.trigger().because;
  }

  protected setAreas(values: readonly string[]): void {
    this.changed.emit({
      areas: values.map((value) => {
        const [region, part] = value.split('/') as [Region, Part | ''];
        return { region, part: part || null };
      }),
    });
  }

  protected setList(field: 'from' | 'to' | 'actions' | 'tools' | 'grips' | 'temperatures', value: string[]): void {
    this.changed.emit({ [field]: value });
  }

  protected setSwitch(field: (typeof SWITCHES)[number]['field'], on: boolean): void {
    this.changed.emit({ [field]: on });
  }

  protected setWords(text: string): void {
    this.changed.emit({ words: linesOf(text.toLowerCase()) });
  }
}
